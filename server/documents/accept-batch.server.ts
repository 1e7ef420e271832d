import type { Node } from 'prosemirror-model'
import type { Step } from 'prosemirror-transform'
import { applyUnsafeSteps, problemAfter, type Refusal } from '../../core/document/check.ts'
import { normalise } from '../../core/document/normalise.ts'
import { mergedSteps } from '../../core/document/outbox.ts'
import { moveOver } from '../../core/document/rebase.ts'
import type { SaveAnswer, SentBatch, WireBatch } from '../../core/document/wire.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { type Database, pool, transaction } from '../database/pool.server.ts'
import { batches } from '../metrics/metrics.server.ts'
import { type Foreign, foreignIn, settleForeign } from './foreign.server.ts'
import { letLinksFollow } from '../links/follow.server.ts'
import { inTurn } from './in-turn.server.ts'
import { findBatch, insertBatch, type NewBatch, type StoredBatch, updateEntryTitle } from './queries.server.ts'
import { noteWritten } from './snapshots.server.ts'
import { currentTree, keepTree, recentTail, recentTree, tailSince, type Tree, type Written } from './trees.server.ts'

/** How often a batch is tried again when another process was first. */
const TRIES = 20
/** An answer brings no more batches than this; who is further behind reads the log. */
const MOST_BEFORE = 200

export function toWire(batch: StoredBatch): WireBatch {
  return { id: batch.id, from: batch.base, to: batch.version, person: batch.personId, steps: [...batch.steps] }
}

/**
 * Takes a batch that nobody has checked into the log of a document. When the answer is `taken`, it is committed. A
 * batch sent twice is taken once; one whose base is no longer the end is moved over what came first, as the writer's
 * own tab does. Batches of a document are taken one after the other, so that none is refused because another was
 * quicker.
 */
export async function acceptBatch(documentId: string, personId: string, unsafeBatch: SentBatch): Promise<SaveAnswer> {
  const answer: SaveAnswer =
    unsafeBatch.schemaVersion !== SCHEMA_VERSION
      ? { status: 'outdated' }
      : ((await inTurn(documentId, () => accept(documentId, personId, unsafeBatch))) ?? { status: 'busy' })
  batches.inc({ outcome: answer.status === 'taken' && answer.steps !== null ? 'rebased' : answer.status })
  return answer
}

async function accept(documentId: string, personId: string, batch: SentBatch): Promise<SaveAnswer> {
  for (let attempt = 0; attempt < TRIES; attempt++) {
    const log = await logSince(documentId, batch.base, attempt > 0)
    if (log === 'deleted') return { status: 'deleted' }
    if (typeof log === 'string') return { status: 'refused', reason: log }
    const taken = log.tail.findIndex((written) => written.batch.id === batch.id)
    if (taken >= 0) return answerTaken(log.tail[taken]!.batch, log.tail.slice(0, taken), batch)
    const made = make(log, batch.steps)
    if (!made.ok) {
      // A process that has not heard yet of what another took must not call it wrong.
      if (await findBatch(pool, documentId, batch.id)) continue
      return { status: 'refused', reason: made.reason }
    }
    const stored = {
      id: batch.id,
      base: log.tree.version,
      version: log.tree.version + made.steps.length,
      personId,
      schemaVersion: SCHEMA_VERSION,
      steps: made.steps.map((step) => step.toJSON() as unknown),
    }
    const appended =
      made.steps.length === 0 ? { note: null } : await append(documentId, batch.client, log.tree, made, stored)
    if (appended) return { ...answerTaken(stored, log.tail, batch), ...(appended.note ? { note: appended.note } : {}) }
  }
  return { status: 'busy' }
}

export interface LogSince {
  readonly tree: Tree
  /** What came between the base of a batch and the tree. */
  readonly tail: readonly Written[]
}

/** The end of the log and what leads there from `base`; a sentence when that can't be told. */
export async function logSince(documentId: string, base: number, isFresh: boolean): Promise<LogSince | string> {
  const held = isFresh ? null : recentTree(documentId)
  const tree = held && held.version >= base ? held : await currentTree(pool, documentId)
  if (!tree) return 'deleted'
  if (base > tree.version) return 'The change builds on a version of the page that does not exist.'
  // Somebody else may have replayed more since: what a batch is moved over ends where the tree stands.
  const tail = recentTail(documentId, base)?.filter(({ batch }) => batch.version <= tree.version)
  return tail
    ? { tree, tail }
    : ((await tailSince(pool, documentId, base)) ??
        'The change builds on a version of the page that is no longer kept step by step.')
}

type Made = { readonly ok: true; readonly page: Node; readonly steps: readonly Step[] }

