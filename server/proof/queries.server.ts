import type { Database } from '../database/pool.server.ts'

/** A finding that was set aside. */
export interface DismissedFinding {
  readonly fingerprint: string
  readonly reason: string
  readonly person: string
  /** ISO 8601. */
  readonly at: string
}

export async function listDismissed(db: Database, documentId: string): Promise<DismissedFinding[]> {
  const { rows } = await db.query<{ fingerprint: string; reason: string; person: string; at: Date }>(
    `select d.fingerprint, d.reason, p.name as person, d.created_at as at from dismissed_findings d
      join people p on p.id = d.person_id where d.document_id = $1::text order by d.created_at desc`,
    [documentId],
  )
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }))
}

export async function insertDismissed(
  db: Database,
  documentId: string,
  fingerprint: string,
  reason: string,
  personId: string,
): Promise<void> {
  await db.query(
    `insert into dismissed_findings (document_id, fingerprint, reason, person_id)
      values ($1::text, $2::text, $3::text, $4::text)
     on conflict (document_id, fingerprint) do update
       set reason = excluded.reason, person_id = excluded.person_id, created_at = now()`,
    [documentId, fingerprint, reason, personId],
  )
}

export async function deleteDismissed(db: Database, documentId: string, fingerprint: string): Promise<void> {
  await db.query('delete from dismissed_findings where document_id = $1::text and fingerprint = $2::text', [
    documentId,
    fingerprint,
  ])
}
