import { nanoid } from 'nanoid'
import type { LogBatch, Outbox } from '../../../core/document/outbox.ts'
import { stepsFromJson } from '../../../core/document/outbox.ts'
import type { SetAside } from '../../../core/document/rebase.ts'
import { saveAnswer, type SentSetAside, type WireBatch } from '../../../core/document/wire.ts'
import { SCHEMA_VERSION } from '../../../core/kinds/registry.ts'

/** Where work in hand stands between this browser and the server. */
export type Standing =
  | { readonly sort: 'kept' }
  | { readonly sort: 'sending' }
  /** Nobody answers; tried again by itself. */
  | { readonly sort: 'waiting' }
  /** The session ended: sent once the author has signed in again. */
  | { readonly sort: 'signed out' }
  /** The server will not take this author's work here any more. */
  | { readonly sort: 'shut' }
  | { readonly sort: 'refused'; readonly reason: string }
  /** A newer Fieldstone is running: the page has to be loaded anew. */
  | { readonly sort: 'outdated' }

/** What happened to one attempt to send. */
export type Delivery = 'nothing to send' | 'taken' | 'behind' | 'waiting' | 'signed out' | 'shut' | 'outdated' | { readonly refused: string }

/** Batches for an outbox, their steps in the schema of its page. */
export function batchesFromWire(batches: readonly WireBatch[], { surface }: Outbox): LogBatch[] {
  return batches.map(({ id, from, to, steps }) => ({ id, from, to, steps: stepsFromJson(steps, surface.page.type.schema) }))
}

export function sentSetAside(setAside: readonly SetAside[]): SentSetAside[] {
  return setAside.map(({ whose, slice }) => ({ id: nanoid(), reason: whose, content: slice.toJSON() as unknown }))
}

/** The same, or null when something in them is not known here: they come from a newer Fieldstone. */
export function readBatches(batches: readonly WireBatch[], outbox: Outbox): ReturnType<typeof batchesFromWire> | null {
  try {
    return batchesFromWire(batches, outbox)
  } catch {
    return null
  }
}

/** A request that takes its time is given up: the same batch is sent again, which is harmless. */
const PATIENCE = 20_000

/** Sends the next batch of an outbox once. `received` is told what had no place any more. */
export async function deliver(documentId: string, client: string, outbox: Outbox, received: (setAside: SentSetAside[]) => void): Promise<Delivery> {
  const outgoing = outbox.next(nanoid)
  if (!outgoing) return 'nothing to send'
  const body = JSON.stringify({ id: outgoing.id, base: outgoing.base, client, schemaVersion: SCHEMA_VERSION, steps: outgoing.steps })
  let response: Response
  try {
    response = await fetch(`/documents/${documentId}/batches`, { method: 'POST', body, headers: { 'Content-Type': 'application/json' }, signal: AbortSignal.timeout(PATIENCE) })
  } catch {
    return 'waiting'
  }
  const shut = refusalOf(response)
  if (shut) return shut
  const answer = saveAnswer.safeParse(await response.json().catch(() => null)).data
  if (!answer) return 'waiting'
  if (answer.status === 'refused') return { refused: answer.reason }
  if (answer.status === 'outdated') return 'outdated'
  if (answer.status === 'taken') outbox.receive([{ id: outgoing.id, from: answer.from, to: answer.to, steps: outgoing.steps }])
  else {
    const read = readBatches(answer.batches, outbox)
    if (!read) return 'outdated'
    received(sentSetAside(outbox.receive(read)))
  }
  return answer.status
}

function refusalOf(response: Response): Delivery | null {
  if (response.status === 401) return 'signed out'
  if (response.status === 403 || response.status === 404) return 'shut'
  return response.ok || response.status === 422 ? null : 'waiting'
}

/** Keeps passages without a place on the server; false when it could not be reached. */
export async function sendSetAside(documentId: string, entries: readonly SentSetAside[]): Promise<boolean> {
  try {
    const response = await fetch(`/documents/${documentId}/set-aside`, { method: 'POST', body: JSON.stringify({ intent: 'keep', entries }), headers: { 'Content-Type': 'application/json' } })
    return response.ok
  } catch {
    return false
  }
}
