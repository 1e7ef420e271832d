import { act } from '@testing-library/react'
import { expect, test } from 'vitest'
import { readSettings } from '../../core/plan/settings.ts'
import { runHook, serverSaying } from '../../test/shared/drawn.tsx'
import { useEntrySettings } from './use-entry-settings.ts'

const kept = readSettings({})

test('a setting shows at once and is kept; quick ones arrive in their order', async () => {
  const answers: (() => void)[] = []
  const heard = serverSaying(() => new Promise((done) => answers.push(() => done({ ok: true }))))
  const { result } = runHook(() => useEntrySettings('course', 'page', kept))
  await act(async () => {
    result.current.set({ feedback: 'never' })
    result.current.set({ mode: 'counted' })
    result.current.set({ mode: 'practice' })
  })
  expect(result.current.settings.mode).toBe('practice')
  expect(heard).toHaveLength(1)
  for (let at = 0; at < 3; at++) await act(async () => answers[at]!())
  expect(heard.slice(1).map(({ body }) => (body as { settings: unknown }).settings)).toEqual([
    { mode: 'counted' },
    { mode: 'practice' },
  ])
  expect(result.current.said).toEqual({ isProblem: false, words: 'Saved.' })
})

test('what is refused goes back to what was kept, and says why', async () => {
  serverSaying(() => ({ ok: false, reason: 'You can no longer edit this course.' }))
  const { result } = runHook(() => useEntrySettings('course', 'page', kept))
  await act(async () => result.current.set({ mode: 'counted' }))
  expect(result.current.settings.mode).toBe(kept.mode)
  expect(result.current.said).toEqual({ isProblem: true, words: 'You can no longer edit this course.' })
})

test('without an answer it says that nothing was changed', async () => {
  serverSaying(() => null)
  const { result } = runHook(() => useEntrySettings('course', 'page', kept))
  let wasDone: boolean | undefined
  await act(async () => void (wasDone = await result.current.ask({ intent: 'introduce', id: 'page' })))
  expect([wasDone, result.current.said?.words]).toEqual([
    false,
    'The server does not answer. Nothing was changed; try again.',
  ])
})
