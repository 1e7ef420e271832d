import type { Node } from 'prosemirror-model'
import { pageFromJson } from '../../core/document/schema.ts'
import { asWrittenNow } from '../database/content.server.ts'
import type { Database } from '../database/pool.server.ts'

export interface NewEdition {
  readonly documentId: string
  readonly number: number
  readonly version: number
  readonly schemaVersion: number
  readonly renderer: number
  readonly title: string
  readonly note: string
  readonly words: number
  /** The words themselves, for searching. */
  readonly text: string
  readonly content: string
  readonly segments: string
  readonly headings: string
  readonly terms: string
  readonly personId: string
  /** Origins of the players in it. */
  readonly players: readonly string[]
  /** When; now if left out. The demo gives its own moments. */
  readonly at?: Date
}

/** False when the number was taken by somebody publishing at the same moment. */
export async function insertEdition(db: Database, edition: NewEdition): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into editions (document_id, number, version, schema_version, renderer, title, note, words, words_text,
      content, segments, headings, published_by, published_at, players, terms, search)
     values ($1::text, $2::int, $3::int, $4::int, $5::int, $6::text, $7::text, $8::int, $9::text, $10::json, $11::json,
       $12::json, $13::text, coalesce($14::timestamptz, now()), $15::text[], $16::json,
       (select search_words(d.course_id, c.language, $6::text, $9::text) from documents d
         join courses c on c.id = d.course_id where d.id = $1::text))
     on conflict do nothing`,
    [
      edition.documentId,
      edition.number,
      edition.version,
      edition.schemaVersion,
      edition.renderer,
      edition.title,
      edition.note,
      edition.words,
      edition.text,
      edition.content,
      edition.segments,
      edition.headings,
      edition.personId,
      edition.at ?? null,
      edition.players,
      edition.terms,
    ],
  )
  // Only the newest is looked through.
  if (rowCount === 1)
    await db.query(
      'update editions set search = null where document_id = $1::text and number < $2::int and search is not null',
      [edition.documentId, edition.number],
    )
  return rowCount === 1
}

export interface EditionSummary {
  readonly number: number
  readonly version: number
  readonly title: string
  readonly note: string
  readonly words: number
  readonly person: string
  /** ISO 8601. */
  readonly at: string
}

/** All editions of a document, newest first. */
export async function listEditions(db: Database, documentId: string): Promise<EditionSummary[]> {
  const { rows } = await db.query<Omit<EditionSummary, 'at'> & { at: Date }>(
    `select e.number, e.version, e.title, e.note, e.words, p.name as person, e.published_at as at
     from editions e join people p on p.id = e.published_by where e.document_id = $1::text order by e.number desc`,
    [documentId],
  )
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }))
}

/** The page of an edition; null when there is none. */
export async function findEditionPage(db: Database, documentId: string, number: number): Promise<Node | null> {
  const { rows } = await db.query<{ content: unknown }>(
    'select content, schema_version as "schemaVersion" from editions where document_id = $1::text and number = $2::int',
    [documentId, number],
  )
  return rows[0] ? pageFromJson(asWrittenNow(rows[0]).content) : null
}

/** When the questions of a document last changed, beside its text; null when they never did. */
export async function findQuestionsChanged(db: Database, documentId: string): Promise<Date | null> {
  const { rows } = await db.query<{ at: Date | null }>(
    'select questions_changed_at as at from documents where id = $1::text',
    [documentId],
  )
  return rows[0]?.at ?? null
}
