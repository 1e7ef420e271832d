import { describe, expect, test } from 'vitest'
import type { EntryKind } from './kinds.ts'
import { numbersOf, roman } from './numbering.ts'
import { type ScheduledEntry, standings } from './progress.ts'

const entry = (
  id: string,
  kind: EntryKind,
  parentId: string | null,
  more: Partial<ScheduledEntry> = {},
): ScheduledEntry => ({ id, kind, parentId, opensAt: null, inSequence: false, ...more })

const plan: ScheduledEntry[] = [
  entry('U', 'unit', null),
  entry('L', 'lesson', 'U', { inSequence: true, opensAt: '2026-09-07T08:00:00Z' }),
  entry('a', 'page', 'L'),
  entry('n', 'note', 'L'),
  entry('d', 'discussion', 'L', { opensAt: '2026-09-14T08:00:00Z' }),
  entry('B', 'book', 'L'),
  entry('p', 'bookPart', 'B'),
  entry('c1', 'chapter', 'p'),
  entry('c2', 'chapter', 'B'),
  entry('M', 'lesson', 'U'),
]
const at = (iso: string, ...done: string[]) => standings(plan, new Set(done), new Date(iso))

describe('what a student may open', () => {
  test('nothing before the date of what it stands in', () => {
    expect(at('2026-09-07T07:59:59Z').get('a')!.locked).toEqual({ type: 'date', opensAt: '2026-09-07T08:00:00Z' })
    expect(at('2026-09-07T08:00:00Z').get('a')!.locked).toBeNull()
  })
  test('of two dates the later one', () =>
    expect(at('2026-09-01T00:00:00Z').get('d')!.locked).toEqual({ type: 'date', opensAt: '2026-09-14T08:00:00Z' }))
  test('in a sequence, what comes before must be done; notes are never waited for', () => {
    const now = '2026-10-01T00:00:00Z'
    expect(at(now).get('d')!.locked).toEqual({ type: 'sequence', afterId: 'a' })
    expect(at(now, 'a').get('d')!.locked).toBeNull()
    expect(at(now, 'a').get('B')!.locked).toEqual({ type: 'sequence', afterId: 'd' })
    expect(at(now, 'a').get('c1')!.locked).toEqual({ type: 'sequence', afterId: 'd' })
    expect(at(now, 'a', 'd').get('c2')!.locked).toBeNull()
  })
  test('a lesson without items is neither shut nor done', () =>
    expect(at('2026-10-01T00:00:00Z').get('M')).toEqual({ locked: null, isDone: false, count: 0, doneCount: 0 }))
})

test('a book is done when its chapters are; a lesson counts what can be done in it', () => {
  const now = '2026-10-01T00:00:00Z'
  expect(at(now, 'a', 'd', 'c1').get('B')).toMatchObject({ isDone: false, count: 2, doneCount: 1 })
  expect(at(now, 'a', 'd', 'c1', 'c2').get('L')).toMatchObject({ isDone: true, count: 4, doneCount: 4 })
  expect(at(now, 'B').get('B')).toMatchObject({ isDone: false })
})

test('chapters are numbered through their parts, anew in each book', () => {
  const books = [
    ...plan,
    entry('B2', 'book', 'M'),
    entry('x', 'chapter', 'B2'),
    entry('q', 'bookPart', 'B2'),
    entry('y', 'chapter', 'q'),
  ]
  expect(Object.fromEntries(numbersOf(books))).toEqual({ p: 'I', c1: '1', c2: '2', x: '1', q: 'I', y: '2' })
})

// ISO 8601 says nothing of them; the values are those every printed table has (common practice).
test.each([
  [1, 'I'],
  [4, 'IV'],
  [9, 'IX'],
  [14, 'XIV'],
  [40, 'XL'],
  [90, 'XC'],
  [444, 'CDXLIV'],
  [1994, 'MCMXCIV'],
  [3999, 'MMMCMXCIX'],
])('%i is %s', (number, written) => expect(roman(number)).toBe(written))
