import { RENDERER_VERSION } from '../../core/html/render.ts'
import { asWrittenNow } from '../database/content.server.ts'
import type { Database } from '../database/pool.server.ts'

/** Something whose HTML an older renderer wrote, with its content as it would be written now. */
export interface Outdated {
  /** The columns that name the row, in the order of its key. */
  readonly key: readonly string[]
  readonly content: unknown
  /** Of a submission that was returned: what was said to it. */
  readonly comment: unknown
  /** Of the course in which it was written (BCP 47): our own words in it are said in that. */
  readonly language: string
  readonly courseId: string
}

/**
 * What holds rendered HTML beside its content, and how some of it is found that an older renderer wrote: after a key,
 * in the order of the table's own key, so that each row is looked at once. `first` is a key before every other.
 */
const SOURCES = {
  // Of editions the newest alone: older ones are read for comparing, from their content.
  editions: {
    first: ['', '0'],
    text: `select array[document_id, number::text] as key, content, schema_version as "schemaVersion", null as comment,
      null as "commentVersion", (select c.language from documents d join courses c on c.id = d.course_id
        where d.id = e.document_id) as language,
      (select course_id from documents where id = e.document_id) as "courseId" from editions e
      where renderer < ${RENDERER_VERSION} and number = (select max(number) from editions
        where document_id = e.document_id) and (document_id, number) > (($1::text[])[1], ($1::text[])[2]::int)
        order by document_id, number limit $2::int`,
  },
  posts: {
    first: [''],
    text: `select array[id] as key, content, schema_version as "schemaVersion", null as comment,
      null as "commentVersion", (select c.language from plan_entries e join courses c on c.id = e.course_id
        where e.id = posts.entry_id) as language,
      (select course_id from plan_entries where id = posts.entry_id) as "courseId"
      from posts where renderer < ${RENDERER_VERSION} and id > ($1::text[])[1] order by id limit $2::int`,
  },
  submissions: {
    first: ['', '', '0'],
    text: `select array[entry_id, person_id, number::text] as key, content, schema_version as "schemaVersion", comment,
      comment_schema_version as "commentVersion", (select c.language from plan_entries e
        join courses c on c.id = e.course_id where e.id = submissions.entry_id) as language,
      (select course_id from plan_entries where id = submissions.entry_id) as "courseId" from submissions
      where renderer < ${RENDERER_VERSION}
        and (entry_id, person_id, number) > (($1::text[])[1], ($1::text[])[2], ($1::text[])[3]::int)
        order by entry_id, person_id, number limit $2::int`,
  },
} as const
export type RenderedTable = keyof typeof SOURCES
export const RENDERED_TABLES = Object.keys(SOURCES) as RenderedTable[]

/** Some rows of a table after a key, or from the beginning. */
export async function listOutdated(
  db: Database,
  table: RenderedTable,
  after: readonly string[] | null,
  most: number,
): Promise<Outdated[]> {
  const { text, first } = SOURCES[table]
  const { rows } = await db.query<Outdated & { commentVersion: number | null }>(text, [after ?? first, most])
  return rows.map(({ comment, commentVersion, ...row }) => ({
    ...asWrittenNow(row),
    comment: comment === null ? null : asWrittenNow({ content: comment, schemaVersion: commentVersion }).content,
  }))
}

export async function updateEdition(
  db: Database,
  [documentId, number]: readonly string[],
  { segments, headings, terms }: { readonly segments: string; readonly headings: string; readonly terms: string },
): Promise<void> {
  await db.query(
    `update editions set segments = $3::json, headings = $4::json, terms = $5::json, renderer = ${RENDERER_VERSION}
      where document_id = $1::text and number = $2::int`,
    [documentId, number, segments, headings, terms],
  )
}

/** A post that was written anew meanwhile was rendered by then. */
export async function updatePostHtml(db: Database, [id]: readonly string[], html: string): Promise<void> {
  await db.query(
    `update posts set html = $2::text, renderer = ${RENDERER_VERSION}
      where id = $1::text and renderer < ${RENDERER_VERSION}`,
    [id, html],
  )
}

/** What is said to it may have come since, from this renderer: only what there was is written. */
export async function updateSubmissionHtml(
  db: Database,
  [entryId, personId, number]: readonly string[],
  html: string,
  commentHtml: string | null,
): Promise<void> {
  await db.query(
    `update submissions
      set html = $4::text, comment_html = coalesce($5::text, comment_html), renderer = ${RENDERER_VERSION}
      where entry_id = $1::text and person_id = $2::text and number = $3::int`,
    [entryId, personId, number, html, commentHtml],
  )
}
