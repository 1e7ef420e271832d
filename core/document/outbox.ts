import type { Node, Schema, Slice } from 'prosemirror-model'
import { Step } from 'prosemirror-transform'
import { z } from 'zod'
import { MOST_INSERTED, MOST_STEPS } from './limits.ts'
import { type LocalStep, lostByOne, rebase, type Rebased, type SetAside, writtenBy } from './rebase.ts'
import { schema } from './schema.ts'

/** What a tab writes on: an editor, or a page in memory. It holds the page and the steps the server has not taken. */
export interface Surface {
  readonly page: Node
  readonly local: readonly LocalStep[]
  /** The server has taken the first `count` local steps as they stand. */
  confirm: (count: number) => void
  /**
   * Takes steps that came first, moving the local ones over them. The first `taken` local steps are what the remote
   * ones came of.
   */
  receive: (remote: readonly Step[], taken?: number) => Received
  /** Steps that neighbours continue may be merged, but for the first `from`: they stand for a batch on its way. */
  merge: (from: number) => void
  /** Undoes all local steps and forgets them. */
  discard: () => void
}

export type Received = Pick<Rebased, 'sources' | 'setAside'>

/** A batch of the log as others see it. Versions count steps: it leads from `from` to `to`. */
export interface LogBatch {
  readonly id: string
  readonly from: number
  readonly to: number
  readonly steps: readonly Step[]
}

/**
 * A batch on its way to the server, as it was first sent: sent again it is the same. The server moves it over what came
 * since `base`, so it stays on its way, whoever else writes, until the log holds it.
 */
export interface Outgoing {
  readonly id: string
  readonly base: number
  readonly steps: readonly Step[]
}

/** What a browser keeps of unsent work, to go on after a reload. */
export const queuedWork = z.object({
  base: z.number().int().min(0),
  /**
   * The batch that was on its way: it may have arrived. `base` and `steps` as they were sent; `moved` is what they are
   * on the page at the work's own `base`, when others wrote meanwhile.
   */
  sent: z
    .object({
      id: z.string(),
      base: z.number().int().min(0).optional(),
      steps: z.array(z.unknown()),
      moved: z.array(z.unknown()).nullable().default(null),
    })
    .nullable(),
  waiting: z.array(z.unknown()),
})
export type QueuedWork = z.infer<typeof queuedWork>

/** Local steps that number more than this are merged before they are moved over others': above it the time is felt. */
const MANY = 300

/**
 * The order of sending and receiving for one tab, apart from any network or editor: at most one batch is on its way;
 * whatever the log says came first is received first; a batch found in the log was taken, however its answer fared.
 */
export class Outbox {
  #version: number
  #outgoing: Outgoing | null = null
  /** How many of the first local steps stand for the batch on its way, and whether others' steps have moved them. */
  #sent = 0
  #isMoved = false

  #surface: Surface

  constructor(surface: Surface, version: number) {
    this.#surface = surface
    this.#version = version
  }

  get surface(): Surface {
    return this.#surface
  }

