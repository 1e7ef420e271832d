import type { WrittenBatch } from '../../core/history/sessions.ts'
import type { Database } from '../database/pool.server.ts'

export interface LoggedBatch extends WrittenBatch {
  readonly person: string | null
}

/** The newest batches of a document without their steps, in the order of the log. */
export async function listLog(db: Database, documentId: string, before: number, limit: number): Promise<LoggedBatch[]> {
  const { rows } = await db.query<{
    base: number
    version: number
    person_id: string | null
    name: string | null
    schema_version: number
    created_at: Date
  }>(
    `select b.base, b.version, b.person_id, p.name, b.schema_version, b.created_at from batches b left
      join people p on p.id = b.person_id
     where b.document_id = $1::text and b.version <= $2::int order by b.base desc limit $3::int`,
    [documentId, before, limit],
  )
  return rows
    .reverse()
    .map((row) => ({
      base: row.base,
      version: row.version,
      personId: row.person_id,
      person: row.name,
      schemaVersion: row.schema_version,
      at: row.created_at.getTime(),
    }))
}
