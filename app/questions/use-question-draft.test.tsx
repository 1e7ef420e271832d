import { act } from '@testing-library/react'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { plainPassage } from '../../core/document/empty-passage.ts'
import { blankQuestion } from '../../core/questions/question.ts'
import { runHook, serverSaying } from '../../test/shared/drawn.tsx'
import { useQuestionDraft } from './use-question-draft.ts'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())
const pause = (): Promise<void> => act(async () => void (await vi.advanceTimersByTimeAsync(3000)))

const content = blankQuestion('number', () => 'x')
const intents = (heard: readonly { body: unknown }[]): unknown[] =>
  heard.map(({ body }) => {
    const { intent, version, title } = body as { intent: string; version?: number; title: string }
    return [intent, version, title]
  })

const drafting = (version: number | null) =>
  runHook(() => useQuestionDraft('course', null, { id: 'q', title: '', content, version }, () => undefined))

test('a new question is put into the bank at the first pause, and kept from then on', async () => {
  const heard = serverSaying(({ body }) => ({
    ok: true,
    version: (body as { intent: string }).intent === 'add' ? 1 : 2,
  }))
  const { result } = drafting(null)
  expect(result.current.standing.words).toBe('New')
  act(() => result.current.change({ title: 'F' }))
  act(() => result.current.change({ title: 'Frost' }))
  expect(result.current.standing.words).toBe('Saving…')
  await pause()
  act(() => result.current.set(() => ({ solution: plainPassage('Because of the frost.') })))
  await pause()
  expect(intents(heard), 'once a pause, not once a key').toEqual([
    ['add', undefined, 'Frost'],
    ['keep', 1, 'Frost'],
  ])
  expect(result.current.standing.words).toBe('Saved')
})

test('who is behind is told, and can keep their own over what somebody else has kept', async () => {
  let isBehind = true
  const heard = serverSaying(() =>
    isBehind
      ? { ok: false, isBehind, reason: 'Somebody else changed this question meanwhile.' }
      : { ok: true, version: 5 },
  )
  const { result } = drafting(3)
  act(() => result.current.change({ title: 'Mine' }))
  await pause()
  expect(result.current.standing).toEqual({ type: 'behind', words: 'Somebody else changed this question meanwhile.' })
  isBehind = false
  await act(async () => result.current.keepMine())
  expect(intents(heard)).toEqual([
    ['keep', 3, 'Mine'],
    ['keep', 4, 'Mine'],
  ])
  expect(result.current.standing.type).toBe('kept')
})

test('without an answer it is tried again by itself; what is written meanwhile goes with it', async () => {
  let isThere = false
  const heard = serverSaying(() => (isThere ? { ok: true, version: 2 } : null))
  const { result } = drafting(1)
  act(() => result.current.change({ title: 'Frost' }))
  await pause()
  expect(result.current.standing.type).toBe('problem')
  isThere = true
  await act(async () => vi.advanceTimersByTimeAsync(20_000))
  expect(result.current.standing.type).toBe('kept')
  expect(intents(heard).at(-1)).toEqual(['keep', 1, 'Frost'])
})

test('what still waits when the editor closes is kept all the same', async () => {
  const heard = serverSaying(() => ({ ok: true, version: 2 }))
  const { result, unmount } = drafting(1)
  act(() => result.current.change({ title: 'Last words' }))
  unmount()
  await vi.advanceTimersByTimeAsync(10)
  expect(intents(heard)).toEqual([['keep', 1, 'Last words']])
})
