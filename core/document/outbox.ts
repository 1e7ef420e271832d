import type { Node, Schema, Slice } from 'prosemirror-model'
import { Step } from 'prosemirror-transform'
import { z } from 'zod'
import { MOST_STEPS } from './limits.ts'
import { type LocalStep, rebase, type SetAside, writtenBy } from './rebase.ts'
import { schema } from './schema.ts'

/** What a tab writes on: an editor, or a page in memory. It holds the page and the steps the server has not taken. */
export interface Surface {
  readonly page: Node
  readonly local: readonly LocalStep[]
  /** The server has taken the first `count` local steps. */
  confirm(count: number): void
  /** Takes steps that came first, moving the local ones over them. */
  receive(remote: readonly Step[]): readonly SetAside[]
  /** Undoes all local steps and forgets them. */
  discard(): void
}

/** A batch of the log as others see it. Versions count steps: it leads from `from` to `to`. */
export interface LogBatch {
  readonly id: string
  readonly from: number
  readonly to: number
  readonly steps: readonly Step[]
}

/** A batch on its way to the server. `count` local steps, coalesced into `steps`. */
export interface Outgoing {
  readonly id: string
  readonly base: number
  readonly count: number
  readonly steps: readonly Step[]
}

/** What a browser keeps of unsent work, to go on after a reload. */
export const queuedWork = z.object({
  base: z.number().int().min(0),
  /** The batch that was on its way: it may have arrived. */
  sent: z.object({ id: z.string(), steps: z.array(z.unknown()) }).nullable(),
  waiting: z.array(z.unknown()),
})
export type QueuedWork = z.infer<typeof queuedWork>

/**
 * The order of sending and receiving for one tab, apart from any network or editor: at most one batch is on its
 * way; whatever the log says came first is received first; a batch found in the log was taken, however its answer fared.
 */
export class Outbox {
  #version: number
  #outgoing: Outgoing | null = null

  constructor(readonly surface: Surface, version: number) {
    this.#version = version
  }

  /** The version of the log this tab has seen. */
  get version(): number {
    return this.#version
  }

  get outgoing(): Outgoing | null {
    return this.#outgoing
  }

  /** The batch to send: the one on its way again (a retry is harmless), or the next, or null when nothing waits. */
  next(freshId: () => string): Outgoing | null {
    if (this.#outgoing) return this.#outgoing
    const { count, steps } = take(this.surface.local, MOST_STEPS)
    if (count === 0) return null
    this.#outgoing = { id: freshId(), base: this.#version, count, steps }
    return this.#outgoing
  }

  /** Takes batches of the log, in order. Those seen before are passed over; a gap throws. */
  receive(batches: readonly LogBatch[]): SetAside[] {
    const setAside: SetAside[] = []
    for (const batch of batches) {
      if (batch.to <= this.#version) continue
      if (batch.from !== this.#version) throw new RangeError(`The log goes on at ${batch.from}, but this copy stands at ${this.#version}.`)
      if (batch.id === this.#outgoing?.id) this.surface.confirm(this.#outgoing.count)
      else setAside.push(...this.surface.receive(batch.steps))
      // Another batch took this base: the one on its way can't be accepted any more, its steps are local as before.
      this.#outgoing = null
      this.#version = batch.to
    }
    return setAside
  }

  /** Gives up the local steps, which the server will never take; gives back what was written in them. */
  abandon(): Slice[] {
    const written = writtenBy(this.surface.page, this.surface.local)
    this.surface.discard()
    this.#outgoing = null
    return written
  }

  /** What to keep in the browser; null when everything is sent. */
  queued(): QueuedWork | null {
    const { local } = this.surface
    if (local.length === 0) return null
    const waiting = mergedSteps(local.slice(this.#outgoing?.count ?? 0).map(({ step }) => step))
    return {
      base: this.#version,
      sent: this.#outgoing && { id: this.#outgoing.id, steps: this.#outgoing.steps.map((step) => step.toJSON()) },
      waiting: waiting.map((step) => step.toJSON()),
    }
  }

  /** Goes on with work kept by an earlier tab. The surface holds the page at `queued.base` with its steps applied. */
  static resume(surface: Surface, queued: QueuedWork): Outbox {
    const outbox = new Outbox(surface, queued.base)
    if (queued.sent) outbox.#outgoing = { id: queued.sent.id, base: queued.base, count: queued.sent.steps.length, steps: stepsFromJson(queued.sent.steps) }
    return outbox
  }
}

/** Steps from JSON, for pages of `into`: the core's schema, or the editor's own copy of it. */
export function stepsFromJson(json: readonly unknown[], into: Schema = schema): Step[] {
  return json.map((step) => Step.fromJSON(into, step))
}

/** All steps of kept work, in order. */
export function queuedSteps(queued: QueuedWork): Step[] {
  return stepsFromJson([...(queued.sent?.steps ?? []), ...queued.waiting])
}

/** As many local steps as `most` steps hold once neighbours (typing, deleting, marking) are merged. */
function take(local: readonly LocalStep[], most: number): { count: number; steps: Step[] } {
  const steps: Step[] = []
  let count = 0
  for (const { step } of local) {
    const both = steps.at(-1)?.merge(step)
    if (!both && steps.length === most) break
    if (both) steps[steps.length - 1] = both
    else steps.push(step)
    count++
  }
  return { count, steps }
}

/**
 * The same local steps in fewer, for a page on which they are applied. Moving steps over others' takes time with the
 * square of their number; an hour of typing without connection is thousands of steps, but few once merged.
 */
export function mergeLocal(page: Node, local: readonly LocalStep[]): LocalStep[] {
  let now = local.toReversed().reduce((before, { inverted }) => inverted.apply(before).doc ?? before, page)
  return mergedSteps(local.map(({ step }) => step)).map((step) => {
    const merged = { step, inverted: step.invert(now) }
    now = step.apply(now).doc ?? now
    return merged
  })
}

/** Steps with neighbours that continue each other merged: the same change, without the states in between. */
export function mergedSteps(steps: readonly Step[]): Step[] {
  return steps.reduce<Step[]>((merged, step) => {
    const both = merged.at(-1)?.merge(step)
    if (both) merged[merged.length - 1] = both
    else merged.push(step)
    return merged
  }, [])
}

/** A page in memory: for kept work whose editor is gone, and for tests of the order of things. */
export class PageInMemory implements Surface {
  page: Node
  local: LocalStep[] = []

  constructor(page: Node) {
    this.page = page
  }

  /** Applies a step of one's own; throws when it does not fit. */
  write(step: Step): void {
    const result = step.apply(this.page)
    if (!result.doc) throw new RangeError(result.failed ?? 'The step does not fit the page.')
    this.local.push({ step, inverted: step.invert(this.page) })
    this.page = result.doc
  }

  confirm(count: number): void {
    this.local.splice(0, count)
  }

  receive(remote: readonly Step[]): readonly SetAside[] {
    const rebased = rebase(this.page, this.local, remote)
    this.page = rebased.transform.doc
    this.local = [...rebased.local]
    return rebased.setAside
  }

  discard(): void {
    for (const { inverted } of this.local.toReversed()) this.page = inverted.apply(this.page).doc ?? this.page
    this.local = []
  }
}
