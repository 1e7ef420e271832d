import { expect, test } from 'vitest'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import type { ItemReading } from '../../server/readers/queries.server.ts'
import { readItems } from './read-items.ts'

const row = (id: string, kind: PlanRow['kind'], parentId: string | null, position: number): PlanRow =>
  ({ id, kind, parentId, position, title: id }) as unknown as PlanRow
const reading = (id: string): ItemReading => ({ id, done: 1 }) as ItemReading

test('items stand in the order of the plan, each with its place among those asked for; what holds others is none', () => {
  const plan = [
    row('unit', 'unit', null, 0),
    row('talk', 'discussion', 'lesson', 0),
    row('page', 'page', 'lesson', 1),
    row('lesson', 'lesson', 'unit', 0),
    row('book', 'book', 'lesson', 2),
    row('chapter', 'chapter', 'book', 0),
    row('draft', 'page', 'lesson', 3),
  ]
  const found = readItems(plan, ['page', 'book', 'chapter', 'talk'].map(reading))
  expect(found.map(({ id, place }) => [id, place])).toEqual([
    ['talk', 3],
    ['page', 0],
    ['chapter', 2],
  ])
})
