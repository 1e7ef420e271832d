import { expect, test } from 'vitest'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { treeAction, type TreeRow, treeRows } from './tree-rows.ts'

const entry = (id: string, kind: PlanRow['kind'], parentId: string | null): PlanRow =>
  ({ id, kind, parentId, title: id, documentId: null, words: 0 }) as unknown as PlanRow

const PLAN = [
  entry('unit', 'unit', null),
  entry('lesson', 'lesson', 'unit'),
  entry('frost', 'page', 'lesson'),
  entry('book', 'book', 'lesson'),
  entry('chapter', 'chapter', 'book'),
  entry('stones', 'page', 'unit'),
]
const names = (rows: readonly TreeRow[]): string[] => rows.map(({ entry: { id }, depth }) => `${depth} ${id}`)

test('books begin folded, all else open; what an author folds stays folded', () => {
  expect(names(treeRows(PLAN, {}, '', undefined))).toEqual(['0 unit', '1 lesson', '2 frost', '2 book', '1 stones'])
  expect(names(treeRows(PLAN, { lesson: false }, '', undefined))).toEqual(['0 unit', '1 lesson', '1 stones'])
  expect(names(treeRows(PLAN, {}, '', 'chapter')), 'the book that is being written is open').toContain('3 chapter')
})

test('words to filter by show what has them, and the way there, whatever was folded', () => {
  expect(names(treeRows(PLAN, { unit: false }, 'CHAP', undefined))).toEqual([
    '0 unit',
    '1 lesson',
    '2 book',
    '3 chapter',
  ])
  expect(treeRows(PLAN, {}, 'nowhere', undefined)).toEqual([])
})

test('each line knows which it is of how many', () => {
  expect(treeRows(PLAN, {}, '', undefined).map(({ place, siblings }) => `${place} of ${siblings}`)).toEqual([
    '1 of 1',
    '1 of 2',
    '1 of 2',
    '2 of 2',
    '2 of 2',
  ])
})

test('a large plan begins folded, but for the way to what is being worked on', () => {
  const lessons = Array.from({ length: 200 }, (_, at) => [
    entry(`lesson-${at}`, 'lesson', 'unit'),
    entry(`page-${at}`, 'page', `lesson-${at}`),
  ]).flat()
  const rows = treeRows([PLAN[0]!, ...lessons], {}, '', 'page-7')
  expect(rows).toHaveLength(202)
  expect(names(rows)).toContain('2 page-7')
})

test('the keys of a tree (ARIA Authoring Practices, “Tree View”)', () => {
  const rows = treeRows(PLAN, {}, '', undefined)
  const at = (id: string): number => rows.findIndex((row) => row.entry.id === id)
  const press = (key: string, id: string, isTurned = false) => treeAction(key, rows, at(id), isTurned)
  expect(press('ArrowDown', 'unit')).toEqual({ go: 1 })
  expect(press('ArrowUp', 'unit'), 'the first stays').toEqual({ go: 0 })
  expect(press('ArrowDown', 'stones'), 'the last stays').toEqual({ go: 4 })
  expect([press('Home', 'frost'), press('End', 'frost')]).toEqual([{ go: 0 }, { go: 4 }])
  expect(press('ArrowRight', 'book')).toEqual({ fold: 'book', isOpen: true })
  expect(press('ArrowRight', 'lesson'), 'open: to the first in it').toEqual({ go: at('frost') })
  expect(press('ArrowRight', 'frost'), 'holds nothing: stays').toEqual({ go: at('frost') })
  expect(press('ArrowLeft', 'lesson')).toEqual({ fold: 'lesson', isOpen: false })
  expect(press('ArrowLeft', 'frost'), 'to what holds it').toEqual({ go: at('lesson') })
  expect(press('ArrowLeft', 'book'), 'read from right to left').toEqual({ go: at('lesson') })
  expect(press('ArrowLeft', 'book', true)).toEqual({ fold: 'book', isOpen: true })
  expect(press('Tab', 'unit')).toBeNull()
})
