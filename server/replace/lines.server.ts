import { linesOf } from '../../core/find/find.ts'
import type { LinesAnswer, WrittenLines } from '../../core/replace/wire.ts'
import { pool } from '../database/pool.server.ts'
import { currentTree } from '../documents/trees.server.ts'
import { listWritten } from './queries.server.ts'

/** An answer holds about so much text, in code units; the entry that passes it is the last. */
const MOST_TEXT = 300_000

/** What is written under entries of a course, line by line, as it stands now. */
export async function linesIn(courseId: string, entryIds: readonly string[]): Promise<LinesAnswer> {
  const written = await listWritten(pool, courseId, entryIds)
  const pages: WrittenLines[] = []
  let size = 0
  for (const [at, { id, documentId }] of written.entries()) {
    if (size > MOST_TEXT) return { pages, left: written.slice(at).map((each) => each.id) }
    // Each asks the database, so that others are answered between two pages.
    const tree = await currentTree(pool, documentId)
    if (!tree) continue
    const lines = linesOf(tree.page).map(({ start, text }): [number, string] => [start, text])
    size += lines.reduce((sum, [, text]) => sum + text.length, 0)
    pages.push({ id, documentId, version: tree.version, lines })
  }
  return { pages, left: [] }
}
