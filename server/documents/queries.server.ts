import { z } from 'zod'
import type { SentSetAside } from '../../core/document/wire.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { asWrittenNow } from '../database/content.server.ts'
import type { Database } from '../database/pool.server.ts'

/** A row of the log. `steps` is stored JSON that was checked when it came in. */
export interface StoredBatch {
  readonly id: string
  readonly base: number
  readonly version: number
  readonly personId: string | null
  /** In which its steps are written. */
  readonly schemaVersion: number
  readonly steps: readonly unknown[]
}

const batchRow = z.object({
  id: z.string(),
  base: z.number(),
  version: z.number(),
  person_id: z.string().nullable(),
  schema_version: z.number(),
  steps: z.array(z.unknown()),
})

function toBatch(row: unknown): StoredBatch {
  const { person_id, schema_version, ...rest } = batchRow.parse(row)
  return { ...rest, personId: person_id, schemaVersion: schema_version }
}

export interface NewBatch {
  readonly documentId: string
  readonly id: string
  readonly base: number
  readonly count: number
  readonly personId: string | null
  readonly clientId: string
  readonly schemaVersion: number
  /** JSON text of the steps. */
  readonly steps: string
}

/**
 * Appends a batch when its base is the current version and tells every process, in one statement.
 * False when another batch has this base or this id, or when the base is not the end of the log, or when a newer
 * Fieldstone has written in it already.
 */
export async function insertBatch(db: Database, batch: NewBatch): Promise<boolean> {
  const { rowCount } = await db.query({
    name: 'insert-batch',
    text: `with taken as (
             insert into batches (document_id, base, version, id, person_id, client_id, schema_version, steps)
             select $1::text, $2::int, $2::int + $3::int, $4::text, $5::text, $6::text, $7::int, $8::json
             where $2::int = coalesce(
               (select version from batches where document_id = $1::text order by base desc limit 1),
               (select min(version) from snapshots where document_id = $1::text))
               and $7::int >= coalesce((select schema_version from batches where document_id = $1::text
                 order by base desc limit 1), 1)
             on conflict do nothing returning version)
           select pg_notify('fieldstone_document', $1::text || ' ' || version) from taken`,
    values: [
      batch.documentId,
      batch.base,
      batch.count,
      batch.id,
      batch.personId,
      batch.clientId,
      batch.schemaVersion,
      batch.steps,
    ],
  })
  return rowCount === 1
}

export async function findBatch(
  db: Database,
  documentId: string,
  id: string,
): Promise<{ base: number; version: number } | null> {
  const { rows } = await db.query<{ base: number; version: number }>(
    'select base, version from batches where document_id = $1::text and id = $2::text',
    [documentId, id],
  )
  return rows[0] ?? null
}

/** True when the log holds a batch, by itself or in the session that it became part of. */
export async function isBatchTaken(db: Database, documentId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `select 1 from batches
      where document_id = $1::text and (id = $2::text or (is_squashed and $2::text = any(squashed_ids))) limit 1`,
    [documentId, id],
  )
  return rowCount === 1
}

/** So many batches are read at once. */
export const BATCHES_AT_ONCE = 1000

/** The log from `version` on, at most `limit` batches. */
export async function listBatchesSince(
  db: Database,
  documentId: string,
  version: number,
  limit = BATCHES_AT_ONCE,
): Promise<StoredBatch[]> {
  const { rows } = await db.query({
    name: 'list-batches-since',
    text: `select id, base, version, person_id, schema_version, steps from batches
      where document_id = $1::text and base >= $2::int order by base limit $3::int`,
    values: [documentId, version, limit],
  })
  return rows.map(toBatch)
}

/** A page as it was stored, in the form of its time. */
export interface StoredSnapshot {
  readonly version: number
  readonly schemaVersion: number
  readonly content: unknown
}

