import { Slice } from 'prosemirror-model'
import { nanoid } from 'nanoid'
import { z } from 'zod'
import { Outbox, PageInMemory, queuedSteps } from '../../../core/document/outbox.ts'
import { pageFromJson, schema } from '../../../core/document/schema.ts'
import { wireBatch } from '../../../core/document/wire.ts'
import { SCHEMA_VERSION } from '../../../core/kinds/registry.ts'
import { batchesFromWire, deliver, sendSetAside, sentSetAside } from './courier.ts'
import { type Kept, keepWork, listWork, withOrphan } from './queue-store.ts'

const logAt = z.object({ page: z.unknown(), batches: z.array(wireBatch) })

/**
 * Sends work that tabs now gone left in this browser. It is moved over what came meanwhile like any late writing;
 * what can't be (the log no longer reaches back, the content model is another) is kept aside as words.
 * Gives back how many tabs' work is still waiting.
 */
export async function deliverOrphans(person: string): Promise<number> {
  let waiting = 0
  for (const entry of await listWork(person).catch(() => []))
    await withOrphan(entry.client, async () => {
      if (!(await deliverOrphan(entry))) waiting++
    })
  return waiting
}

async function deliverOrphan(entry: Kept): Promise<boolean> {
  if (entry.setAside.length > 0 && !(await sendSetAside(entry.document, entry.setAside))) return false
  if (entry.work !== null && !(await deliverWork(entry, entry.work))) return false
  await keepWork({ ...entry, work: null, setAside: [] })
  return true
}

async function deliverWork(entry: Kept, work: NonNullable<Kept['work']>): Promise<boolean> {
  const response = await fetch(`/documents/${entry.document}/log?since=${work.base}&page=true`).catch(() => null)
  if (!response?.ok) return false
  const log = logAt.safeParse(await response.json().catch(() => null)).data
  if (!log) return false
  if (log.page === null || entry.schemaVersion !== SCHEMA_VERSION) return keepWords(entry, work)
  const surface = new PageInMemory(pageFromJson(log.page))
  try {
    for (const step of queuedSteps(work)) surface.write(step)
  } catch {
    return keepWords(entry, work)
  }
  const outbox = Outbox.resume(surface, work)
  let kept = await sendSetAside(entry.document, sentSetAside(outbox.receive(batchesFromWire(log.batches, outbox))))
  for (;;) {
    const delivery = await deliver(entry.document, nanoid(12), outbox, (entries) => void sendSetAside(entry.document, entries).then((ok) => (kept &&= ok)))
    if (delivery === 'nothing to send') return kept
    if (typeof delivery === 'object' || delivery === 'outdated') return keepWords(entry, work)
    if (delivery !== 'taken' && delivery !== 'behind') return false
  }
}

/** The words of steps that can't be applied any more. */
async function keepWords(entry: Kept, work: NonNullable<Kept['work']>): Promise<boolean> {
  const slices = [...(work.sent?.steps ?? []), ...work.waiting].flatMap((step) => {
    const { slice } = (step ?? {}) as { slice?: object }
    try {
      return slice ? [Slice.fromJSON(schema, slice)] : []
    } catch {
      return []
    }
  })
  const withWords = slices.filter((slice) => slice.content.textBetween(0, slice.content.size, ' ').trim() !== '')
  return sendSetAside(entry.document, withWords.map((slice) => ({ id: nanoid(), reason: 'kept' as const, content: slice.toJSON() as unknown })))
}
