import { z } from 'zod'
import { containingEach } from '../database/patterns.server.ts'
import type { Database } from '../database/pool.server.ts'

const state = z.enum(['new', 'ready', 'failed'])

const shelfItem = z.object({
  id: z.string(),
  name: z.string(),
  mediaType: z.string(),
  width: z.number().nullable(),
  height: z.number().nullable(),
  alt: z.string(),
  state,
  problem: z.string().nullable(),
  /** How many renditions are made. */
  made: z.number(),
  at: z.date().transform((at) => at.toISOString()),
})
/** Something on the shelf of a course. */
export type ShelfItem = z.infer<typeof shelfItem>

const ITEM = `s.id, s.name, s.media_type as "mediaType", s.width, s.height, s.alt, s.state, s.problem,
  s.created_at as at,
  (select count(*)::int from renditions r where r.item_id = s.id) as made`

export interface NewShelfItem {
  readonly id: string
  readonly courseId: string
  readonly hash: Buffer
  readonly name: string
  readonly mediaType: string
  readonly width: number | null
  readonly height: number | null
  readonly isReady: boolean
  readonly isContribution?: boolean
  readonly personId: string
}

/** How many bytes somebody has put on shelves in the last 24 hours; what a course had already is not counted twice. */
export async function countUploaded(db: Database, personId: string): Promise<number> {
  const { rows } = await db.query<{ bytes: string }>(
    `select coalesce(sum(b.size), 0) as bytes from shelf_items s join blobs b on b.hash = s.hash
      where s.created_by = $1::text and s.created_at > now() - interval '24 hours'`,
    [personId],
  )
  return Number(rows[0]?.bytes ?? 0)
}

