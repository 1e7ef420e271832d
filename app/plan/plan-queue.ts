import type { PlanChange } from '../../core/plan/foresee.ts'
import type { PlanOutcome, Unanswered } from './ask-plan.ts'
import type { PlanRequest } from './plan-requests.ts'

/** Pauses between attempts, in milliseconds. */
const RETRY = [500, 1000, 2000, 4000, 8000]

interface Waiting {
  readonly request: PlanRequest
  readonly told: (outcome: PlanOutcome) => void
  /** The version of the plan that holds it; null until the server has made it. */
  madeAt: number | null
}

/** What a screen shows of the queue. */
export interface QueueView {
  /** Changes that the plan of the server may not hold yet, in order. */
  readonly changes: readonly PlanChange[]
  /** How many are still to be sent. */
  readonly waiting: number
  /** Why they are not sent; null while they are. */
  readonly trouble: 'away' | 'signed out' | null
}

const EMPTY: QueueView = { changes: [], waiting: 0, trouble: null }

/**
 * Changes of a course's plan on their way to the server: shown at once, sent in the background one after the other, so
 * that each is made on what the one before left. Nobody who types or presses keys waits for an answer; what can't be
 * sent waits and is tried again.
 */
export class PlanQueue {
  #queue: Waiting[] = []
  #view = EMPTY
  #trouble: QueueView['trouble'] = null
  #isSending = false
  #failures = 0
  #timer: ReturnType<typeof setTimeout> | undefined
  readonly #listeners = new Set<() => void>()

  /** `onMade`: the server has changed something; the plan is to be loaded anew. */
  constructor(
    private readonly ask: (request: PlanRequest) => Promise<PlanOutcome | Unanswered>,
    public onMade: () => void = () => undefined,
  ) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  readonly view = (): QueueView => this.#view

  /** Puts a change at the end of the queue; resolves when the server has made or refused it. */
  send(request: PlanRequest): Promise<PlanOutcome> {
    return new Promise((told) => {
      this.#queue.push({ request, told, madeAt: null })
      this.#changed()
      void this.#run()
    })
  }

  /** Tries at once, as when the network is back. */
  readonly retry = (): void => {
    clearTimeout(this.#timer)
    this.#failures = 0
    void this.#run()
  }

  /** The screen has a plan of this version: what it holds need not be foreseen any more. */
  loaded(version: number): void {
    const rest = this.#queue.filter(({ madeAt }) => madeAt === null || madeAt > version)
    if (rest.length === this.#queue.length) return
    this.#queue = rest
    this.#changed()
  }

  async #run(): Promise<void> {
    if (this.#isSending) return
    this.#isSending = true
    for (let batch = this.#nextBatch(); batch.length > 0; batch = this.#nextBatch()) {
      const outcome = await this.ask(joined(batch.map(({ request }) => request)))
      if (!('ok' in outcome)) {
        this.#trouble = outcome.isSignedOut ? 'signed out' : 'away'
        this.#timer = setTimeout(this.retryAgain, RETRY[Math.min(this.#failures++, RETRY.length - 1)])
        break
      }
      this.#failures = 0
      this.#trouble = null
      this.#settle(batch, outcome)
    }
    this.#isSending = false
    this.#changed()
  }

  readonly retryAgain = (): void => void this.#run()

  #settle(batch: readonly Waiting[], outcome: PlanOutcome): void {
    // What was refused is not shown as if it were made.
    if (!outcome.ok) this.#queue = this.#queue.filter((each) => !batch.includes(each))
    else for (const each of batch) each.madeAt = outcome.version ?? 0
    this.#changed()
    for (const each of batch) each.told(each === batch.at(-1) ? outcome : { ...outcome, notes: [] })
    if (outcome.ok) this.onMade()
  }

  /** The next request, with the lines that follow each other in one go. */
  #nextBatch(): Waiting[] {
    const waiting = this.#queue.filter(({ madeAt }) => madeAt === null)
    const batch = waiting.slice(0, 1)
    for (const next of waiting.slice(1)) {
      if (!follows(batch.at(-1)!.request, next.request)) break
      batch.push(next)
    }
    return batch
  }

  #changed(): void {
    const waiting = this.#queue.filter(({ madeAt }) => madeAt === null).length
    this.#view = {
      changes: this.#queue.flatMap(({ request }) => (isForeseen(request) ? [request] : [])),
      waiting,
      trouble: waiting > 0 ? this.#trouble : null,
    }
    for (const listener of this.#listeners) listener()
  }
}

function isForeseen(request: PlanRequest): request is PlanRequest & PlanChange {
  return (
    request.intent === 'add' || request.intent === 'move' || request.intent === 'rename' || request.intent === 'delete'
  )
}

/** Lines of which each says what it becomes and stands after the one before it. */
function follows(before: PlanRequest, next: PlanRequest): boolean {
  if (before.intent !== 'add' || next.intent !== 'add') return false
  if (
    before.lines.length + next.lines.length > MOST_TOGETHER ||
    [...before.lines, ...next.lines].some(({ kind }) => kind === undefined || kind === 'aim')
  )
    return false
  return next.afterId === before.lines.at(-1)?.id
}

const MOST_TOGETHER = 100

function joined([first, ...rest]: readonly PlanRequest[]): PlanRequest {
  return rest.reduce(
    (all, each) =>
      all.intent === 'add' && each.intent === 'add' ? { ...all, lines: [...all.lines, ...each.lines] } : all,
    first!,
  )
}

const queues = new Map<string, PlanQueue>()

/** The queue of a course: one for as long as the window is open, whichever screens come and go. */
export function queueOf(courseId: string, ask: (request: PlanRequest) => Promise<PlanOutcome | Unanswered>): PlanQueue {
  const queue = queues.get(courseId) ?? new PlanQueue(ask)
  queues.set(courseId, queue)
  return queue
}
