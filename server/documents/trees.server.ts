import { type Node } from 'prosemirror-model'
import { Step, type StepMap } from 'prosemirror-transform'
import { replayOld } from '../../core/document/old-epoch.ts'
import { pageFromJson, schema } from '../../core/document/schema.ts'
import { keepsPositions, PositionsChanged, upgraded, upgradedSteps } from '../../core/document/upgrade.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { config } from '../config.server.ts'
import type { Database } from '../database/pool.server.ts'
import {
  BATCHES_AT_ONCE,
  findSnapshot,
  listBatchesSince,
  type StoredBatch,
  type StoredSnapshot,
} from './queries.server.ts'

/** A page as it stands at a version of its log. */
export interface Tree {
  readonly version: number
  readonly page: Node
}

/** A batch of the log, with the page it was written on and what it does to positions. */
export interface Written {
  readonly batch: StoredBatch
  readonly before: Node
  readonly maps: readonly StepMap[]
}

interface Held extends Tree {
  /** The last batches before `version`, without a gap, oldest first. Pages share what they have in common. */
  readonly tail: Written[]
}

/*
 * Recent trees, a hint and no more: every write checks its version against the log in the statement that appends it,
 * and a tree that is behind replays what is missing.
 */
const recent = new Map<string, Held>()
/** Roughly what a position of a tree takes in memory, in bytes (measured once: 20 to 40). */
const BYTES_A_POSITION = 32
/** So many batches are remembered a document: what comes later than these is moved over the log itself. */
const TAIL = 256
let bytes = 0

const weight = (tree: Tree): number => tree.page.nodeSize * BYTES_A_POSITION

export function keepTree(documentId: string, tree: Tree, tail: readonly Written[] = []): void {
  const held = recent.get(documentId)
  if (held && held.version > tree.version) return
  dropTree(documentId)
  const first = tail[0]
  const joined = first && held?.version === first.batch.base ? [...held.tail, ...tail] : [...tail]
  recent.set(documentId, { ...tree, tail: (first || held?.version !== tree.version ? joined : held.tail).slice(-TAIL) })
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

/** The batches from `base` to the remembered tree, when a process remembers them all; else null. */
export function recentTail(documentId: string, base: number): readonly Written[] | null {
  const held = recent.get(documentId)
  if (!held) return null
  if (held.version === base) return []
  const at = held.tail.findIndex(({ batch }) => batch.base === base)
  return at < 0 ? null : held.tail.slice(at)
}

/** The page at the end of its log, or null when there is no such document. */
export async function currentTree(db: Database, documentId: string): Promise<Tree | null> {
  const start = recent.get(documentId) ?? (await snapshotTree(db, documentId))
  if (!start) return null
  const tail: Written[] = []
  const tree = await replay(db, documentId, start, Infinity, tail)
  keepTree(documentId, tree, tail.slice(-TAIL))
  return tree
}

/** The page as it was at a version between batches; null when the log no longer reaches it. */
export async function treeAt(db: Database, documentId: string, version: number): Promise<Tree | null> {
  const start = await snapshotTree(db, documentId, version)
  if (!start) return null
  const tree = await replay(db, documentId, start, version)
  return tree.version === version ? tree : null
}

/** The log from a version on, with the tree at its end; null when it no longer reaches back to it step by step. */
export async function tailSince(
  db: Database,
  documentId: string,
  base: number,
): Promise<{ tree: Tree; tail: Written[] } | null> {
  const start = await treeAt(db, documentId, base)
  if (!start) return null
  const tail: Written[] = []
  try {
    return { tree: await replay(db, documentId, start, Infinity, tail), tail }
  } catch (error) {
    if (error instanceof PositionsChanged) return null
    throw error
  }
}

/**
 * The log from a version on, some of it at a time, as it would be written now; null when the log was written anew since
 * and no longer reaches back to it step by step.
 */
export async function readLog(db: Database, documentId: string, since: number): Promise<StoredBatch[] | null> {
  const batches = await listBatchesSince(db, documentId, since)
  if (batches.every(({ schemaVersion }) => schemaVersion === SCHEMA_VERSION)) return batches
  const log = await tailSince(db, documentId, since)
  return log && log.tail.slice(0, BATCHES_AT_ONCE).map(({ batch }) => batch)
}

async function snapshotTree(db: Database, documentId: string, until = Infinity): Promise<Tree | null> {
  const snapshot = await findSnapshot(db, documentId, until === Infinity ? undefined : until)
  if (!snapshot) return null
  const { version, schemaVersion, content } = snapshot
  return keepsPositions(schemaVersion)
    ? { version, page: pageFromJson(upgraded(content, schemaVersion)) }
    : oldEpoch(db, documentId, snapshot, until)
}

/**
 * The page at the end of an old epoch, or at a version within it: what was written then is put together by the sizes of
 * things.
 */
async function oldEpoch(
  db: Database,
  documentId: string,
  { version: start, schemaVersion, content }: StoredSnapshot,
  until: number,
): Promise<Tree> {
  let version = start
  const old: StoredBatch[] = []
  for (;;) {
    const batches = await listBatchesSince(db, documentId, version)
    const end = batches.findIndex((batch) => batch.version > until || keepsPositions(batch.schemaVersion))
    const here = end < 0 ? batches : batches.slice(0, end)
    old.push(...here)
    version = here.at(-1)?.version ?? version
    if (here.length < BATCHES_AT_ONCE) return { version, page: pageFromJson(replayOld(content, schemaVersion, old)) }
  }
}

/**
 * Goes on from `start`; `tail`, when given, gets what was replayed. Steps of an older version are read as they would be
 * written now.
 */
async function replay(
  db: Database,
  documentId: string,
  start: Tree,
  until = Infinity,
  tail?: Written[],
): Promise<Tree> {
  let { version, page } = start
  for (;;) {
    const batches = await listBatchesSince(db, documentId, version)
    for (const stored of batches) {
      if (stored.version > until) return { version, page }
      if (stored.base !== version)
        throw new Error(`The log of ${documentId} has a gap: ${version} is followed by ${stored.base}.`)
      const batch =
        stored.schemaVersion === SCHEMA_VERSION
          ? stored
          : { ...stored, schemaVersion: SCHEMA_VERSION, steps: upgradedSteps(page, stored.steps, stored.schemaVersion) }
      const steps = batch.steps.map((json) => Step.fromJSON(schema, json))
      tail?.push({ batch, before: page, maps: steps.map((step) => step.getMap()) })
      page = applyAll(page, steps)
      version = batch.version
    }
    if (batches.length === 0 || version >= until) return { version, page }
  }
}

/** Steps of the log were checked when they came in: one that does not apply is a bug. */
export function applyStored(page: Node, steps: readonly unknown[]): Node {
  return applyAll(
    page,
    steps.map((json) => Step.fromJSON(schema, json)),
  )
}

function applyAll(page: Node, steps: readonly Step[]): Node {
  return steps.reduce<Node>((now, step) => {
    const result = step.apply(now)
    if (!result.doc) throw new Error(`A stored step does not apply: ${result.failed ?? ''}`)
    return result.doc
  }, page)
}
