import { nanoid } from 'nanoid'
import { Outbox, type Surface } from '../../core/document/outbox.ts'
import { plainText } from '../../core/document/plain-text.ts'
import { writtenBy } from '../../core/document/rebase.ts'
import { type Delivery, Sender } from '../../core/document/sender.ts'
import {
  type Cursor,
  type Presence,
  type SentSetAside,
  serverMessage,
  type WireBatch,
} from '../../core/document/wire.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { overHttp, readBatches } from './courier.ts'
import { holdWork, WorkStore } from './queue-store.ts'
import type { Standing } from './standing.ts'

/** Typing is gathered for so long before it is sent, in milliseconds. */
const GATHER = 250
/** How often what waits is named anew, from how many of the last steps, and in how many characters. */
const NAMING = 1500
const NAMED_STEPS = 200
const LINE = 48
/** Pauses between attempts, in milliseconds; each is stretched at random, so that a class does not come back as one. */
const RETRY = [500, 1000, 2000, 4000, 8000]
const STRETCH = 0.5
/** Nothing is sent while it stands so: somebody has to do something first. */
const HALTED: readonly Standing['type'][] = ['signed out', 'forbidden', 'deleted']

export interface SessionEvents {
  /** `waiting` is what has not been sent, as words; empty when everything is. */
  onStanding: (standing: Standing, waiting: string) => void
  onPresence: (presence: Presence) => void
  /** The list of passages set aside on the server has changed. */
  onSetAside: () => void
  /** A sentence about what was written and could not stay in the page. */
  onNote: (words: string) => void
  /** Steps of others, or the taking of one's own, moved the version on. */
  onVersion: (version: number) => void
}

/**
 * One tab's writing on one page: keeps unsent steps in the browser, sends them, follows the log over a socket,
 * and catches up by itself after anything that went wrong.
 */
export class WritingSession {
  readonly client = nanoid(12)
  readonly outbox: Outbox
  readonly #sender: Sender
  readonly #store: WorkStore
  readonly #release: () => void
  #standing: Standing = { type: 'kept' }
  #sendTimer: ReturnType<typeof setTimeout> | undefined
  #sending: Promise<void> | null = null
  #failures = 0
  #socket: WebSocket | null = null
  #socketTimer: ReturnType<typeof setTimeout> | undefined
  #closed = false
  #waiting = ''
  #namedAt = 0
  #nameTimer: ReturnType<typeof setTimeout> | undefined

