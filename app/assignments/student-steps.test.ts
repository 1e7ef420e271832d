import { expect, test } from 'vitest'
import type { HandInStanding } from '../../server/assignments/queries.server.ts'
import { stepsFrom } from './student-steps.ts'

const standing = (personId: string, handed: boolean, returned = false): HandInStanding => ({
  personId,
  name: personId,
  colour: '#000000',
  number: handed ? 1 : null,
  handedInAt: handed ? '2026-11-01T00:00:00Z' : null,
  isLate: false,
  returnedAt: returned ? '2026-11-02T00:00:00Z' : null,
})
const ALL = [standing('a', true), standing('b', false), standing('c', true, true), standing('d', true)]
const steps = (id: string) => {
  const { previous, next, waiting, place, count } = stepsFrom(ALL, id)
  return [previous?.personId, next?.personId, waiting?.personId, place, count]
}

test('one goes from student to student of those who handed in, and to the next who waits, round the end', () => {
  expect(steps('a')).toEqual([undefined, 'c', 'd', 1, 3])
  expect(steps('c')).toEqual(['a', 'd', 'd', 2, 3])
  expect(steps('d')).toEqual(['c', undefined, 'a', 3, 3])
})

test('from one who handed in nothing one goes to the first', () => {
  expect(steps('b')).toEqual([undefined, 'a', 'a', 0, 3])
})