/** The newest snapshot at or before `version`. */
export async function findSnapshot(
  db: Database,
  documentId: string,
  version = 2_147_483_647,
): Promise<StoredSnapshot | null> {
  const { rows } = await db.query<StoredSnapshot>(
    `select version, schema_version as "schemaVersion", content from snapshots
      where document_id = $1::text and version <= $2::int order by version desc limit 1`,
    [documentId, version],
  )
  return rows[0] ?? null
}

export async function insertSnapshot(
  db: Database,
  documentId: string,
  version: number,
  schemaVersion: number,
  content: string,
): Promise<void> {
  await db.query(
    `insert into snapshots (document_id, version, schema_version, content) values ($1::text, $2::int, $3::int, $4::json)
      on conflict do nothing`,
    [documentId, version, schemaVersion, content],
  )
}

/** Of these ids those that are entries of a document's course. */
export async function listEntriesBeside(db: Database, documentId: string, ids: readonly string[]): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    `select e.id from plan_entries e join documents d on d.course_id = e.course_id
      where d.id = $1::text and e.id = any($2::text[]) and e.deleted_at is null`,
    [documentId, ids],
  )
  return rows.map(({ id }) => id)
}

/** What the plan shows of a page; nothing is written when nothing has changed. */
export async function updateFacts(db: Database, documentId: string, words: number, findings: number): Promise<void> {
  await db.query(
    `update documents set words = $2::int, findings = $3::int
      where id = $1::text and (words, findings) <> ($2::int, $3::int)`,
    [documentId, words, findings],
  )
}

export async function insertDocument(db: Database, id: string, courseId: string, words: number): Promise<void> {
  await db.query('insert into documents (id, course_id, words) values ($1::text, $2::text, $3::int)', [
    id,
    courseId,
    words,
  ])
}

/**
 * The title of the plan follows that of the page; the one that links still have as their words is kept for these. Gives
 * back which entry has another title now; null when none has.
 */
export async function updateEntryTitle(db: Database, documentId: string, title: string): Promise<string | null> {
  const { rows } = await db.query<{ id: string }>(
    `update plan_entries set title = $2::text, linked_title = coalesce(linked_title, nullif(title, ''))
      where document_id = $1::text and title <> $2::text returning id`,
    [documentId, title],
  )
  return rows[0]?.id ?? null
}

export interface SetAsideEntry {
  readonly id: string
  readonly reason: SentSetAside['reason']
  readonly words: string
  /** What was said about it when it was left out; otherwise empty. */
  readonly told: string
  /** JSON of a slice. */
  readonly content: unknown
  readonly person: string
  readonly at: string
}

/** Keeps what has no place; times are a microsecond apart, so that passages stay in the order they were sent in. */
export async function insertSetAside(
  db: Database,
  documentId: string,
  personId: string,
  entries: readonly { id: string; reason: string; content: unknown; words: string; told?: string | undefined }[],
): Promise<void> {
  await db.query(
    `insert into set_aside (id, document_id, person_id, reason, content, schema_version, words, told, created_at)
     select e.id, $1::text, $2::text, e.reason, e.content::json, ${SCHEMA_VERSION}, e.words, e.told,
         now() + e.place * interval '1 microsecond'
       from unnest($3::text[], $4::text[], $5::text[], $6::text[], $7::text[]) with ordinality
         as e (id, reason, content, words, told, place)
       on conflict (id) do nothing`,
    [
      documentId,
      personId,
      entries.map(({ id }) => id),
      entries.map(({ reason }) => reason),
      entries.map(({ content }) => JSON.stringify(content)),
      entries.map(({ words }) => words),
      entries.map(({ told = '' }) => told),
    ],
  )
}

/** What nobody has decided about yet; somebody’s words come before what code has lost. */
export async function listSetAside(db: Database, documentId: string): Promise<SetAsideEntry[]> {
  const { rows } = await db.query<Omit<SetAsideEntry, 'at'> & { at: Date }>(
    `select s.id, s.reason, s.words, s.told, s.content, s.schema_version as "schemaVersion", p.name as person,
      s.created_at as at
     from set_aside s join people p on p.id = s.person_id
     where s.document_id = $1::text and s.settled_at is null
       order by s.reason = 'left out', s.created_at limit 200`,
    [documentId],
  )
  return rows.map((row) => ({ ...asWrittenNow(row), at: row.at.toISOString() }))
}

