import { problemOfPage } from '../../core/document/check.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { type Database, pool } from '../database/pool.server.ts'
import { giveTurn } from '../turns.server.ts'
import { log } from '../log.server.ts'
import { countFacts } from './facts.server.ts'
import { insertSnapshot } from './queries.server.ts'
import { currentTree, type Tree } from './trees.server.ts'

/** A snapshot when this many steps came since the last one this process made… */
const STEPS = 200
/** …or, with fewer, when nobody has written for so long, in milliseconds. A few words are replayed faster than read. */
const IDLE = 4_000
const STEPS_IDLE = 40

const lastVersion = new Map<string, number>()
const idle = new Map<string, NodeJS.Timeout>()

/** Called after each batch: plans the next snapshot. Losing one costs time when reading, nothing else. */
export function noteWritten(documentId: string, version: number): void {
  clearTimeout(idle.get(documentId))
  idle.set(documentId, setTimeout(() => void settle(documentId), IDLE).unref())
  // Most batches are far from the next snapshot: they cost no look at the log.
  if (version - (lastVersion.get(documentId) ?? 0) >= STEPS) void snapshot(documentId, STEPS)
}

/** When the writing pauses: the counts for the plan, and a snapshot if it is worth one. */
async function settle(documentId: string): Promise<void> {
  idle.delete(documentId)
  await snapshot(documentId, STEPS_IDLE)
  const tree = await currentTree(pool, documentId).catch(() => null)
  if (tree) await countFacts(pool, documentId, tree.page).catch(() => undefined)
}

async function snapshot(documentId: string, least: number): Promise<void> {
  try {
    const tree = await currentTree(pool, documentId)
    if (!tree || tree.version - (lastVersion.get(documentId) ?? 0) < least) return
    await storeTree(pool, documentId, tree)
  } catch (error) {
    log.warn(
      { documentId, error: error instanceof Error ? error.message : String(error) },
      'a snapshot was not written',
    )
  }
}

/** Writes a snapshot, after the full check, and the counts that the plan shows. */
export async function writeSnapshot(db: Database, documentId: string, tree: Tree): Promise<void> {
  await storeTree(db, documentId, tree)
  await countFacts(db, documentId, tree.page)
}

async function storeTree(db: Database, documentId: string, tree: Tree): Promise<void> {
  const problem = problemOfPage(tree.page)
  if (problem) throw new Error(`The page ${documentId} is not right at ${tree.version}: ${problem}`)
  await giveTurn()
  await insertSnapshot(db, documentId, tree.version, SCHEMA_VERSION, JSON.stringify(tree.page.toJSON()))
  lastVersion.set(documentId, tree.version)
}

/** Writes what is waiting, before the process ends. */
export async function flushSnapshots(): Promise<void> {
  const waiting = [...idle.keys()]
  for (const timer of idle.values()) clearTimeout(timer)
  idle.clear()
  await Promise.all(waiting.map((documentId) => settle(documentId)))
}
