import { expect, test } from 'vitest'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { deletedWords } from './use-deletion.ts'
import { nextAfter } from './use-plan-changes.ts'

const row = (id: string, parentId: string | null): PlanRow => ({ id, parentId }) as PlanRow
const plan = [row('unit', null), row('lesson', 'unit'), row('page', 'lesson'), row('note', 'lesson'), row('last', null)]

test('when a row is deleted the next that stays gets the focus, at the end the one before', () => {
  expect(nextAfter(plan, plan, 'page')).toBe('note')
  expect(nextAfter(plan, plan, 'lesson'), 'what stands under it goes with it').toBe('last')
  expect(nextAfter(plan, plan, 'unit')).toBe('last')
  expect(nextAfter(plan, plan, 'last')).toBe('note')
  expect(nextAfter([row('only', null)], [row('only', null)], 'only')).toBeNull()
  // Of a filtered list only what is shown can have the focus.
  expect(nextAfter(plan, [plan[2]!, plan[4]!], 'page')).toBe('last')
})

test('what was deleted is named, with what went along and what hung on it', () => {
  expect(deletedWords('Frost', 0, [])).toBe('“Frost” deleted.')
  expect(deletedWords('Frost', 2, ['3 students have handed in work.'])).toBe(
    '“Frost” and 2 under it deleted. 3 students have handed in work.',
  )
  expect(deletedWords('', 0, [])).toBe('The entry deleted.')
})
