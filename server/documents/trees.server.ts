import { type Node } from 'prosemirror-model'
import { Step } from 'prosemirror-transform'
import { pageFromJson, schema } from '../../core/document/schema.ts'
import { config } from '../config.server.ts'
import type { Database } from '../database/pool.server.ts'
import { findSnapshot, listBatchesSince } from './queries.server.ts'

/** A page as it stands at a version of its log. */
export interface Tree {
  readonly version: number
  readonly page: Node
}

/*
 * Recent trees, a hint and no more: every write checks its version against the log in the statement that appends it,
 * and a tree that is behind replays what is missing.
 */
const recent = new Map<string, Tree>()
/** Roughly what a position of a tree takes in memory, in bytes (measured once: 20 to 40). */
const BYTES_A_POSITION = 32
let bytes = 0

const weight = (tree: Tree): number => tree.page.nodeSize * BYTES_A_POSITION

export function keepTree(documentId: string, tree: Tree): void {
  const held = recent.get(documentId)
  if (held && held.version > tree.version) return
  dropTree(documentId)
  recent.set(documentId, tree)
  bytes += weight(tree)
  for (const [oldest] of recent) {
    if (bytes <= config.TREE_CACHE_MIB * 1024 * 1024 || oldest === documentId) break
    dropTree(oldest)
  }
}

export function dropTree(documentId: string): void {
  const held = recent.get(documentId)
  if (held) bytes -= weight(held)
  recent.delete(documentId)
}

/** The tree a process remembers, however old; null when it remembers none. */
export function recentTree(documentId: string): Tree | null {
  return recent.get(documentId) ?? null
}

/** The page at the end of its log, or null when there is no such document. */
export async function currentTree(db: Database, documentId: string): Promise<Tree | null> {
  const start = recent.get(documentId) ?? (await snapshotTree(db, documentId))
  if (!start) return null
  const tree = await replay(db, documentId, start)
  keepTree(documentId, tree)
  return tree
}

/** The page as it was at a version between batches; null when the log no longer reaches it. */
export async function treeAt(db: Database, documentId: string, version: number): Promise<Tree | null> {
  const start = await snapshotTree(db, documentId, version)
  if (!start) return null
  const tree = await replay(db, documentId, start, version)
  return tree.version === version ? tree : null
}

async function snapshotTree(db: Database, documentId: string, version?: number): Promise<Tree | null> {
  const snapshot = await findSnapshot(db, documentId, version)
  return snapshot && { version: snapshot.version, page: pageFromJson(snapshot.content) }
}

async function replay(db: Database, documentId: string, start: Tree, until = Infinity): Promise<Tree> {
  let { version, page } = start
  for (;;) {
    const batches = await listBatchesSince(db, documentId, version)
    for (const batch of batches) {
      if (batch.version > until) return { version, page }
      if (batch.base !== version) throw new Error(`The log of ${documentId} has a gap: ${version} is followed by ${batch.base}.`)
      page = applyStored(page, batch.steps)
      version = batch.version
    }
    if (batches.length === 0 || version >= until) return { version, page }
  }
}

/** Steps of the log were checked when they came in: one that does not apply is a bug. */
export function applyStored(page: Node, steps: readonly unknown[]): Node {
  return steps.reduce<Node>((now, json) => {
    const result = Step.fromJSON(schema, json).apply(now)
    if (!result.doc) throw new Error(`A stored step does not apply: ${result.failed ?? ''}`)
    return result.doc
  }, page)
}
