import type { Step } from 'prosemirror-transform'
import { mergedSteps, stepsFromJson } from '../../core/document/outbox.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { sessions } from '../../core/history/sessions.ts'
import { type Database, pool, transaction } from '../database/pool.server.ts'
import { addJob } from '../jobs/queries.server.ts'
import { log } from '../log.server.ts'
import {
  deleteBatches,
  insertSession,
  listDocumentsToSquash,
  listOldBatches,
  listSnapshotVersions,
  markSquashed,
  type OldBatch,
} from './queries.server.ts'
import { applyStored, treeAt } from './trees.server.ts'

/** Batches stay as they were sent for so many days. */
const DAYS = 30

/**
 * Makes one batch of each old sitting of a document. The page at each end of a sitting stays what it was; else nothing
 * is changed.
 */
export async function squash(db: Database, documentId: string, days = DAYS): Promise<number> {
  const old = await listOldBatches(db, documentId, days)
  const boundaries = new Set(await listSnapshotVersions(db, documentId))
  let saved = 0
  for (const session of sessions(old, boundaries)) {
    // What was written in an older form stays as it was: it is read by its version.
    if (session.length > 1 && session[0]!.schemaVersion === SCHEMA_VERSION) {
      await squashSession(db, documentId, session)
      saved += session.length - 1
    }
  }
  await markSquashed(db, documentId, old.at(-1)?.version ?? 0)
  return saved
}

async function squashSession(db: Database, documentId: string, session: readonly OldBatch[]): Promise<void> {
  const [first, last] = [session[0]!, session.at(-1)!]
  const before = await treeAt(db, documentId, first.base)
  if (!before) throw new Error(`The page ${documentId} at ${first.base} can't be replayed.`)
  const all: Step[] = session.flatMap(({ steps }) => stepsFromJson(steps))
  const steps = mergedSteps(all).map((step) => step.toJSON() as unknown)
  const [whole, short] = [
    applyStored(
      before.page,
      session.flatMap((batch) => batch.steps),
    ),
    applyStored(before.page, steps),
  ]
  if (!whole.eq(short))
    throw new Error(`Squashing ${documentId} from ${first.base} to ${last.version} would change the page.`)
  await deleteBatches(db, documentId, first.base, last.version)
  await insertSession(db, documentId, {
    ...last,
    base: first.base,
    steps,
    squashedIds: session.flatMap(({ id, squashedIds }) => [id, ...squashedIds]),
  })
}

/** Puts a job on the queue for each document whose log has grown old: one that can't be squashed holds up no other. */
export async function planSquashing(): Promise<number> {
  const documents = await listDocumentsToSquash(pool, DAYS)
  for (const documentId of documents) await addJob(pool, 'squash', { documentId }, `squash ${documentId}`)
  return documents.length
}

export async function squashDocument(documentId: string): Promise<void> {
  const saved = await transaction((db) => squash(db, documentId))
  log.info({ documentId, saved }, 'old batches were squashed')
}
