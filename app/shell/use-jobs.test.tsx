import { act, waitFor } from '@testing-library/react'
import { expect, test } from 'vitest'
import { z } from 'zod'
import { runHook, serverSaying } from '../../test/shared/drawn.tsx'
import { useJobs } from './use-jobs.ts'

const jobs = z.array(z.object({ id: z.string(), state: z.enum(['waiting', 'running', 'done', 'failed']) }))
type Job = z.infer<typeof jobs>[number]

test('what was begun is told when it is done, also when it was done before anybody asked how it stands', async () => {
  let stands: Job[] = [{ id: 'old', state: 'done' }]
  serverSaying(() => stands)
  const told: string[] = []
  const { result } = runHook(() => useJobs('/jobs', jobs, ({ id }) => told.push(id)))
  await waitFor(() => expect(result.current.all).toEqual(stands))
  stands = [{ id: 'quick', state: 'done' }, ...stands]
  act(() => result.current.refresh('quick'))
  await waitFor(() => expect(told).toEqual(['quick']))
  act(() => result.current.refresh())
  await waitFor(() => expect(result.current.all?.length).toBe(2))
  expect(told, 'once').toEqual(['quick'])
})

test('an answer to what was asked before something was begun does not count', async () => {
  const answers: ((stands: Job[]) => void)[] = []
  serverSaying(() => new Promise((done) => answers.push(done)))
  const told: string[] = []
  const { result } = runHook(() => useJobs('/jobs', jobs, ({ id }) => told.push(id)))
  await waitFor(() => expect(answers.length).toBe(1))
  act(() => result.current.refresh('again'))
  await waitFor(() => expect(answers.length).toBe(2))
  // The same job was done before, as the first question finds; it has just been begun anew.
  await act(async () => answers[0]!([{ id: 'again', state: 'done' }]))
  expect(told).toEqual([])
  expect(result.current.all).toBeNull()
  await act(async () => answers[1]!([{ id: 'again', state: 'running' }]))
  await waitFor(() => expect(result.current.all?.[0]?.state).toBe('running'))
  await waitFor(() => expect(answers.length).toBe(3))
  await act(async () => answers[2]!([{ id: 'again', state: 'done' }]))
  await waitFor(() => expect(told).toEqual(['again']))
})

test('a server that does not answer is said, and what was known stays', async () => {
  let stands: Job[] | null = [{ id: 'one', state: 'done' }]
  serverSaying(() => stands)
  const { result } = runHook(() => useJobs('/jobs', jobs, () => undefined))
  await waitFor(() => expect(result.current.all?.length).toBe(1))
  stands = null
  act(() => result.current.refresh())
  await waitFor(() => expect(result.current.problem).toMatch(/The server does not answer/))
  expect(result.current.all?.length).toBe(1)
})
