import { nanoid } from 'nanoid'
import { z } from 'zod'
import { Outbox, type Surface } from '../../../core/document/outbox.ts'
import { plainText } from '../../../core/document/plain-text.ts'
import { writtenBy } from '../../../core/document/rebase.ts'
import { type Cursor, type Presence, type SentSetAside, serverMessage, type WireBatch, wireBatch } from '../../../core/document/wire.ts'
import { SCHEMA_VERSION } from '../../../core/kinds/registry.ts'
import { deliver, readBatches, sendSetAside, sentSetAside, type Standing } from './courier.ts'
import { holdWork, keepWork } from './queue-store.ts'

/** Typing is gathered for so long before it is sent, in milliseconds. */
const GATHER = 250
/** How often what waits is named anew, from how many of the last steps, and in how many characters. */
const NAMING = 1500
const NAMED_STEPS = 200
const LINE = 48
const RETRY = [500, 1000, 2000, 4000, 8000]

export interface SessionEvents {
  /** `waiting` is what has not been sent, as words; empty when everything is. */
  onStanding(standing: Standing, waiting: string): void
  onPresence(presence: Presence): void
  /** The list of passages set aside on the server has changed. */
  onSetAside(): void
  /** Steps of others, or the taking of one's own, moved the version on. */
  onVersion(version: number): void
}

/**
 * One tab's writing on one page: keeps unsent steps in the browser, sends them, follows the log over a socket,
 * and catches up by itself after anything that went wrong.
 */
export class WritingSession {
  readonly client = nanoid(12)
  readonly outbox: Outbox
  #standing: Standing = { sort: 'kept' }
  #sendTimer: ReturnType<typeof setTimeout> | undefined
  #isSending = false
  #failures = 0
  #socket: WebSocket | null = null
  #socketTimer: ReturnType<typeof setTimeout> | undefined
  #closed = false
  #unsentSetAside: SentSetAside[] = []
  #waiting = ''
  #namedAt = 0
  #keeping: Promise<void> | null = null
  #keepAgain = false