  /**
   * Goes on in memory, before the editor goes: one that is gone takes no answer any more, and what it has sent would be
   * sent again.
   */
  detach(): void {
    const memory = new PageInMemory(this.#surface.page)
    memory.local = [...this.#surface.local]
    this.#surface = memory
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
    const steps = take(this.surface.local)
    if (steps.length === 0) return null
    this.#outgoing = { id: freshId(), base: this.#version, steps }
    this.#sent = steps.length
    this.#isMoved = false
    return this.#outgoing
  }

  /** Takes batches of the log, in order. Those seen before are passed over; a gap throws. */
  receive(batches: readonly LogBatch[]): SetAside[] {
    const fresh = batches.filter(({ to }) => to > this.#version)
    // Looked at before anything is taken: what the first ones leave without a place must not be forgotten.
    fresh.reduce((at, { from, to }) => {
      if (from !== at) throw new RangeError(`The log goes on at ${from}, but this copy stands at ${at}.`)
      return to
    }, this.#version)
    return fresh.flatMap((batch) => {
      const setAside = batch.id === this.#outgoing?.id ? this.#receiveOwn(batch) : this.#receiveOther(batch)
      this.#version = batch.to
      return setAside
    })
  }

  #receiveOther({ steps }: LogBatch): readonly SetAside[] {
    if (this.surface.local.length > MANY) this.surface.merge(this.#sent)
    const { sources, setAside } = this.surface.receive(steps)
    this.#sent = sources.filter((source) => source < this.#sent).length
    this.#isMoved = true
    return setAside
  }

  /**
   * The batch on its way is in the log. The server moves steps over all that came first at once, a tab over one batch
   * after the other; where that is not the same, the log is right, and words that it lost are set aside.
   */
  #receiveOwn({ steps }: LogBatch): readonly SetAside[] {
    const { local, page } = this.surface
    const [count, isMoved] = [this.#sent, this.#isMoved]
    this.#outgoing = null
    this.#sent = 0
    const sent = local.slice(0, count).map(({ step }) => step)
    const before = isMoved ? local.toReversed().reduce((now, { inverted }) => applied(now, inverted), page) : null
    if (before === null || steps.reduce(applied, before).eq(sent.reduce(applied, before))) {
      this.surface.confirm(count)
      return []
    }
    return [...lostByOne(before, steps, sent), ...this.surface.receive(steps, count).setAside]
  }

  /** Nothing of the batch on its way had a place any more: the log will never hold it. */
  settle(id: string): void {
    if (this.#outgoing?.id !== id) return
    this.#outgoing = null
    this.#sent = 0
  }

  /** Gives up the local steps, which the server will never take; gives back what was written in them. */
  abandon(): Slice[] {
    const written = writtenBy(this.surface.page, this.surface.local)
    this.surface.discard()
    this.#outgoing = null
    this.#sent = 0
    return written
  }

  /** What to keep in the browser; null when everything is sent. */
  queued(): QueuedWork | null {
    const steps = this.surface.local.map(({ step }) => step)
    const outgoing = this.#outgoing
    if (steps.length === 0 && !outgoing) return null
    return {
      base: this.#version,
      sent: outgoing && {
        id: outgoing.id,
        base: outgoing.base,
        steps: toJson(outgoing.steps),
        moved: this.#isMoved ? toJson(steps.slice(0, this.#sent)) : null,
      },
      waiting: toJson(mergedSteps(steps.slice(this.#sent))),
    }
  }

  /** Goes on with work kept by an earlier tab. The surface holds the page at `queued.base` with its steps applied. */
  static resume(surface: Surface, { base, sent }: QueuedWork): Outbox {
    const outbox = new Outbox(surface, base)
    if (sent) {
      outbox.#outgoing = { id: sent.id, base: sent.base ?? base, steps: stepsFromJson(sent.steps) }
      outbox.#sent = (sent.moved ?? sent.steps).length
      outbox.#isMoved = sent.moved !== null
    }
    return outbox
  }
}

const toJson = (steps: readonly Step[]): unknown[] => steps.map((step) => step.toJSON() as unknown)

function applied(page: Node, step: Step): Node {
  return step.apply(page).doc ?? page
}

/** Steps from JSON, for pages of `into`: the core's schema, or the editor's own copy of it. */
export function stepsFromJson(json: readonly unknown[], into: Schema = schema): Step[] {
  return json.map((step) => Step.fromJSON(into, step))
}

/** All steps of kept work as they stand on the page at its base, in order. */
export function queuedSteps({ sent, waiting }: QueuedWork): Step[] {
  return stepsFromJson([...(sent ? (sent.moved ?? sent.steps) : []), ...waiting])
}

/** The first local steps, as many as a batch holds by their number and by what they insert. */
function take(local: readonly LocalStep[]): Step[] {
  let size = 0
  const end = local.findIndex(({ step }, at) => {
    size += insertedSize(step)
    return at === MOST_STEPS || (at > 0 && size > MOST_INSERTED)
  })
  return local.slice(0, end < 0 ? undefined : end).map(({ step }) => step)
}

function insertedSize(step: Step): number {
  let size = 0
  step.getMap().forEach((_oldStart, _oldEnd, from, to) => (size += to - from))
  return size
}

/**
 * The same local steps in fewer, for a page on which they are applied. Moving steps over others' takes time with the
 * square of their number; an hour of typing without connection is thousands of steps, but few once merged. The first
 * `from` stay as they are.
 */
export function mergeLocal(page: Node, local: readonly LocalStep[], from = 0): LocalStep[] {
  let now = local
    .slice(from)
    .toReversed()
    .reduce((before, { inverted }) => applied(before, inverted), page)
  const merged = mergedSteps(local.slice(from).map(({ step }) => step)).map((step) => {
    const each = { step, inverted: step.invert(now) }
    now = applied(now, step)
    return each
  })
  return [...local.slice(0, from), ...merged]
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

  receive(remote: readonly Step[], taken = 0): Received {
    const rebased = rebase(this.page, this.local, remote, undefined, taken)
    this.page = rebased.transform.doc
    this.local = [...rebased.local]
    return rebased
  }

  merge(from: number): void {
    this.local = mergeLocal(this.page, this.local, from)
  }

  discard(): void {
    for (const { inverted } of this.local.toReversed()) this.page = inverted.apply(this.page).doc ?? this.page
    this.local = []
  }
}