/** What a batch does to the end of the log. */
function make({ tree, tail }: LogSince, unsafeSteps: unknown): Made | Refusal {
  const written = applyUnsafeSteps(tail[0]?.before ?? tree.page, unsafeSteps)
  if (!written.ok) return written
  if (tail.length === 0) return { ok: true, page: written.page, steps: mergedSteps(written.steps) }
  const moved = moveOver(
    tree.page,
    written.steps,
    tail.flatMap(({ maps }) => maps),
  )
  const reason = problemAfter(moved.page, moved.steps)
  return reason ? { ok: false, reason } : { ok: true, page: moved.page, steps: mergedSteps(moved.steps) }
}

function answerTaken(
  { base, version, steps }: StoredBatch,
  before: readonly Written[],
  sent: SentBatch,
): SaveAnswer & { status: 'taken' } {
  const isAsSent = base === sent.base
  return {
    status: 'taken',
    from: base,
    to: version,
    before: before.length > MOST_BEFORE ? [] : before.map(({ batch }) => toWire(batch)),
    steps: isAsSent ? null : [...steps],
  }
}

interface Appended {
  /** A sentence for the writer about what could not stay. */
  readonly note: string | null
}

/**
 * Appends a batch with what follows from it: the plan's title and the system's repairs. Null when another process was
 * first.
 */
async function append(
  documentId: string,
  clientId: string,
  tree: Tree,
  made: Made,
  stored: StoredBatch,
): Promise<Appended | null> {
  const title = changedTitle(tree.page, made.page)
  const repairs = normalise(made.page)
  const foreign = await foreignIn(documentId, made.steps)
  const isAlone = title === null && repairs.length === 0 && foreign === null
  const followed = isAlone
    ? (await insertBatch(pool, row(documentId, clientId, stored))) && { repairs, note: null }
    : await transaction((db) => appendAll(db, { documentId, clientId, title, foreign, repairs }, made.page, stored))
  if (!followed) return null
  const tail: Written[] = [{ batch: stored, before: tree.page, maps: made.steps.map((step) => step.getMap()) }]
  const repair = systemBatch(stored.version, followed.repairs)
  if (repair) tail.push({ batch: repair, before: made.page, maps: followed.repairs.map((step) => step.getMap()) })
  keepTree(documentId, { version: repair?.version ?? stored.version, page: after(made.page, followed.repairs) }, tail)
  noteWritten(documentId, stored.version)
  return { note: followed.note }
}

interface WhatFollows {
  readonly documentId: string
  readonly clientId: string
  readonly title: string | null
  readonly foreign: Foreign | null
  readonly repairs: readonly Step[]
}

/** A batch and all that follows from it; false when it has no place any more, and then nothing is written. */
async function appendAll(
  db: Database,
  { documentId, clientId, title, foreign, repairs }: WhatFollows,
  page: Node,
  stored: StoredBatch,
): Promise<(Appended & { repairs: readonly Step[] }) | false> {
  if (!(await insertBatch(db, row(documentId, clientId, stored)))) return false
  const settled = foreign
    ? await settleForeign(db, stored.personId!, after(page, repairs), foreign)
    : { steps: [], note: null }
  const all = [...repairs, ...settled.steps]
  const repair = systemBatch(stored.version, all)
  if (repair && !(await insertBatch(db, row(documentId, 'system', repair))))
    throw new Error(`What follows from ${stored.id} has no place behind it in the log of ${documentId}.`)
  if (title !== null) {
    const entryId = await updateEntryTitle(db, documentId, title)
    if (entryId !== null) await letLinksFollow(db, entryId, stored.personId!)
  }
  return { repairs: all, note: settled.note }
}

const after = (page: Node, steps: readonly Step[]): Node => steps.reduce((each, step) => step.apply(each).doc!, page)

/** Repairs as a batch of the system's own; null when there is nothing to repair. */
function systemBatch(base: number, steps: readonly Step[]): StoredBatch | null {
  return steps.length === 0
    ? null
    : {
        id: `system-${base}`,
        base,
        version: base + steps.length,
        personId: null,
        schemaVersion: SCHEMA_VERSION,
        steps: steps.map((step) => step.toJSON() as unknown),
      }
}

const row = (
  documentId: string,
  clientId: string,
  { id, base, version, personId, schemaVersion, steps }: StoredBatch,
): NewBatch => ({
  documentId,
  id,
  base,
  count: version - base,
  personId,
  clientId,
  schemaVersion,
  steps: JSON.stringify(steps),
})

function changedTitle(before: Node, after: Node): string | null {
  const [old, fresh] = [before.firstChild, after.firstChild]
  return fresh && fresh !== old && fresh.textContent !== old?.textContent ? fresh.textContent : null
}
