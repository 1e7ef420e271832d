import { act, screen } from '@testing-library/react'
import { useState } from 'react'
import { expect, test } from 'vitest'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { draw, runHook, serverSaying } from '../../test/shared/drawn.tsx'
import { tryPlan } from './ask-plan.ts'
import { DeleteQuestion } from './confirmed.tsx'
import { PlanQueue } from './plan-queue.ts'
import type { RowFocus } from './use-row-focus.ts'
import { usePlanChanges } from './use-plan-changes.ts'

const row = (id: string, parentId: string | null, edition: number | null = null): PlanRow =>
  ({ id, parentId, title: id, kind: parentId ? 'page' : 'lesson', edition }) as PlanRow
const plan = [row('lesson', null), row('frost', 'lesson', 2), row('lime', 'lesson'), row('stone', 'lesson')]

/** The changes of a plan, and which rows they gave the focus to. */
function changesOf() {
  const focused: (string | null)[] = []
  const focus = {
    want: (id: string | null) => focused.push(id),
    go: (id: string) => focused.push(id),
  } as unknown as RowFocus
  const hook = runHook(() => {
    const [queue] = useState(() => new PlanQueue((request) => tryPlan('course', request)))
    return usePlanChanges('course', plan, plan, queue, focus)
  })
  return { ...hook, focused }
}

test('what nobody has read is deleted at once, can be brought back, and the focus goes on', async () => {
  const heard = serverSaying(({ body }) =>
    (body as { intent: string }).intent === 'delete'
      ? { ok: true, deletionId: 'gone', count: 1, uses: [] }
      : { ok: true },
  )
  const { result, focused } = changesOf()
  await act(async () => result.current.remove(plan[2]!))
  expect(focused).toEqual(['stone'])
  expect(result.current.last?.words).toBe('“lime” deleted.')
  await act(async () => result.current.undo())
  expect(heard.map(({ body }) => body)).toEqual([
    { intent: 'delete', ids: ['lime'] },
    { intent: 'restore', deletionId: 'gone' },
  ])
  expect(result.current.last).toBeNull()
})

test('Ctrl+Z before the server has answered restores as soon as it has', async () => {
  let answer: () => void = () => undefined
  const answered = new Promise<void>((done) => (answer = done))
  const heard = serverSaying(async ({ body }) => {
    if ((body as { intent: string }).intent === 'restore') return { ok: true }
    await answered
    return { ok: true, deletionId: 'gone', count: 1, uses: [] }
  })
  const { result, focused } = changesOf()
  await act(async () => result.current.remove(plan[2]!))
  await act(async () => result.current.undo())
  expect(heard.map(({ body }) => (body as { intent: string }).intent)).toEqual(['delete'])
  await act(async () => {
    answer()
    await new Promise((done) => setTimeout(done))
  })
  expect(heard.map(({ body }) => (body as { intent: string }).intent)).toEqual(['delete', 'restore'])
  expect(focused.at(-1)).toBe('lime')
  expect(result.current.last, 'nothing is left to restore').toBeNull()
})

test('before what students have worked on is deleted, it is said; “Keep it” deletes nothing', async () => {
  const heard = serverSaying(() => ({ ok: true, uses: ['3 students have handed in work.'] }))
  const { result, focused } = changesOf()
  let removed: Promise<void> | undefined
  await act(async () => {
    removed = result.current.remove(plan[1]!)
    // Pressed again while it is being asked: it is asked once.
    await result.current.remove(plan[1]!)
  })
  draw(<DeleteQuestion {...result.current.question!} />)
  expect(await screen.findByText('3 students have handed in work.')).toBeTruthy()
  await act(async () => {
    screen.getByText('Keep it').click()
    await removed
  })
  expect(heard.map(({ body }) => (body as { intent: string }).intent)).toEqual(['weigh'])
  expect(focused).toEqual(['frost'])
})

test('where nothing hangs on it, what was published is deleted without a question', async () => {
  const heard = serverSaying(() => ({ ok: true, uses: [] }))
  const { result } = changesOf()
  await act(async () => result.current.remove(plan[1]!))
  expect(heard.map(({ body }) => (body as { intent: string }).intent)).toEqual(['weigh', 'delete'])
})

test('a move goes where the row may stand, with the focus; at the end there is none', async () => {
  const heard = serverSaying(() => ({ ok: true }))
  const { result, focused } = changesOf()
  await act(async () => result.current.step('lime', 'up'))
  await act(async () => result.current.step('lesson', 'up'))
  expect(heard.map(({ body }) => body)).toEqual([
    { intent: 'move', ids: ['lime'], parentId: 'lesson', beforeId: 'frost' },
  ])
  expect(focused).toEqual(['lime'])
})

test('what the server refuses is said', async () => {
  serverSaying(() => ({ ok: false, reason: 'The plan holds 2,000 lines already.' }))
  const { result } = changesOf()
  await act(async () => result.current.send({ intent: 'rename', id: 'lime', title: 'Lime' }))
  expect(await screen.findByText('The plan holds 2,000 lines already.')).toBeTruthy()
})
