import { Slice } from 'prosemirror-model'
import { nanoid } from 'nanoid'
import { z } from 'zod'
import { Outbox, PageInMemory, queuedSteps, type QueuedWork } from '../../core/document/outbox.ts'
import { pageFromJson, schema } from '../../core/document/schema.ts'
import { upgraded } from '../../core/document/upgrade.ts'
import { upgradedPassages, upgradedWork } from '../../core/document/upgrade-work.ts'
import { Sender } from '../../core/document/sender.ts'
import { type SentSetAside, wireBatch } from '../../core/document/wire.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { ask, overHttp, readBatches } from './courier.ts'
import { type Kept, listWork, readWork, withOrphan, WorkStore } from './queue-store.ts'

const logAt = z.object({ page: z.unknown(), batches: z.array(wireBatch), isTaken: z.boolean() })

/**
 * Sends work that tabs now gone left in this browser. It is moved over what came meanwhile like any late writing;
 * what can't be (the log no longer reaches back, the content model is another) is kept aside as words.
 * Gives back how many tabs' work is still waiting.
 */
export async function deliverOrphans(person: string): Promise<number> {
  let waiting = 0
  for (const found of await listWork(person).catch(() => []))
    await withOrphan(found.client, async () => {
      // Another tab may have sent it since it was found.
      const entry = await readWork(found)
      if (entry && !(await deliverOrphan(entry))) waiting++
    })
  return waiting
}

async function deliverOrphan(entry: Kept): Promise<boolean> {
  const sender = await takeUp(entry)
  if (!sender) return false
  for (;;) {
    const delivery = await sender.send()
    if (delivery === 'outdated') return false
    if (sender.isDone) return true
    if (delivery !== 'taken' && typeof delivery !== 'object') return false
  }
}

/** A sender that goes on where the tab ended; null when the server does not say how its page stood. */
async function takeUp(entry: Kept): Promise<Sender | null> {
  // Left by a tab of a newer Fieldstone: for such a tab to send.
  if (entry.schemaVersion > SCHEMA_VERSION) return null
  const surface = new PageInMemory(schema.topNodeType.createAndFill()!)
  const store = new WorkStore({ ...entry, schemaVersion: SCHEMA_VERSION })
  const setAside = upgradedPassages(entry.setAside, entry.schemaVersion)
  const ports = { ...overHttp(entry.document, nanoid(12), surface), keep: store.keep.bind(store) }
  const { work } = entry
  if (!work) return new Sender(new Outbox(surface, 0), ports, setAside)
  const sent = work.sent ? `&sent=${work.sent.id}` : ''
  const response = await ask(`/documents/${entry.document}/log?since=${work.base}&page=true${sent}`)
  const log = response?.ok ? logAt.safeParse(await response.json().catch(() => null)).data : null
  if (!log) return null
  const outbox = log.page === null ? null : resume(surface, work, entry.schemaVersion, log.page)
  const batches = readBatches(log.batches, surface)
  if (!batches) return null
  // The log holds what was sent, but no longer as the batch it was: only its own words are left to be kept.
  const isHidden = log.isTaken && !batches.some(({ id }) => id === work.sent?.id)
  if (!outbox || isHidden)
    return new Sender(new Outbox(new PageInMemory(surface.page), 0), ports, [
      ...setAside,
      ...wordsOf(work, entry.schemaVersion, log.isTaken),
    ])
  const sender = new Sender(outbox, ports, setAside)
  return (await sender.receive(batches)) === true ? sender : null
}

function resume(surface: PageInMemory, kept: QueuedWork, version: number, pageJson: unknown): Outbox | null {
  try {
    surface.page = pageFromJson(pageJson)
    const work = upgradedWork(kept, version, surface.page)
    if (!work) return null
    for (const step of queuedSteps(work)) surface.write(step)
    return Outbox.resume(surface, work)
  } catch {
    return null
  }
}

/** The words of steps that can't be applied any more, but for those that the log has. */
function wordsOf({ sent, waiting }: QueuedWork, version: number, isTaken: boolean): SentSetAside[] {
  return [...((!isTaken && sent?.steps) || []), ...waiting].flatMap((step) => {
    const { slice } = (step ?? {}) as { slice?: object }
    try {
      const read = slice && Slice.fromJSON(schema, upgraded(slice, version))
      return read && read.content.textBetween(0, read.content.size, ' ').trim() !== ''
        ? [{ id: nanoid(), reason: 'kept' as const, content: read.toJSON() as unknown }]
        : []
    } catch {
      return []
    }
  })
}
