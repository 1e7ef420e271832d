import { expect, test, vi } from 'vitest'
import type { PlanOutcome, Unanswered } from './ask-plan.ts'
import { PlanQueue } from './plan-queue.ts'
import type { PlanRequest } from './plan-requests.ts'

const add = (id: string, afterId: string | null): PlanRequest => ({
  intent: 'add',
  afterId,
  lines: [{ id, title: id, depth: 2, kind: 'page' }],
})
const settled = (): Promise<void> => new Promise((done) => setTimeout(done, 0))

/** A queue whose requests are answered by hand. */
function byHand(): {
  queue: PlanQueue
  asked: PlanRequest[]
  answer: (outcome: PlanOutcome | Unanswered) => Promise<void>
} {
  const asked: PlanRequest[] = []
  let answering: (outcome: PlanOutcome | Unanswered) => void = () => undefined
  const queue = new PlanQueue((request) => {
    asked.push(request)
    return new Promise((done) => (answering = done))
  })
  return { queue, asked, answer: (outcome) => (answering(outcome), settled()) }
}

test('changes are shown at once, sent in order, and lines that follow each other go together', async () => {
  const { queue, asked, answer } = byHand()
  for (const [id, after] of [
    ['a', null],
    ['b', 'a'],
    ['c', 'b'],
    ['d', 'elsewhere'],
  ] as const)
    void queue.send(add(id, after))
  expect(queue.view()).toMatchObject({ waiting: 4, changes: { length: 4 }, trouble: null })
  await answer({ ok: true, version: 3 })
  await answer({ ok: true, version: 3 })
  await answer({ ok: true, version: 3 })
  expect(asked.map((request) => request.intent === 'add' && request.lines.map(({ id }) => id))).toEqual([
    ['a'],
    ['b', 'c'],
    ['d'],
  ])
  // The plan that the screen has does not hold them yet.
  expect(queue.view()).toMatchObject({ waiting: 0, changes: { length: 4 } })
  queue.loaded(2)
  expect(queue.view().changes).toHaveLength(4)
  void queue.send(add('e', 'd'))
  queue.loaded(3)
  expect(queue.view().changes.map((change) => change.intent === 'add' && change.lines[0]!.id)).toEqual(['e'])
})

test('what the server refuses is told and no longer shown; what follows goes on', async () => {
  const { queue, answer } = byHand()
  const first = queue.send({ intent: 'rename', id: 'x', title: 'y' })
  void queue.send(add('a', null))
  await answer({ ok: false, reason: 'No.' })
  expect(await first).toEqual({ ok: false, reason: 'No.' })
  expect(queue.view().changes).toHaveLength(1)
})

test('without an answer everything waits, says why, and is sent again', async () => {
  vi.useFakeTimers()
  const answers: (PlanOutcome | Unanswered)[] = [{ isSignedOut: false }, { isSignedOut: true }, { ok: true }]
  const made = vi.fn()
  const queue = new PlanQueue(() => Promise.resolve(answers.shift()!), made)
  const done = queue.send(add('a', null))
  await vi.advanceTimersByTimeAsync(0)
  expect(queue.view()).toMatchObject({ waiting: 1, trouble: 'away' })
  await vi.advanceTimersByTimeAsync(500)
  expect(queue.view()).toMatchObject({ waiting: 1, trouble: 'signed out' })
  queue.retry()
  await vi.advanceTimersByTimeAsync(0)
  expect(await done).toEqual({ ok: true })
  expect(made).toHaveBeenCalledOnce()
  expect(queue.view()).toMatchObject({ waiting: 0, trouble: null })
  vi.useRealTimers()
})
