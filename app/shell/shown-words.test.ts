import { expect, test } from 'vitest'
import type { EntryKind } from '../../core/plan/kinds.ts'
import { type EntryToShow, isThere } from '../../core/plan/shown.ts'
import { readSettings } from '../../core/plan/settings.ts'
import { oncePublished, readNowWords } from './shown-words.ts'

const entry = (
  id: string,
  kind: EntryKind,
  parentId: string | null,
  edition: number | null,
  more: Partial<EntryToShow> = {},
): EntryToShow => ({ id, kind, parentId, title: id, edition, opensAt: null, settings: readSettings({}), ...more })
const plan = [
  entry('U', 'unit', null, null),
  entry('B', 'book', 'U', null),
  entry('c', 'chapter', 'B', 1),
  entry('p', 'page', 'U', 2),
  entry('far', 'page', 'U', 1, { opensAt: '2999-01-01T10:00:00.000Z' }),
  entry('locked', 'discussion', 'U', 1, { settings: readSettings({ isLocked: true }) }),
]
const at = '2026-09-01T08:00:00.000Z'

test.each([
  ['p', 2, 'Students read edition 2, of 1 September'],
  ['c', 1, 'Students can’t read edition 1, of 1 September, yet. The book “B” is not published.'],
  ['far', 1, 'Students can’t read edition 1, of 1 September, yet. It opens 1 January 2999.'],
  ['locked', 1, 'Students read edition 1, of 1 September. It is locked: nobody writes in it.'],
])('at the foot of %s', (id, number, words) => expect(readNowWords(plan, id, { number, at }, 'UTC')).toBe(words))

test('what was published a moment ago counts, whatever the plan at hand says of it', () => {
  expect(
    readNowWords([entry('U', 'unit', null, null), entry('p', 'page', 'U', null)], 'p', { number: 1, at }, 'UTC'),
  ).toMatch(/^Students read edition 1/)
  expect(readNowWords(plan, 'p', undefined, 'UTC')).toBe('Students can’t read this yet')
})

test('publishing a chapter leaves it out of sight; publishing it with its book does not', () => {
  const alone = oncePublished(plan, new Set(['c']), 'UTC')('c')
  expect([isThere(alone.shown), alone.reason]).toEqual([false, 'The book “B” is not published.'])
  const both = oncePublished(plan, new Set(['B', 'c']), 'UTC')
  expect([both('c').reason, both('B').reason, isThere(both('c').shown)]).toEqual(['', '', true])
})
