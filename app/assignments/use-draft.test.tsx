import { act } from '@testing-library/react'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { plainPassage } from '../../core/document/empty-passage.ts'
import { runHook, serverSaying } from '../../test/shared/drawn.tsx'
import { useDraft } from './use-draft.ts'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())
const wait = (time: number): Promise<void> => act(async () => void (await vi.advanceTimersByTimeAsync(time)))

const intents = (heard: readonly { body: unknown }[]): string[] =>
  heard.map(({ body }) => (body as { intent: string }).intent)

function drafting() {
  let handedIn = 0
  const hook = runHook(() => useDraft('course', 'wall', null, () => handedIn++))
  const write = (words: string): void =>
    act(() => hook.result.current.keep({ content: plainPassage(words), files: [] }))
  return { ...hook, write, handedIn: () => handedIn }
}

test('what is written is kept by itself, once a pause; when it was is told', async () => {
  const heard = serverSaying(() => ({ ok: true }))
  const { result, write } = drafting()
  write('The bat')
  write('The batter is one in six.')
  expect(result.current.kept.type).toBe('keeping')
  await wait(5000)
  expect(heard.map(({ body }) => body)).toEqual([
    { intent: 'draft', content: plainPassage('The batter is one in six.'), files: [] },
  ])
  expect(result.current.kept.type).toBe('kept')
})

test('a draft on its way never comes after what is handed in', async () => {
  const answers: (() => void)[] = []
  const heard = serverSaying(() => new Promise((done) => answers.push(() => done({ ok: true }))))
  const { result, write, handedIn } = drafting()
  write('One in six.')
  await wait(5000)
  let done: Promise<void> | undefined
  act(() => void (done = result.current.handIn()))
  await wait(0)
  expect(intents(heard), 'the hand-in waits').toEqual(['draft'])
  await act(async () => answers[0]!())
  await act(async () => answers[1]!())
  await act(async () => done)
  expect(intents(heard)).toEqual(['draft', 'hand in'])
  expect([handedIn(), result.current.isSending]).toEqual([1, false])
})

test('without an answer it says so and tries again; a refusal is said and not tried again', async () => {
  let said: unknown = null
  const heard = serverSaying(() => said)
  const { result, write } = drafting()
  write('One in six.')
  await wait(5000)
  expect(result.current.kept).toMatchObject({ type: 'problem' })
  said = { ok: true }
  await wait(60_000)
  expect(result.current.kept.type).toBe('kept')
  said = { ok: false, reason: 'The time for this assignment is over.' }
  const before = heard.length
  write('One in seven.')
  await wait(120_000)
  expect(result.current.kept).toEqual({ type: 'problem', words: 'The time for this assignment is over.' })
  expect(heard.length).toBe(before + 1)
})

test('what is handed in too late, or not taken, is still there', async () => {
  serverSaying(() => ({ ok: false, reason: 'The time for this assignment is over.' }))
  const { result, write, handedIn } = drafting()
  write('One in six.')
  await act(async () => result.current.handIn())
  expect([handedIn(), result.current.work.content]).toEqual([0, plainPassage('One in six.')])
  expect(result.current.kept).toMatchObject({ words: 'The time for this assignment is over.' })
})
