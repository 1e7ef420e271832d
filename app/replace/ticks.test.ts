import { expect, test } from 'vitest'
import { ALL, ticked, tickedOf, type Ticks } from './ticks.ts'
import type { FoundPage } from './use-search.ts'

const place = (key: string) => ({ key, match: { from: 1, to: 2, groups: [] }, from: 1, to: 2, line: 'a', at: 0 })
const PAGES: readonly FoundPage[] = [
  { page: { id: 'one', documentId: 'one', version: 1, lines: [] }, places: [place('a'), place('b')] },
  { page: { id: 'two', documentId: 'two', version: 1, lines: [] }, places: [place('c')] },
]
const chosen = (ticks: Ticks): string[] => tickedOf(PAGES, ticks).flatMap(({ places }) => places.map(({ key }) => key))

test('all are ticked at first; one, or all of a page, are taken out and put in again', () => {
  expect(chosen(ALL)).toEqual(['a', 'b', 'c'])
  const two = ticked(ALL, ['b'], false)
  expect(chosen(two)).toEqual(['a', 'c'])
  expect(chosen(ticked(two, ['b'], true))).toEqual(['a', 'b', 'c'])
  expect(tickedOf(PAGES, ticked(two, ['c'], false)).map(({ page }) => page.id)).toEqual(['one'])
})

test('where none is ticked at first, those that are found later are not either', () => {
  const none = { isAll: false, but: new Set<string>() }
  expect(chosen(none)).toEqual([])
  expect(chosen(ticked(none, ['c'], true))).toEqual(['c'])
  expect(chosen(ticked(ticked(none, ['c'], true), ['c'], false))).toEqual([])
})