  constructor(
    readonly surface: Surface,
    version: number,
    private readonly where: { person: string; document: string },
    private readonly events: SessionEvents,
  ) {
    this.outbox = new Outbox(surface, version)
    holdWork(this.client)
    this.#connect()
    window.addEventListener('online', this.hurry)
    window.addEventListener('beforeunload', this.#warn)
  }

  /** To be called after every change of one's own. */
  readonly wrote = (): void => {
    this.#keep()
    this.#tell()
    this.#plan(GATHER)
  }

  /** Tries at once, as when the network is back or the author has signed in again. */
  readonly hurry = (): void => {
    this.#failures = 0
    if (this.#standing.sort === 'signed out') this.#stand({ sort: 'waiting' })
    this.#plan(0)
    if (!this.#socket) this.#connect()
  }

  close(): void {
    this.#closed = true
    clearTimeout(this.#sendTimer)
    clearTimeout(this.#socketTimer)
    window.removeEventListener('online', this.hurry)
    window.removeEventListener('beforeunload', this.#warn)
    this.#socket?.close()
    if (this.outbox.surface.local.length > 0) void this.#send()
  }

  sendCursor(cursor: Cursor | null): void {
    if (this.#socket?.readyState === WebSocket.OPEN) this.#socket.send(JSON.stringify({ type: 'cursor', cursor }))
  }

  /** Takes everything unsent out of the page, keeping its words aside: the server will never take these steps. */
  #abandon(): void {
    const entries = this.outbox.abandon().map((slice) => ({ id: nanoid(), reason: 'refused' as const, content: slice.toJSON() as unknown }))
    this.#noPlace(entries)
    this.#keep()
  }

  #plan(wait: number): void {
    if (this.#closed || this.#isSending || this.#standing.sort === 'signed out' || this.#standing.sort === 'shut') return
    clearTimeout(this.#sendTimer)
    this.#sendTimer = setTimeout(() => void this.#send(), wait)
  }

  async #send(): Promise<void> {
    if (this.#isSending) return
    this.#isSending = true
    const delivery = await deliver(this.where.document, this.client, this.outbox, (entries) => this.#noPlace(entries))
    this.#isSending = false
    this.#keep()
    this.events.onVersion(this.outbox.version)
    if (typeof delivery === 'object') {
      this.#abandon()
      return this.#stand({ sort: 'refused', reason: delivery.refused })
    }
    if (delivery === 'waiting') {
      this.#stand({ sort: 'waiting' })
      return this.#plan(RETRY[Math.min(this.#failures++, RETRY.length - 1)]!)
    }
    if (delivery === 'signed out' || delivery === 'shut' || delivery === 'outdated') return this.#stand({ sort: delivery })
    this.#failures = 0
    await this.#sendSetAside()
    this.#tell()
    if (this.surface.local.length > 0) this.#plan(delivery === 'behind' ? 0 : GATHER)
  }

  #tell(): void {
    if (['kept', 'sending', 'waiting'].includes(this.#standing.sort) || this.surface.local.length === 0) {
      const sort = this.surface.local.length === 0 && this.#unsentSetAside.length === 0 ? 'kept' : this.#standing.sort === 'waiting' && this.#failures > 0 ? 'waiting' : 'sending'
      this.#stand({ sort })
    } else this.#stand(this.#standing)
  }

  /** The words that wait, no more than a line of them. Looked up now and then: it takes time with much unsent work. */
  #waitingWords(): string {
    const { local, page } = this.surface
    if (local.length === 0) return ''
    if (Date.now() - this.#namedAt > NAMING || this.#waiting === '') {
      this.#namedAt = Date.now()
      const words = writtenBy(page, local.slice(-NAMED_STEPS)).map(plainText).join(' … ')
      this.#waiting = words === '' ? 'a change without words' : `“${words.length > LINE ? `…${words.slice(-LINE)}` : words}”`
    }
    return this.#waiting
  }

  #stand(standing: Standing): void {
    this.#standing = standing
    this.events.onStanding(standing, this.#waitingWords())
  }

  /** Writes unsent work to the browser's store; one write at a time, the last state always follows. */
  #keep(): void {
    if (this.#keeping) {
      this.#keepAgain = true
      return
    }
    const entry = { ...this.where, client: this.client, schemaVersion: SCHEMA_VERSION, work: this.outbox.queued(), setAside: this.#unsentSetAside }
    this.#keeping = keepWork(entry)
      .catch(() => undefined)
      .then(() => {
        this.#keeping = null
        if (this.#keepAgain) {
          this.#keepAgain = false
          this.#keep()
        }
      })
  }

  #noPlace(entries: SentSetAside[]): void {
    if (entries.length === 0) return
    this.#unsentSetAside.push(...entries)
    void this.#sendSetAside()
  }

  async #sendSetAside(): Promise<void> {
    const entries = this.#unsentSetAside
    if (entries.length === 0 || !(await sendSetAside(this.where.document, entries))) return
    this.#unsentSetAside = this.#unsentSetAside.filter((entry) => !entries.includes(entry))
    this.#keep()
    this.events.onSetAside()
  }

  #connect(): void {
    if (this.#closed) return
    clearTimeout(this.#socketTimer)
    const { document: documentId } = this.where
    const address = `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/live?document=${documentId}&client=${this.client}&since=${this.outbox.version}`
    const socket = new WebSocket(address)
    this.#socket = socket
    socket.onopen = () => {
      // Whoever can be followed can be sent to: no need to wait out the pause between attempts.
      if (this.#standing.sort === 'waiting') this.hurry()
    }
    socket.onmessage = ({ data }) => this.#heard(String(data))
    socket.onclose = () => {
      if (this.#socket !== socket) return
      this.#socket = null
      if (!this.#closed) this.#socketTimer = setTimeout(() => this.#connect(), 1000 + Math.random() * 1000)
    }
  }

  #heard(data: string): void {
    const message = serverMessage.safeParse(JSON.parse(data)).data
    if (message?.type === 'batches') void this.#receive(message.batches)
    else if (message?.type === 'presence') this.events.onPresence(message.presence)
    else if (message?.type === 'set-aside') this.events.onSetAside()
  }

  async #receive(batches: readonly WireBatch[]): Promise<void> {
    const read = readBatches(batches, this.outbox)
    if (!read) return this.#stand({ sort: 'outdated' })
    try {
      this.#noPlace(sentSetAside(this.outbox.receive(read)))
    } catch {
      // A gap: some messages were lost with an old socket. The log has them.
      const answer = await fetch(`/documents/${this.where.document}/log?since=${this.outbox.version}`).catch(() => null)
      const log = z.object({ batches: z.array(wireBatch) }).safeParse(await answer?.json().catch(() => null)).data
      const missed = log ? readBatches(log.batches, this.outbox) : []
      if (!missed) return this.#stand({ sort: 'outdated' })
      this.#noPlace(sentSetAside(this.outbox.receive(missed)))
    }
    this.#keep()
    this.#tell()
    this.events.onVersion(this.outbox.version)
  }

  readonly #warn = (event: BeforeUnloadEvent): void => {
    // What waits is kept in the browser and sent later; only work that could not even be kept is worth a warning.
    if (this.#keeping && this.#keepAgain) event.preventDefault()
  }
}
