import pg from 'pg'
import { connection, pool } from '../database/pool.server.ts'
import { log } from '../log.server.ts'
import {
  presence as presenceSchema,
  type Presence,
  type ServerMessage,
  type WireBatch,
} from '../../core/document/wire.ts'
import { allTopicsChanged, topicChanged } from '../live/topics.server.ts'
import { toWire } from './accept-batch.server.ts'
import { readLog } from './trees.server.ts'
import { BATCHES_AT_ONCE, notify } from './queries.server.ts'

/** A socket that follows a document. */
export interface Follower {
  readonly client: string
  /** The version this follower has been sent. */
  version: number
  send: (message: ServerMessage) => void
  /** The same as text: what goes to many is written once. */
  sendText: (message: string) => void
}

const followers = new Map<string, Set<Follower>>()
interface Pumping {
  /** Something was committed since this run began to read. */
  again: boolean
  run: Promise<void>
}
const pumping = new Map<string, Pumping>()
/** Batches of so many milliseconds go in one message. */
const GATHER = 40
let listener: pg.Client | null = null
let stopped = false

/** Follows a document from the follower's version on: what the log holds already is sent at once. */
export async function follow(documentId: string, follower: Follower): Promise<void> {
  const set = followers.get(documentId) ?? new Set()
  followers.set(documentId, set.add(follower))
  await pump(documentId)
}

export function unfollow(documentId: string, follower: Follower): void {
  const set = followers.get(documentId)
  set?.delete(follower)
  if (set?.size === 0) followers.delete(documentId)
}

export async function tellPresence(documentId: string, presence: Presence): Promise<void> {
  await notify(pool, 'fieldstone_presence', JSON.stringify({ documentId, presence }))
}

/**
 * Sends each follower what it lacks. One run at a time a document: messages keep the order of the log. Whatever is
 * committed while one waits goes with the next: with a class on one page a message holds many batches.
 */
async function pump(documentId: string): Promise<void> {
  const state = pumping.get(documentId)
  if (state) {
    state.again = true
    return state.run
  }
  const mine: Pumping = { again: false, run: Promise.resolve() }
  pumping.set(documentId, mine)
  mine.run = pumpUntilDone(documentId, mine)
  return mine.run
}

async function pumpUntilDone(documentId: string, state: Pumping): Promise<void> {
  do {
    state.again = false
    try {
      if (await pumpOnce(documentId)) state.again = true
    } catch (error) {
      log.warn({ documentId, error: String(error) }, 'followers were not told')
    }
    await new Promise((done) => setTimeout(done, GATHER))
  } while (state.again)
  pumping.delete(documentId)
}

/** True when there is more in the log than one message holds. */
async function pumpOnce(documentId: string): Promise<boolean> {
  const set = followers.get(documentId)
  if (!set || set.size === 0) return false
  const since = Math.min(...[...set].map((follower) => follower.version))
  const batches: WireBatch[] = ((await readLog(pool, documentId, since)) ?? []).map(toWire)
  const last = batches.at(-1)
  if (!last) return false
  const texts = new Map<number, string>()
  for (const follower of set) {
    if (follower.version >= last.to) continue
    let text = texts.get(follower.version)
    if (text === undefined)
      texts.set(
        follower.version,
        (text = JSON.stringify({
          type: 'batches',
          batches: batches.filter((batch) => batch.from >= follower.version),
        } satisfies ServerMessage)),
      )
    follower.version = last.to
    follower.sendText(text)
  }
  return batches.length === BATCHES_AT_ONCE
}

/** Listens to what any process commits. Reconnects for ever; after a reconnection every follower catches up. */
export async function startHub(): Promise<void> {
  stopped = false
  try {
    listener = new pg.Client({ ...connection, statement_timeout: 0 })
    listener.on('notification', ({ channel, payload }) => heard(channel, payload ?? ''))
    listener.on('error', () => undefined)
    listener.on('end', () => retry())
    await listener.connect()
    await listener.query(
      'listen fieldstone_document; listen fieldstone_presence; listen fieldstone_set_aside; listen fieldstone_gone; listen fieldstone_topic',
    )
    allTopicsChanged()
    for (const documentId of followers.keys()) void pump(documentId)
  } catch {
    listener?.removeAllListeners('end')
    void listener?.end().catch(() => undefined)
    retry()
  }
}

function retry(): void {
  if (!stopped) setTimeout(() => void startHub(), 500).unref()
}

export async function stopHub(): Promise<void> {
  stopped = true
  await listener?.end().catch(() => undefined)
}

function heard(channel: string, payload: string): void {
  if (channel === 'fieldstone_topic') topicChanged(payload)
  else if (channel === 'fieldstone_document') void pump(payload.split(' ')[0] ?? '')
  else if (channel === 'fieldstone_set_aside') tell(payload, { type: 'set-aside' })
  else if (channel === 'fieldstone_gone') {
    const [documentId = '', what] = payload.split(' ')
    tell(documentId, { type: 'gone', isDeleted: what === 'deleted' })
  } else {
    const { documentId, presence } = JSON.parse(payload) as { documentId: string; presence: unknown }
    tell(documentId, { type: 'presence', presence: presenceSchema.parse(presence) })
  }
}

function tell(documentId: string, message: ServerMessage): void {
  for (const follower of followers.get(documentId) ?? [])
    if (message.type !== 'presence' || message.presence.client !== follower.client) follower.send(message)
}