  constructor(
    surface: Surface,
    version: number,
    private readonly where: { person: string; document: string },
    private readonly events: SessionEvents,
  ) {
    this.outbox = new Outbox(surface, version)
    this.#store = new WorkStore({ ...where, client: this.client, schemaVersion: SCHEMA_VERSION })
    this.#sender = new Sender(this.outbox, {
      ...overHttp(where.document, this.client, surface, (words) => this.events.onNote(words)),
      keep: (latest) => this.#store.keep(latest),
    })
    this.#release = holdWork(this.client)
    this.#connect()
    window.addEventListener('online', this.hurry)
    window.addEventListener('beforeunload', this.#warn)
  }

  get surface(): Surface {
    return this.outbox.surface
  }

  /** To be called after every change of one's own. */
  readonly wrote = (): void => {
    void this.#sender.keep()
    this.#tell()
    this.#plan(GATHER)
  }

  /** Tries at once, as when the network is back or the author has signed in again. */
  readonly hurry = (): void => {
    this.#failures = 0
    if (HALTED.includes(this.#standing.type)) {
      this.#stand({ type: 'waiting' })
      this.#tell()
    }
    this.#plan(0)
    if (!this.#socket) this.#connect()
  }

  /** Keeps beside the page what an author is to decide about. */
  setAside(entries: readonly SentSetAside[]): void {
    if (entries.length === 0) return
    this.#sender.setAside(entries)
    this.#tell()
    if (this.#closed) void this.#leave()
    else this.#plan(0)
  }

  /** All that was written and has not been sent, as words. */
  unsentWords(): string {
    return writtenBy(this.surface.page, this.surface.local).map(plainText).join('\n\n')
  }

  close(): void {
    this.outbox.detach()
    // Whatever is shown next can say what waits, to the last word.
    this.#namedAt = 0
    this.#stand(this.#standing)
    this.#closed = true
    clearTimeout(this.#sendTimer)
    clearTimeout(this.#socketTimer)
    clearTimeout(this.#nameTimer)
    window.removeEventListener('online', this.hurry)
    window.removeEventListener('beforeunload', this.#warn)
    this.#socket?.close()
    void this.#leave()
  }

  /** What can't be sent any more is left to be sent by whoever opens a page here next. */
  async #leave(): Promise<void> {
    if (this.#sending) await this.#sending
    if (!this.#sender.isDone) await this.#send()
    await this.#sender.keep()
    this.#release()
  }

  sendCursor(cursor: Cursor | null): void {
    if (this.#socket?.readyState === WebSocket.OPEN) this.#socket.send(JSON.stringify({ type: 'cursor', cursor }))
  }

  #plan(wait: number): void {
    if (this.#closed || this.#sending || HALTED.includes(this.#standing.type)) return
    clearTimeout(this.#sendTimer)
    this.#sendTimer = setTimeout(() => void this.#send(), wait)
  }

  /** One request at a time; whoever asks meanwhile waits for the one that is on its way. */
  #send(): Promise<void> {
    // What an answer does to an editor that is gone meanwhile may fail: what was sent is kept with its id, and asked
    // for again.
    const sent = (): Promise<Delivery> => this.#sender.send().catch(() => 'waiting')
    this.#sending ??= sent().then((delivery) => {
      this.#sending = null
      this.events.onVersion(this.outbox.version)
      this.#told(delivery)
    })
    return this.#sending
  }

  #told(delivery: Delivery): void {
    if (typeof delivery === 'object') {
      this.events.onSetAside()
      return this.#stand({ type: 'refused', reason: delivery.refused })
    }
    if (delivery === 'waiting' || delivery === 'full') {
      this.#stand({ type: 'waiting', isFull: delivery === 'full' })
      return this.#plan(RETRY[Math.min(this.#failures++, RETRY.length - 1)]! * (1 + Math.random() * STRETCH))
    }
    if (delivery === 'signed out' || delivery === 'forbidden' || delivery === 'deleted' || delivery === 'outdated')
      return this.#stand({ type: delivery })
    this.#failures = 0
    this.#tell()
    if (!this.#sender.isDone) this.#plan(GATHER)
  }

  #tell(): void {
    if (['kept', 'sending', 'waiting'].includes(this.#standing.type) || this.surface.local.length === 0) {
      if (this.#sender.isDone) this.#stand({ type: 'kept' })
      else this.#stand(this.#standing.type === 'waiting' && this.#failures > 0 ? this.#standing : { type: 'sending' })
    } else this.#stand(this.#standing)
  }

  /** The words that wait, no more than a line of them. Looked up now and then: it takes time with much unsent work. */
  #waitingWords(): string {
    const { local, page } = this.surface
    if (local.length === 0) return ''
    if (Date.now() - this.#namedAt > NAMING || this.#waiting === '') {
      this.#namedAt = Date.now()
      const words = writtenBy(page, local.slice(-NAMED_STEPS)).map(plainText).join(' … ')
      this.#waiting =
        words === '' ? 'a change without words' : `“${words.length > LINE ? `…${words.slice(-LINE)}` : words}”`
    } else {
      // What was typed since is named too, when the pause is over.
      clearTimeout(this.#nameTimer)
      this.#nameTimer = setTimeout(() => this.#stand(this.#standing), NAMING)
    }
    return this.#waiting
  }

  #stand(standing: Standing): void {
    this.#standing = standing
    this.events.onStanding(standing, this.#waitingWords())
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
      if (this.#standing.type === 'waiting' || HALTED.includes(this.#standing.type)) this.hurry()
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
    else if (message?.type === 'gone') {
      if (message.isDeleted) this.#stand({ type: 'deleted' })
      else this.hurry()
    }
  }

  async #receive(batches: readonly WireBatch[]): Promise<void> {
    const read = readBatches(batches, this.surface)
    // A gap (messages lost with an old socket) is filled from the log.
    if (!read || (await this.#sender.receive(read)) === 'outdated') return this.#stand({ type: 'outdated' })
    if (!this.#sender.isDone && this.surface.local.length === 0) this.#plan(0)
    this.#tell()
    this.events.onVersion(this.outbox.version)
  }

  readonly #warn = (event: BeforeUnloadEvent): void => {
    // What waits is kept in the browser and sent later; only work that could not even be kept is worth a warning.
    if (this.#store.isBehind) event.preventDefault()
  }
}