/** Passages that somebody has decided about are listed no more. */
export async function settleSetAside(
  db: Database,
  documentId: string,
  ids: readonly string[],
  personId: string,
): Promise<void> {
  await db.query(
    `update set_aside set settled_at = now(), settled_by = $3::text
      where document_id = $1::text and id = any($2::text[]) and settled_at is null`,
    [documentId, ids, personId],
  )
}

/** Has passages back that were let go. */
export async function unsettleSetAside(db: Database, documentId: string, ids: readonly string[]): Promise<void> {
  await db.query(
    `update set_aside set settled_at = null, settled_by = null
      where document_id = $1::text and id = any($2::text[]) and settled_at is not null`,
    [documentId, ids],
  )
}

/** Tells every process something short that is never stored, such as where a cursor stands. */
export async function notify(
  db: Database,
  channel: 'fieldstone_presence' | 'fieldstone_set_aside' | 'fieldstone_topic',
  payload: string,
): Promise<void> {
  await db.query('select pg_notify($1::text, $2::text)', [channel, payload])
}

/** A batch that has grown old. `at` in milliseconds. */
export interface OldBatch extends StoredBatch {
  readonly clientId: string
  readonly at: number
  /** What it was made of: a tab that was away for long may still ask whether its batch arrived. */
  readonly squashedIds: readonly string[]
}

export async function listDocumentsToSquash(db: Database, days: number): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    `select distinct document_id as id from batches
      where not is_squashed and created_at < now() - make_interval(days => $1::int)`,
    [days],
  )
  return rows.map((row) => row.id)
}

/** The old batches of a document, locked: those of one version of the log that end before anything younger. */
export async function listOldBatches(db: Database, documentId: string, days: number): Promise<OldBatch[]> {
  const { rows } = await db.query<{ client_id: string; created_at: Date; squashed_ids: string[] }>(
    `select id, base, version, person_id, steps, schema_version, client_id, created_at, squashed_ids from batches
     where document_id = $1::text and created_at < now() - make_interval(days => $2::int) order by base for update`,
    [documentId, days],
  )
  return rows.map((row) => ({
    ...toBatch(row),
    clientId: row.client_id,
    at: row.created_at.getTime(),
    squashedIds: row.squashed_ids,
  }))
}

export async function listSnapshotVersions(db: Database, documentId: string): Promise<number[]> {
  const { rows } = await db.query<{ version: number }>('select version from snapshots where document_id = $1::text', [
    documentId,
  ])
  return rows.map((row) => row.version)
}

export async function deleteBatches(db: Database, documentId: string, base: number, version: number): Promise<void> {
  await db.query('delete from batches where document_id = $1::text and base >= $2::int and version <= $3::int', [
    documentId,
    base,
    version,
  ])
}

/** A sitting as one batch; it may hold fewer steps than its versions count. */
export async function insertSession(db: Database, documentId: string, batch: OldBatch): Promise<void> {
  await db.query(
    `insert into batches (document_id, base, version, id, person_id, client_id, schema_version, steps, created_at,
      is_squashed, squashed_ids)
     values ($1::text, $2::int, $3::int, $4::text, $5::text, $6::text, $7::int, $8::json,
       to_timestamp($9::double precision / 1000), true, $10::text[])`,
    [
      documentId,
      batch.base,
      batch.version,
      batch.id,
      batch.personId,
      batch.clientId,
      batch.schemaVersion,
      JSON.stringify(batch.steps),
      batch.at,
      batch.squashedIds,
    ],
  )
}

export async function markSquashed(db: Database, documentId: string, version: number): Promise<void> {
  await db.query(
    'update batches set is_squashed = true where document_id = $1::text and version <= $2::int and not is_squashed',
    [documentId, version],
  )
}
