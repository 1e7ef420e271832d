import { z } from 'zod'
import { type LogBatch, type Outbox, type Outgoing, queuedWork } from './outbox.ts'
import type { SetAside } from './rebase.ts'
import { MOST_SET_ASIDE, MOST_SET_ASIDE_LENGTH, type SentSetAside, sentSetAside } from './wire.ts'

/** Everything of a tab that the server does not have yet, as the browser keeps it. */
export const unsentWork = z.object({ work: queuedWork.nullable(), setAside: z.array(sentSetAside) })
export type UnsentWork = z.infer<typeof unsentWork>

/** What the server said to a batch, its steps in the schema of the page; or that it said nothing. */
export type Answer =
  /**
   * In the log from `from` to `to`. `before` is what came between the batch's base and `from`; `steps` what became of
   * it there, null: as it was sent.
   */
  | {
      readonly status: 'taken'
      readonly from: number
      readonly to: number
      readonly before: readonly LogBatch[]
      readonly steps: LogBatch['steps'] | null
    }
  | { readonly status: 'refused'; readonly reason: string }
  | { readonly status: 'waiting' | 'full' | 'signed out' | 'forbidden' | 'deleted' | 'outdated' }

/** What a sender needs of the world around it. */
export interface Ports {
  /** Writes what `latest` gives to where it outlives the tab; resolves when it is there. */
  keep: (latest: () => UnsentWork) => Promise<void>
  send: (batch: Outgoing) => Promise<Answer>
  /** The log from a version on; null when it could not be had, 'outdated' when it can't be read here. */
  readLog: (since: number) => Promise<readonly LogBatch[] | 'outdated' | null>
  /** Keeps passages without a place on the server; false when they did not arrive. */
  sendSetAside: (entries: readonly SentSetAside[]) => Promise<boolean>
  freshId: () => string
}

/** What happened to one attempt to send. */
export type Delivery =
  | 'nothing to send'
  | 'taken'
  | 'waiting'
  | 'full'
  | 'signed out'
  | 'forbidden'
  | 'deleted'
  | 'outdated'
  | { readonly refused: string }

/** No more goes in one request than the server takes: by number, and with room to spare by characters of JSON. */
function oneRequest(entries: readonly SentSetAside[]): SentSetAside[] {
  let length = 0
  const end = entries.findIndex((entry, at) => {
    length += JSON.stringify(entry).length
    return at === MOST_SET_ASIDE || (at > 0 && length > MOST_SET_ASIDE_LENGTH / 4)
  })
  return entries.slice(0, end < 0 ? undefined : end)
}

/**
 * The order of keeping and sending, the same for a tab and for what a tab that is gone left behind. What is on its way
 * is kept, with its id, before the request begins, and again before whatever follows from the answer: wherever the tab
 * ends between two of these, what was kept and what the log holds tell together what is still to be sent.
 */
export class Sender {
  #setAside: SentSetAside[]

  constructor(
    readonly outbox: Outbox,
    private readonly ports: Ports,
    setAside: readonly SentSetAside[] = [],
  ) {
    this.#setAside = [...setAside]
  }

  get unsent(): UnsentWork {
    return { work: this.outbox.queued(), setAside: this.#setAside }
  }

  get isDone(): boolean {
    return this.outbox.surface.local.length === 0 && this.outbox.outgoing === null && this.#setAside.length === 0
  }

  keep(): Promise<void> {
    return this.ports.keep(() => this.unsent)
  }

  /** Sends the next batch once, and the passages without a place. */
  async send(): Promise<Delivery> {
    const outgoing = this.outbox.next(() => this.ports.freshId())
    if (!outgoing) return this.#finish('nothing to send')
    await this.keep()
    const answer = await this.ports.send(outgoing)
    // The log may have told meanwhile what became of it.
    if (answer.status === 'taken') return (await this.#taken(outgoing, answer)) ? this.#finish('taken') : 'waiting'
    if (answer.status === 'refused') {
      if (this.outbox.outgoing === outgoing) this.abandon()
      return this.#finish({ refused: answer.reason })
    }
    return answer.status
  }

  /** Takes batches of the log; false when they leave a gap and the log itself could not be had. */
  async receive(batches: readonly LogBatch[]): Promise<boolean | 'outdated'> {
    try {
      this.#noPlace(this.outbox.receive(batches))
    } catch {
      return this.#catchUp(Infinity)
    } finally {
      void this.keep()
    }
    return true
  }

  /** Takes everything unsent out of the page, keeping its words: the server will never take these steps. */
  abandon(): void {
    this.#setAside.push(
      ...this.outbox
        .abandon()
        .map((slice) => ({ id: this.ports.freshId(), reason: 'refused' as const, content: slice.toJSON() as unknown })),
    )
    void this.keep()
  }

  /** Takes what an author is to decide about, to be sent with the rest. */
  setAside(entries: readonly SentSetAside[]): void {
    this.#setAside.push(...entries)
    void this.keep()
  }

  /** Sends the passages without a place, some at a time; each is forgotten here when the server has it. */
  async sendSetAside(): Promise<boolean> {
    while (this.#setAside.length > 0) {
      const some = oneRequest(this.#setAside)
      await this.keep()
      if (!(await this.ports.sendSetAside(some))) return false
      this.#setAside = this.#setAside.filter((entry) => !some.includes(entry))
    }
    return true
  }

  async #finish(delivery: Delivery): Promise<Delivery> {
    const isSent = await this.sendSetAside()
    await this.keep()
    return isSent ? delivery : 'waiting'
  }

  async #taken(
    { id, steps: asSent }: Outgoing,
    { from, to, before, steps }: Answer & { status: 'taken' },
  ): Promise<boolean> {
    const own = { id, from, to, steps: steps ?? asSent }
    const reached = await this.receive([...before, own])
    // More came between than the answer holds, and the log could not be read: the same batch is asked for again.
    if (reached !== true || this.outbox.version < to) return false
    this.outbox.settle(id)
    return true
  }

  async #catchUp(until: number): Promise<boolean | 'outdated'> {
    while (this.outbox.version < until) {
      const batches = await this.ports.readLog(this.outbox.version)
      if (batches === null || batches === 'outdated') return batches ?? false
      if (batches.length === 0) return true
      try {
        this.#noPlace(this.outbox.receive(batches))
      } catch {
        return false
      }
    }
    return true
  }

  #noPlace(setAside: readonly SetAside[]): void {
    this.#setAside.push(
      ...setAside.map(({ whose, slice }) => ({
        id: this.ports.freshId(),
        reason: whose,
        content: slice.toJSON() as unknown,
      })),
    )
  }
}
