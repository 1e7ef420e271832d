import { nanoid } from 'nanoid'
import { z } from 'zod'
import { type LogBatch, stepsFromJson, type Surface } from '../../core/document/outbox.ts'
import type { Answer, Ports } from '../../core/document/sender.ts'
import { saveAnswer, type SentSetAside, type WireBatch, wireBatch } from '../../core/document/wire.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'

/** A request that takes its time is given up: the same batch is sent again, which is harmless. */
const PATIENCE = 20_000

const JSON_BODY = { 'Content-Type': 'application/json' }

/**
 * Batches of the log with their steps in the schema of a page; null when something in them is not known here: they come
 * from a newer Fieldstone.
 */
export function readBatches(batches: readonly WireBatch[], { page }: Surface): LogBatch[] | null {
  try {
    return batches.map(({ id, from, to, steps }) => ({ id, from, to, steps: stepsFromJson(steps, page.type.schema) }))
  } catch {
    return null
  }
}

/**
 * The server as a sender knows it, for the work of one client on one document. `onNote` hears what could not stay in
 * the page.
 */
export function overHttp(
  documentId: string,
  client: string,
  surface: Surface,
  onNote: (words: string) => void = () => undefined,
): Omit<Ports, 'keep'> {
  return {
    freshId: () => nanoid(),
    send: async ({ id, base, steps }) => {
      const body = JSON.stringify({ id, base, client, schemaVersion: SCHEMA_VERSION, steps })
      const response = await ask(`/documents/${documentId}/batches`, { method: 'POST', body, headers: JSON_BODY })
      if (!response) return { status: 'waiting' }
      const refusal = refusalOf(response)
      if (refusal) return { status: refusal }
      return readAnswer(await response.json().catch(() => null), surface, onNote)
    },
    readLog: async (since) => {
      const response = await ask(`/documents/${documentId}/log?since=${since}`)
      const log = z.object({ batches: z.array(wireBatch) }).safeParse(await response?.json().catch(() => null)).data
      return log ? (readBatches(log.batches, surface) ?? 'outdated') : null
    },
    sendSetAside: (entries) => sendSetAside(documentId, entries),
  }
}

/** A request that is given up after a while; null when nobody answers. */
export async function ask(address: string, options: RequestInit = {}): Promise<Response | null> {
  try {
    return await fetch(address, { ...options, signal: AbortSignal.timeout(PATIENCE) })
  } catch {
    return null
  }
}

function readAnswer(json: unknown, surface: Surface, onNote: (words: string) => void): Answer {
  const answer = saveAnswer.safeParse(json).data
  if (!answer || answer.status === 'busy') return { status: 'waiting' }
  if (answer.status !== 'taken') return answer
  const { from, to, note } = answer
  if (note !== undefined) onNote(note)
  const before = readBatches(answer.before, surface)
  const own = answer.steps && readBatches([{ id: '', from, to, person: null, steps: answer.steps }], surface)
  if (!before || (answer.steps && !own)) return { status: 'outdated' }
  return { status: 'taken', from, to, before, steps: own?.[0]?.steps ?? null }
}

function refusalOf(response: Response): 'signed out' | 'forbidden' | 'deleted' | 'full' | 'waiting' | null {
  if (response.status === 410) return 'deleted'
  if (response.status === 507) return 'full'
  if (response.status === 401) return 'signed out'
  if (response.status === 403 || response.status === 404) return 'forbidden'
  return response.ok || response.status === 422 ? null : 'waiting'
}

/** Keeps passages without a place on the server; false when they did not arrive. */
async function sendSetAside(documentId: string, entries: readonly SentSetAside[]): Promise<boolean> {
  const response = await ask(`/documents/${documentId}/set-aside`, {
    method: 'POST',
    body: JSON.stringify({ intent: 'keep', entries }),
    headers: JSON_BODY,
  })
  return response?.ok ?? false
}
