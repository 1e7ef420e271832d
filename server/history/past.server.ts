import { changeBetween, inWords } from '../../core/history/describe.ts'
import { sessions } from '../../core/history/sessions.ts'
import type { Database } from '../database/pool.server.ts'
import { type Tree, treeAt } from '../documents/trees.server.ts'
import { listLog } from './queries.server.ts'

/** One sitting of one person, as the Past tells it. */
export interface PastSession {
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
export async function listPast(
  db: Database,
  documentId: string,
  before = 2_147_483_647,
): Promise<{ sessions: PastSession[]; older: number | null }> {
  const batches = await listLog(db, documentId, before, BATCHES)
  const grouped = sessions(batches, new Set())
  const told = grouped.slice(-PAGE)
  const found: PastSession[] = []
  // One sitting begins where the one before it ended: each state of the page is replayed once.
  let last: Tree | null = null
  for (const session of told) {
    const [first, end] = [session[0]!, session.at(-1)!]
    const old: Tree | null = last?.version === first.base ? last : await treeAt(db, documentId, first.base)
    const fresh = await treeAt(db, documentId, end.version)
    last = fresh
    if (!old || !fresh) continue
    const words =
      end.personId === null
        ? 'repaired what two people’s changes had left uneven'
        : inWords(changeBetween(old.page, fresh.page))
    found.push({ from: first.base, to: end.version, person: end.person, at: new Date(end.at).toISOString(), words })
  }
  const oldest = told[0]?.[0]
  return {
    sessions: found.reverse(),
    older: oldest && oldest.base > 0 && (grouped.length > PAGE || batches.length === BATCHES) ? oldest.base : null,
  }
}
