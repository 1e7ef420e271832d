import { z } from 'zod'
import { transferFields, type TransferReport } from '../../core/formats/transfer.ts'
import type { Database } from '../database/pool.server.ts'

const transfer = z.object({
  ...transferFields,
  courseId: z.string(),
  personId: z.string(),
  entryId: z.string().nullable(),
  variant: z.string(),
  size: z.coerce.number().nullable(),
  mediaType: z.string().nullable(),
  at: z.date().transform((at) => at.toISOString()),
})
/** Something that goes out of a course or comes into it. */
export type Transfer = z.infer<typeof transfer>

/** A transfer that has said nothing for this long was ended with its process. */
const SILENT_MINUTES = 5
const COLUMNS = `t.id, t.course_id as "courseId", t.person_id as "personId", p.name as person, t.direction, t.format,
  t.entry_id as "entryId", t.manner as variant, t.name,
  case when t.state = 'running' and t.touched_at < now() - make_interval(mins => ${SILENT_MINUTES}) then 'failed'
    else t.state end as state, t.step, t.done, t.total,
  case when t.state = 'running'
    and t.touched_at < now() - make_interval(mins => ${SILENT_MINUTES}) then
    'It was broken off in the middle. Try it again.' else t.problem end as problem,
  t.report, t.made_id as "madeId", t.size, t.media_type as "mediaType", t.created_at as at`

export interface NewTransfer {
  readonly id: string
  readonly courseId: string
  readonly personId: string
  readonly direction: 'out' | 'in'
  readonly format: string
  readonly entryId: string | null
  readonly variant: string
  readonly name: string
  readonly hash: Buffer | null
  readonly size: number | null
}

export async function insertTransfer(db: Database, made: NewTransfer): Promise<void> {
  await db.query(
    `insert into transfers (id, course_id, person_id, direction, format, entry_id, manner, name, hash, size)
     values ($1::text, $2::text, $3::text, $4::text, $5::text, $6::text, $7::text, $8::text, $9::bytea, $10::bigint)`,
    [
      made.id,
      made.courseId,
      made.personId,
      made.direction,
      made.format,
      made.entryId,
      made.variant,
      made.name,
      made.hash,
      made.size,
    ],
  )
}

/** The newest transfers of a course. */
export async function listTransfers(db: Database, courseId: string): Promise<Transfer[]> {
  const { rows } = await db.query(
    `select ${COLUMNS} from transfers t join people p on p.id = t.person_id where t.course_id = $1::text
      order by t.created_at desc, t.id limit 30`,
    [courseId],
  )
  return rows.map((row) => transfer.parse(row))
}

/** One of them, with where its bytes are. */
export async function findTransfer(db: Database, id: string): Promise<(Transfer & { hash: Buffer | null }) | null> {
  const { rows } = await db.query<{ hash: Buffer | null }>(
    `select ${COLUMNS}, t.hash from transfers t join people p on p.id = t.person_id where t.id = $1::text`,
    [id],
  )
  return rows[0] ? { ...transfer.parse(rows[0]), hash: rows[0].hash } : null
}

export async function updateProgress(
  db: Database,
  id: string,
  step: string,
  done: number,
  total: number,
): Promise<void> {
  await db.query(
    `update transfers set state = 'running', step = $2::text, done = $3::int, total = $4::int, touched_at = now()
      where id = $1::text`,
    [id, step, done, total],
  )
}

export async function finishTransfer(
  db: Database,
  id: string,
  result: {
    readonly name: string
    readonly report: TransferReport
    readonly hash: Buffer | null
    readonly size: number | null
    readonly mediaType: string | null
    readonly madeId: string | null
  },
): Promise<void> {
  await db.query(
    `update transfers
      set state = 'done', step = '', problem = null, touched_at = now(), name = $2::text, report = $3::json,
      hash = coalesce($4::bytea, hash), size = coalesce($5::bigint, size), media_type = $6::text, made_id = $7::text
      where id = $1::text`,
    [id, result.name, JSON.stringify(result.report), result.hash, result.size, result.mediaType, result.madeId],
  )
}

export async function failTransfer(db: Database, id: string, problem: string): Promise<void> {
  await db.query(`update transfers set state = 'failed', problem = $2::text, touched_at = now() where id = $1::text`, [
    id,
    problem,
  ])
}

/** Puts a transfer that failed back to its beginning; false when it did not fail. */
export async function resetTransfer(db: Database, courseId: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `update transfers set state = 'waiting', step = '', done = 0, total = 0, problem = null, touched_at = now()
     where id = $1::text and course_id = $2::text
       and (state = 'failed' or (state = 'running' and touched_at < now() - make_interval(mins => ${SILENT_MINUTES})))`,
    [id, courseId],
  )
  return rowCount === 1
}

/** Forgets transfers older than some days; their bytes go with the next sweep. */
export async function deleteOldTransfers(db: Database, days: number): Promise<void> {
  await db.query('delete from transfers where touched_at < now() - make_interval(days => $1::int)', [days])
}