/** False when the course has these very bytes on its shelf already. */
export async function insertShelfItem(db: Database, item: NewShelfItem): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into shelf_items (id, course_id, hash, name, media_type, width, height, state, created_by, is_contribution)
     values ($1::text, $2::text, $3::bytea, $4::text, $5::text, $6::int, $7::int, $8::text, $9::text, $10::boolean)
       on conflict (course_id, hash) do nothing`,
    [
      item.id,
      item.courseId,
      item.hash,
      item.name,
      item.mediaType,
      item.width,
      item.height,
      item.isReady ? 'ready' : 'new',
      item.personId,
      item.isContribution ?? false,
    ],
  )
  return rowCount === 1
}

/**
 * Bytes that the course has already: they are no longer deleted, and once an author brings them they are on the shelf.
 */
export async function keepKnown(db: Database, courseId: string, hash: Buffer, isContribution: boolean): Promise<void> {
  await db.query(
    `update shelf_items set deleted_at = null, is_contribution = is_contribution and $3::boolean
      where course_id = $1::text and hash = $2::bytea`,
    [courseId, hash, isContribution],
  )
}

export async function findItemByHash(db: Database, courseId: string, hash: Buffer): Promise<ShelfItem | null> {
  const { rows } = await db.query(
    `select ${ITEM} from shelf_items s where s.course_id = $1::text and s.hash = $2::bytea`,
    [courseId, hash],
  )
  return rows[0] ? shelfItem.parse(rows[0]) : null
}

export async function findShelfItem(db: Database, courseId: string, id: string): Promise<ShelfItem | null> {
  const { rows } = await db.query(
    `select ${ITEM} from shelf_items s where s.course_id = $1::text and s.id = $2::text and s.deleted_at is null`,
    [courseId, id],
  )
  return rows[0] ? shelfItem.parse(rows[0]) : null
}

/**
 * What the shelf of a course holds, newest first; with words only what has all of them in its name or alternative text.
 */
export async function listShelf(db: Database, courseId: string, words: string): Promise<ShelfItem[]> {
  const patterns = containingEach(words)
  const { rows } = await db.query(
    `select ${ITEM} from shelf_items s
      where s.course_id = $1::text and s.deleted_at is null and not s.is_contribution
      and (s.name || ' ' || s.alt) ilike all ($2::text[]) order by s.created_at desc limit 200`,
    [courseId, patterns],
  )
  return rows.map((row) => shelfItem.parse(row))
}

export async function updateAlt(db: Database, courseId: string, id: string, alt: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'update shelf_items set alt = $3::text where course_id = $1::text and id = $2::text and deleted_at is null',
    [courseId, id, alt],
  )
  return rowCount === 1
}

export async function updateItemState(
  db: Database,
  id: string,
  to: z.infer<typeof state>,
  problem: string | null,
): Promise<void> {
  await db.query('update shelf_items set state = $2::text, problem = $3::text where id = $1::text', [id, to, problem])
}

/**
 * Which of these items may stand in what somebody posts in a course: for authors all of the shelf, for others what
 * readers of the course see already; for everybody what they brought themselves and did not hand in.
 */
export async function listPostable(
  db: Database,
  courseId: string,
  personId: string,
  isAuthor: boolean,
  ids: readonly string[],
): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    `select s.id from shelf_items s
      where s.course_id = $1::text and s.deleted_at is null and s.id = any($4::text[]) and (
       case when s.is_contribution then s.created_by = $2::text
         else $3::boolean or exists (
           select from edition_items ei join plan_entries p on p.document_id = ei.document_id
           where ei.item_id = s.id and p.deleted_at is null and entry_opens_at(p.id) is null
             and ei.number = (select max(number) from editions where document_id = ei.document_id)) end)`,
    [courseId, personId, isAuthor, ids],
  )
  return rows.map(({ id }) => id)
}

/** The original of an item that pages of a course may show: of its own shelf, and nothing that students handed in. */
export async function findShownOriginal(
  db: Database,
  courseId: string,
  id: string,
): Promise<{ hash: Buffer; mediaType: string } | null> {
  const { rows } = await db.query<{ hash: Buffer; mediaType: string }>(
    `select hash, media_type as "mediaType" from shelf_items
      where course_id = $1::text and id = $2::text and deleted_at is null and not is_contribution`,
    [courseId, id],
  )
  return rows[0] ?? null
}

/** The original of an item, for making renditions. */
export async function findOriginal(db: Database, id: string): Promise<{ hash: Buffer; mediaType: string } | null> {
  const { rows } = await db.query<{ hash: Buffer; mediaType: string }>(
    'select hash, media_type as "mediaType" from shelf_items where id = $1::text',
    [id],
  )
  return rows[0] ?? null
}

export async function insertRendition(
  db: Database,
  itemId: string,
  rendition: { width: number; height: number; mediaType: string; hash: Buffer },
): Promise<void> {
  await db.query(
    `insert into renditions (item_id, width, height, media_type, hash)
      values ($1::text, $2::int, $3::int, $4::text, $5::bytea) on conflict (item_id, width) do update
      set hash = excluded.hash, height = excluded.height`,
    [itemId, rendition.width, rendition.height, rendition.mediaType, rendition.hash],
  )
}

/** Bytes to send for an item at a width. */
export interface FileToSend {
  readonly hash: Buffer
  readonly mediaType: string
  readonly size: number
  readonly isRendition: boolean
}

/**
 * What is sent for an item at a width: the smallest rendition that is wide enough, else the widest, else the original.
 */
export async function findFile(db: Database, itemId: string, width: number): Promise<FileToSend | null> {
  const { rows } = await db.query<{ hash: Buffer; media_type: string; size: string; is_rendition: boolean }>(
    `select f.hash, f.media_type, b.size, f.is_rendition from (
       (select r.hash, r.media_type, true as is_rendition, 0 as rank, r.width from renditions r
         where r.item_id = $1::text
         order by (r.width < $2::int), case when r.width < $2::int then -r.width else r.width end limit 1)
       union all
       select s.hash, s.media_type, false, 1, 0 from shelf_items s where s.id = $1::text and s.deleted_at is null) f
     join blobs b on b.hash = f.hash order by f.rank limit 1`,
    [itemId, width],
  )
  const row = rows[0]
  return row
    ? { hash: row.hash, mediaType: row.media_type, size: Number(row.size), isRendition: row.is_rendition }
    : null
}

/**
 * The role of someone in an item's course, and whether readers reach it: a current edition or a post shows it, or they
 * brought it themselves. What was handed in is between whoever did and the authors.
 */
export async function findItemAccess(
  db: Database,
  itemId: string,
  personId: string,
): Promise<{ role: 'author' | 'student' | 'guest' | null; isReached: boolean; isOwn: boolean; name: string } | null> {
  const { rows } = await db.query<{
    role: 'author' | 'student' | 'guest' | null
    isReached: boolean
    isOwn: boolean
    name: string
  }>(
    `select m.role, s.name, s.is_contribution and s.created_by = $2::text as "isOwn", exists (
       select from edition_items ei join plan_entries p on p.document_id = ei.document_id
       where ei.item_id = s.id and p.deleted_at is null and entry_opens_at(p.id) is null
         and ei.number = (select max(number) from editions where document_id = ei.document_id))
       or exists (select from post_items pi join posts o on o.id = pi.post_id
         where pi.item_id = s.id and o.deleted_at is null and o.hidden_at is null) as "isReached"
     from shelf_items s join courses c on c.id = s.course_id left
       join memberships m on m.course_id = s.course_id and m.person_id = $2::text
     where s.id = $1::text and s.deleted_at is null and c.deleted_at is null`,
    [itemId, personId],
  )
  return rows[0] ?? null
}

/** Notes which shelf items an edition shows: those of the document's own course, and nothing that students brought. */
export async function insertEditionItems(
  db: Database,
  documentId: string,
  number: number,
  items: readonly string[],
): Promise<void> {
  await db.query(
    `insert into edition_items (document_id, number, item_id)
     select $1::text, $2::int, s.id from shelf_items s join documents d on d.course_id = s.course_id
       where d.id = $1::text and s.id = any($3::text[]) and s.deleted_at is null and not s.is_contribution`,
    [documentId, number, items],
  )
}
