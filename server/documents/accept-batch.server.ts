import { applyUnsafeSteps } from '../../core/document/check.ts'
import { normalise } from '../../core/document/normalise.ts'
import type { SaveAnswer, SentBatch, WireBatch } from '../../core/document/wire.ts'
import { SCHEMA_VERSION } from '../../core/kinds/registry.ts'
import { pool } from '../database/pool.server.ts'
import { findBatch, insertBatch, listBatchesSince, type StoredBatch, updateEntryTitle } from './queries.server.ts'
import { noteWritten } from './snapshots.server.ts'
import { currentTree, keepTree, recentTree, type Tree } from './trees.server.ts'

export function toWire(batch: StoredBatch): WireBatch {
  return { id: batch.id, from: batch.base, to: batch.version, person: batch.personId, steps: [...batch.steps] }
}

/**
 * Takes a batch that nobody has checked into the log of a document. When the answer is `taken`, it is committed.
 * A batch sent twice is taken once; one whose base is no longer the end is answered with what came first.
 */
export async function acceptBatch(documentId: string, personId: string, unsafeBatch: SentBatch): Promise<SaveAnswer> {
  if (unsafeBatch.schemaVersion !== SCHEMA_VERSION) return { status: 'outdated' }
  const tree = await treeFor(documentId, unsafeBatch.base)
  if (!tree) return { status: 'refused', reason: 'This page was deleted.' }
  if (tree.version !== unsafeBatch.base) return answerBehind(documentId, unsafeBatch, tree)
  const applied = applyUnsafeSteps(tree.page, unsafeBatch.steps)
  if (!applied.ok) return (await isTaken(documentId, unsafeBatch)) ?? { status: 'refused', reason: applied.reason }
  const version = tree.version + applied.steps.length
  const batch = { documentId, id: unsafeBatch.id, base: unsafeBatch.base, count: applied.steps.length, personId, clientId: unsafeBatch.client, schemaVersion: SCHEMA_VERSION, steps: JSON.stringify(applied.steps) }
  if (!(await insertBatch(pool, batch))) return answerBehind(documentId, unsafeBatch, tree)
  const next = { version, page: applied.page }
  keepTree(documentId, next)
  await followTitle(documentId, tree, next)
  await putRight(documentId, next)
  noteWritten(documentId, version)
  return { status: 'taken', from: tree.version, to: version }
}

/** The remembered tree if it stands at the base already, else the end of the log. */
async function treeFor(documentId: string, base: number): Promise<Tree | null> {
  const tree = recentTree(documentId)
  return tree?.version === base ? tree : currentTree(pool, documentId)
}

async function isTaken(documentId: string, { id }: SentBatch): Promise<SaveAnswer | null> {
  const taken = await findBatch(pool, documentId, id)
  return taken && { status: 'taken', from: taken.base, to: taken.version }
}

async function answerBehind(documentId: string, batch: SentBatch, tree: Tree): Promise<SaveAnswer> {
  const taken = await isTaken(documentId, batch)
  if (taken) return taken
  if (batch.base > tree.version && !(await currentTree(pool, documentId).then((now) => now && now.version >= batch.base)))
    return { status: 'refused', reason: 'The change builds on a version of the page that does not exist.' }
  const batches = await listBatchesSince(pool, documentId, batch.base)
  if (batches.length > 0 && batches[0]!.base !== batch.base) return { status: 'refused', reason: 'The change builds on a version of the page that is no longer kept step by step.' }
  return { status: 'behind', batches: batches.map(toWire) }
}

async function followTitle(documentId: string, before: Tree, after: Tree): Promise<void> {
  const [old, fresh] = [before.page.firstChild, after.page.firstChild]
  if (fresh && fresh !== old && fresh.textContent !== old?.textContent) await updateEntryTitle(pool, documentId, fresh.textContent)
}

/**
 * Puts right what the schema can't say, as a batch of the system's own. Its id follows from its base, so that
 * two processes that see the same fault repair it once.
 */
async function putRight(documentId: string, tree: Tree): Promise<void> {
  const steps = normalise(tree.page)
  if (steps.length === 0) return
  const batch = { documentId, id: `system-${tree.version}`, base: tree.version, count: steps.length, personId: null, clientId: 'system', schemaVersion: SCHEMA_VERSION, steps: JSON.stringify(steps) }
  await insertBatch(pool, batch)
}
