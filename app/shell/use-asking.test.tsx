import { act } from '@testing-library/react'
import { expect, test } from 'vitest'
import { runHook } from '../../test/shared/drawn.tsx'
import { useAsking } from './use-asking.ts'
import { useOrdered } from './use-ordered.ts'

test('a question is under way until it is answered; what is refused is said, what is good is returned', async () => {
  const { result } = runHook(() => useAsking())
  let answer: (said: { ok: boolean; reason?: string }) => void = () => undefined
  const question = () => new Promise<{ ok: boolean; reason?: string }>((done) => (answer = done))
  let said: unknown
  act(() => void result.current.ask(question).then((got) => (said = got)))
  expect(result.current.isAsking).toBe(true)
  await act(async () => answer({ ok: false, reason: 'The name is taken.' }))
  expect([result.current.isAsking, result.current.problem, said]).toEqual([false, 'The name is taken.', null])
  act(() => void result.current.ask(question).then((got) => (said = got)))
  await act(async () => answer({ ok: true }))
  expect([result.current.problem, said]).toEqual(['', { ok: true }])
})

test('a question that fails altogether does not leave its dialog waiting', async () => {
  const { result } = runHook(() => useAsking())
  const failed = await act(async () =>
    result.current.ask(() => Promise.reject(new Error('lost'))).catch((error: Error) => error.message),
  )
  expect([failed, result.current.isAsking]).toEqual(['lost', false])
})

test('what is asked in order is asked one after the other, also after one that fails', async () => {
  const log: string[] = []
  const waiting: (() => void)[] = []
  const { result } = runHook(() =>
    useOrdered(async (name: string) => {
      log.push(`asked ${name}`)
      await new Promise<void>((done) => waiting.push(done))
      if (name === 'bad') throw new Error(name)
      return name
    }),
  )
  const first = result.current('bad').catch(() => 'failed')
  const second = result.current('good')
  await Promise.resolve()
  expect(log).toEqual(['asked bad'])
  waiting[0]!()
  expect(await first).toBe('failed')
  await new Promise((done) => setTimeout(done))
  expect(log).toEqual(['asked bad', 'asked good'])
  waiting[1]!()
  expect(await second).toBe('good')
})
