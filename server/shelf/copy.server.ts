import { nanoid } from 'nanoid'
import { z } from 'zod'
import { may } from '../../core/access/access.ts'
import type { OtherItem } from '../../core/document/shelf-items.ts'
import type { Database } from '../database/pool.server.ts'
import { addJob } from '../jobs/queries.server.ts'

/** From whose shelf to whose, and who takes things there. */
export interface Journey {
  readonly fromCourseId: string
  readonly courseId: string
  readonly personId: string
}

/**
 * Puts what other courses have on their shelves onto the shelf of this one: the same bytes, as an item of its own.
 * Gives back which item stands for which; those that are gone are missing.
 */
export async function copyShelfItems(
  db: Database,
  { fromCourseId, courseId, personId }: Journey,
  items: readonly string[],
): Promise<Map<string, OtherItem>> {
  const freshIds = items.map(() => nanoid(12))
  await db.query(
    `insert into shelf_items (id, course_id, hash, name, media_type, width, height, alt, state, created_by)
     select given.fresh, $1::text, s.hash, s.name, s.media_type, s.width, s.height, s.alt, s.state, $2::text
     from unnest($3::text[], $4::text[]) as given (item, fresh) join shelf_items s on s.id = given.item
       where s.deleted_at is null and s.course_id = $5::text and not s.is_contribution
     on conflict (course_id, hash) do update set deleted_at = null, is_contribution = false`,
    [courseId, personId, items, freshIds, fromCourseId],
  )
  await db.query(
    `insert into renditions (item_id, width, height, media_type, hash)
     select mine.id, r.width, r.height, r.media_type, r.hash from shelf_items s
       join shelf_items mine on mine.course_id = $1::text and mine.hash = s.hash
     join renditions r on r.item_id = s.id
       where s.id = any($2::text[]) and s.id <> mine.id and s.course_id = $3::text and not s.is_contribution
       on conflict do nothing`,
    [courseId, items, fromCourseId],
  )
  const { rows } = await db.query<OtherItem & { from: string; state: string }>(
    `select s.id as "from", mine.state, mine.id as item, coalesce(mine.width, 1) as width,
      coalesce(mine.height, 1) as height
     from shelf_items s
       join shelf_items mine on mine.course_id = $1::text and mine.hash = s.hash and mine.deleted_at is null
       where s.id = any($2::text[]) and s.course_id = $3::text and not s.is_contribution`,
    [courseId, items, fromCourseId],
  )
  // Renditions that are still being made for the other shelf are made for this one by itself.
  for (const { item } of rows.filter(({ state }) => state === 'new'))
    await addJob(db, 'renditions', { itemId: item }, `renditions-${item}`)
  return new Map(rows.map(({ from, item, width, height }) => [from, { item, width, height }]))
}

const standing = z.object({
  id: z.string(),
  courseId: z.string(),
  isManager: z.boolean(),
  role: z.enum(['author', 'student', 'guest']).nullable(),
})

/** Those of some things of other courses that somebody may take from there, because they write there too. */
export function mayTake(rows: readonly unknown[]): { id: string; courseId: string }[] {
  return rows.map((row) => standing.parse(row)).filter((asker) => may(asker, 'write'))
}

/**
 * What stands in a course for items that are not of its own shelf, or that students handed in: a copy for whoever
 * writes in both courses, else null. Items of its own and ids of nothing at all, which bring nothing out, are missing.
 */
export async function ownItems(
  db: Database,
  courseId: string,
  personId: string,
  items: readonly string[],
): Promise<Map<string, OtherItem | null>> {
  if (items.length === 0) return new Map()
  const { rows } = await db.query<{ id: string; isContribution: boolean }>(
    `select s.id, s.course_id as "courseId", s.is_contribution as "isContribution", p.is_manager as "isManager", m.role
     from shelf_items s cross join people p left join memberships m on m.course_id = s.course_id and m.person_id = p.id
     where s.id = any($3::text[]) and p.id = $2::text and (s.course_id <> $1::text or s.is_contribution)`,
    [courseId, personId, items],
  )
  const own = new Map<string, OtherItem | null>(rows.map(({ id }) => [id, null]))
  const taken = mayTake(rows.filter(({ isContribution }) => !isContribution))
  for (const fromCourseId of new Set(taken.map((item) => item.courseId))) {
    const ids = taken.filter((item) => item.courseId === fromCourseId).map(({ id }) => id)
    for (const [id, copy] of await copyShelfItems(db, { fromCourseId, courseId, personId }, ids)) own.set(id, copy)
  }
  return own
}
