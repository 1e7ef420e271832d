import { act } from '@testing-library/react'
import { expect, test } from 'vitest'
import type { ExerciseLine } from '../../server/exercises/queries.server.ts'
import { runHook, serverSaying } from '../../test/shared/drawn.tsx'
import { useExerciseLines } from './use-exercise-lines.ts'

const line = (questionId: string, points = 1): ExerciseLine => ({
  questionId,
  points,
  title: questionId,
  kind: 'choice',
  words: '',
})
const start = [line('frost'), line('lime'), line('stone')]
const order = (lines: readonly ExerciseLine[]): string => lines.map(({ questionId }) => questionId).join(' ')
const sentOrders = (heard: readonly { body: unknown }[]): string[] =>
  heard.map(({ body }) => order((body as { lines: ExerciseLine[] }).lines))

test('changes made before the server answers build on each other, and arrive in their order', async () => {
  const answers: (() => void)[] = []
  const heard = serverSaying(() => new Promise((done) => answers.push(() => done({ ok: true }))))
  const { result } = runHook(() => useExerciseLines('course', 'entry', start, () => undefined))
  await act(async () => {
    result.current.move(0, 1)
    result.current.move(1, 1)
    result.current.setPoints(start[1]!, 3)
  })
  expect(order(result.current.lines), 'seen at once').toBe('lime stone frost')
  expect(heard, 'the second waits for the first').toHaveLength(1)
  for (let at = 0; at < 3; at++) await act(async () => answers[at]!())
  expect(sentOrders(heard)).toEqual(['lime frost stone', 'lime stone frost', 'lime stone frost'])
  expect(result.current.lines.map(({ points }) => points)).toEqual([3, 1, 1])
})

test('what the server refuses goes back to what it has, with the reason', async () => {
  let isOver = false
  serverSaying(() => (isOver ? { ok: false, reason: 'That exercise is no longer in the plan.' } : { ok: true }))
  let changed = 0
  const { result } = runHook(() => useExerciseLines('course', 'entry', start, () => changed++))
  await act(async () => result.current.remove(start[2]!))
  isOver = true
  await act(async () => result.current.remove(start[0]!))
  expect([order(result.current.lines), result.current.problem, changed]).toEqual([
    'frost lime',
    'That exercise is no longer in the plan.',
    1,
  ])
})

test('a question that is chosen twice in a row stands once, and takes no change made meanwhile with it', async () => {
  const heard = serverSaying(({ body }) =>
    body ? { ok: true } : { title: 'New', content: { answer: { sort: 'choice', mode: 'one', choices: [] } } },
  )
  const { result } = runHook(() => useExerciseLines('course', 'entry', start, () => undefined))
  await act(async () => {
    const added = [result.current.add('new'), result.current.add('new')]
    result.current.move(0, 1)
    await Promise.all(added)
  })
  expect(order(result.current.lines)).toBe('lime frost stone new')
  expect(heard.some(({ address }) => address.includes('id=new'))).toBe(true)
})
