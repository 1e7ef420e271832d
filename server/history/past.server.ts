import { changeBetween, inWords } from '../../core/history/describe.ts'
import { sittings } from '../../core/history/sittings.ts'
import type { Database } from '../database/pool.server.ts'
import { treeAt } from '../documents/trees.server.ts'
import { listLog } from './queries.server.ts'

/** One sitting of one person, as the Past tells it. */
export interface PastSitting {
  /** The page stood at `from` before it and at `to` after it. */
  readonly from: number
  readonly to: number
  /** Null: Fieldstone itself put something right. */
  readonly person: string | null
  /** When it ended, ISO 8601. */
  readonly at: string
  readonly words: string
}

/** Sittings told at once; older ones are asked for. */
const PAGE = 20
/** Batches looked at to find so many sittings. */
const BATCHES = 2000

/** The sittings of a document that end at or before a version, newest first, each with what was done in it. */
export async function listPast(db: Database, documentId: string, before = 2_147_483_647): Promise<{ sittings: PastSitting[]; older: number | null }> {
  const batches = await listLog(db, documentId, before, BATCHES)
  const grouped = sittings(batches, new Set())
  const told = grouped.slice(-PAGE)
  const found: PastSitting[] = []
  for (const sitting of told) {
    const [first, last] = [sitting[0]!, sitting.at(-1)!]
    const [old, fresh] = [await treeAt(db, documentId, first.base), await treeAt(db, documentId, last.version)]
    if (!old || !fresh) continue
    const words = last.personId === null ? 'put right what two people’s changes had left uneven' : inWords(changeBetween(old.page, fresh.page))
    found.push({ from: first.base, to: last.version, person: last.person, at: new Date(last.at).toISOString(), words })
  }
  const oldest = told[0]?.[0]
  return { sittings: found.reverse(), older: oldest && oldest.base > 0 && (grouped.length > PAGE || batches.length === BATCHES) ? oldest.base : null }
}
