import { passageFromJson } from '../../core/document/passage.ts'
import { passageHtml } from '../../core/html/passage-html.ts'
import { pageFromJson } from '../../core/document/schema.ts'
import { renderPage } from '../../core/html/render.ts'
import { sayIn } from '../../core/words/say.ts'
import { type Database, pool } from '../database/pool.server.ts'
import { log } from '../log.server.ts'
import {
  listOutdated,
  type Outdated,
  RENDERED_TABLES,
  type RenderedTable,
  updateEdition,
  updatePostHtml,
  updateSubmissionHtml,
} from './queries.server.ts'

/** So many are read at once. */
const SOME = 50

const htmlOf = (content: unknown, { language, courseId }: Outdated): string =>
  passageHtml(passageFromJson(content), sayIn(language), courseId)

const WRITERS: Record<RenderedTable, (db: Database, row: Outdated) => Promise<void>> = {
  editions: async (db, { key, content }) => {
    const { segments, headings, terms } = renderPage(pageFromJson(content))
    await updateEdition(db, key, {
      segments: JSON.stringify(segments),
      headings: JSON.stringify(headings),
      terms: JSON.stringify(terms),
    })
  },
  posts: (db, row) => updatePostHtml(db, row.key, htmlOf(row.content, row)),
  submissions: (db, row) =>
    updateSubmissionHtml(db, row.key, htmlOf(row.content, row), row.comment === null ? null : htmlOf(row.comment, row)),
}

/**
 * The job: writes anew what an older renderer wrote, one after the other, so that nobody waits for it. One that can't
 * be written is logged and left as it is. Gives back how many were written.
 */
export async function renewRenderings(): Promise<number> {
  let renewed = 0
  for (const table of RENDERED_TABLES) {
    let after: readonly string[] | null = null
    for (;;) {
      const rows: Outdated[] = await listOutdated(pool, table, after, SOME)
      for (const row of rows) {
        try {
          await WRITERS[table](pool, row)
          renewed++
        } catch (error) {
          log.error(
            { table, key: row.key, error: error instanceof Error ? error.message : String(error) },
            'what was rendered before could not be written anew',
          )
        }
      }
      if (rows.length < SOME) break
      after = rows.at(-1)!.key
    }
  }
  return renewed
}
