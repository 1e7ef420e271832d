import { z } from 'zod'
import { RENDERER_VERSION } from '../../core/html/render.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { asWrittenNow } from '../database/content.server.ts'
import type { Database } from '../database/pool.server.ts'

const postRow = z.object({
  id: z.string(),
  parentId: z.string().nullable(),
  rootId: z.string(),
  personId: z.string(),
  person: z.string(),
  colour: z.string(),
  isAuthor: z.boolean(),
  html: z.string(),
  content: z.unknown(),
  at: z.date().transform((at) => at.toISOString()),
  editedAt: z
    .date()
    .nullable()
    .transform((at) => at?.toISOString() ?? null),
  isHelpful: z.boolean(),
  isLocked: z.boolean(),
  isDeleted: z.boolean(),
  hiddenBy: z.string().nullable(),
  hiddenReason: z.string().nullable(),
  /** Of a first post: how many answer in its thread. */
  replies: z.number(),
})
export type PostRow = z.infer<typeof postRow>

const POST = `p.id, p.parent_id as "parentId", p.root_id as "rootId", p.person_id as "personId", who.name as person,
  who.colour, (coalesce(m.role = 'author', false) or who.is_manager) as "isAuthor", p.html, p.content,
  p.schema_version as "schemaVersion",
  p.created_at as at, p.edited_at as "editedAt", p.helpful_at is not null as "isHelpful",
    p.locked_at is not null as "isLocked", p.deleted_at is not null as "isDeleted",
  hider.name as "hiddenBy", p.hidden_reason as "hiddenReason",
  case when p.parent_id is null then (select count(*)::int from posts r
    where r.root_id = p.id and r.parent_id is not null and r.deleted_at is null) else 0 end as replies`
const FROM = `join people who on who.id = p.person_id join plan_entries e on e.id = p.entry_id
  left join memberships m on m.course_id = e.course_id and m.person_id = p.person_id left
    join people hider on hider.id = p.hidden_by`

/** What a post is found by, in the language of its course. */
const SEARCH = (entry: string, words: string): string =>
  `(select search_words(e.course_id, c.language, '', ${words}::text) from plan_entries e join courses c on c.id = e.course_id where e.id = ${entry}::text)`

const toPosts = (rows: readonly unknown[]): PostRow[] => rows.map((row) => postRow.parse(asWrittenNow(row)))

/**
 * First posts of an item, newest first, from before a post on. One that was taken back stays only while others answer
 * it.
 */
export async function listRoots(
  db: Database,
  entryId: string,
  beforeId: string | null,
  most: number,
): Promise<PostRow[]> {
  const { rows } = await db.query(
    `select ${POST} from posts p ${FROM}
     where p.entry_id = $1::text and p.parent_id is null
       and ($2::text is null or (p.created_at, p.id) < (select created_at, id from posts where id = $2::text))
       and (p.deleted_at is null or exists (select 1 from posts r
         where r.root_id = p.id and r.id <> p.id and r.deleted_at is null))
     order by p.created_at desc, p.id desc limit $3::int`,
    [entryId, beforeId, most],
  )
  return toPosts(rows)
}

/** The last answers in some threads, or the last before one of them, in their order; at most so many a thread. */
export async function listReplies(
  db: Database,
  rootIds: readonly string[],
  most: number,
  beforeId: string | null = null,
): Promise<PostRow[]> {
  const { rows } = await db.query(
    `select ${POST} from unnest($1::text[]) as root (id)
     join lateral (select * from posts r where r.root_id = root.id and r.parent_id is not null and r.deleted_at is null
       and ($3::text is null or (r.created_at, r.id) < (select created_at, id from posts where id = $3::text))
         order by r.created_at desc, r.id desc limit $2::int) p on true
     ${FROM} order by p.created_at, p.id`,
    [rootIds, most, beforeId],
  )
  return toPosts(rows)
}

export async function findPost(db: Database, entryId: string, id: string): Promise<PostRow | null> {
  const { rows } = await db.query(
    `select ${POST} from posts p ${FROM} where p.entry_id = $1::text and p.id = $2::text`,
    [entryId, id],
  )
  return rows[0] ? postRow.parse(rows[0]) : null
}

export interface NewPost {
  readonly id: string
  readonly entryId: string
  readonly parentId: string | null
  readonly rootId: string
  readonly personId: string
  /** JSON text of the passage. */
  readonly content: string
  readonly html: string
  readonly words: string
  readonly at?: Date
}

/** False when a post of this id is there already: sending it twice writes it once. */
export async function insertPost(db: Database, post: NewPost): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into posts (id, entry_id, parent_id, root_id, person_id, content, schema_version, html, renderer, words,
      created_at, search)
     values ($1::text, $2::text, $3::text, $4::text, $5::text, $6::json, ${SCHEMA_VERSION}, $7::text,
       ${RENDERER_VERSION}, $8::text, coalesce($9::timestamptz, now()), ${SEARCH('$2', '$8')})
       on conflict (id) do nothing`,
    [
      post.id,
      post.entryId,
      post.parentId,
      post.rootId,
      post.personId,
      post.content,
      post.html,
      post.words,
      post.at ?? null,
    ],
  )
  return rowCount === 1
}

export async function updatePost(
  db: Database,
  { id, entryId, personId }: { readonly id: string; readonly entryId: string; readonly personId: string },
  post: Pick<NewPost, 'content' | 'html' | 'words'>,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `update posts
      set content = $3::json, schema_version = ${SCHEMA_VERSION}, html = $4::text, renderer = ${RENDERER_VERSION},
      words = $5::text, edited_at = now(), search = ${SEARCH('entry_id', '$5')}
      where id = $1::text and person_id = $2::text and entry_id = $6::text and deleted_at is null
      and hidden_at is null`,
    [id, personId, post.content, post.html, post.words, entryId],
  )
  return rowCount === 1
}

/** The shelf items that a post shows, of its own course. */
export async function replacePostItems(db: Database, postId: string, items: readonly string[]): Promise<void> {
  await db.query('delete from post_items where post_id = $1::text', [postId])
  await db.query(
    `insert into post_items (post_id, item_id) select $1::text, s.id from shelf_items s join posts p on p.id = $1::text
      join plan_entries e on e.id = p.entry_id
     where s.course_id = e.course_id and s.id = any($2::text[]) and s.deleted_at is null`,
    [postId, items],
  )
}

export async function updateDeleted(db: Database, id: string, personId: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'update posts set deleted_at = now() where id = $1::text and person_id = $2::text and deleted_at is null',
    [id, personId],
  )
  return rowCount === 1
}

/** Brings back what its writer took back. */
export async function updateRestored(db: Database, id: string, personId: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'update posts set deleted_at = null where id = $1::text and person_id = $2::text and deleted_at is not null',
    [id, personId],
  )
  return rowCount === 1
}

export async function updateHelpful(db: Database, id: string, isHelpful: boolean): Promise<void> {
  await db.query(
    'update posts set helpful_at = case when $2::boolean then coalesce(helpful_at, now()) end where id = $1::text',
    [id, isHelpful],
  )
}

export async function updateLocked(db: Database, id: string, isLocked: boolean): Promise<void> {
  await db.query(
    `update posts set locked_at = case when $2::boolean then coalesce(locked_at, now()) end
      where id = $1::text and parent_id is null`,
    [id, isLocked],
  )
}

/** Hides a post with a reason, or shows it again (null). */
export async function updateHidden(db: Database, id: string, personId: string, reason: string | null): Promise<void> {
  await db.query(
    `update posts
      set hidden_reason = $3::text, hidden_at = case when $3::text is null then null else now() end, hidden_by = case
      when $3::text is null then null else $2::text end where id = $1::text`,
    [id, personId, reason],
  )
}

/** Whether someone has written under an item; posts that were taken back do not count. */
export async function hasPosted(db: Database, entryId: string, personId: string): Promise<boolean> {
  const { rows } = await db.query<{ has: boolean }>(
    `select exists (select 1 from posts
      where entry_id = $1::text and person_id = $2::text and deleted_at is null) as has`,
    [entryId, personId],
  )
  return rows[0]?.has ?? false
}

export async function countPosts(db: Database, entryId: string): Promise<number> {
  const { rows } = await db.query<{ count: number }>(
    'select count(*)::int as count from posts where entry_id = $1::text and deleted_at is null',
    [entryId],
  )
  return rows[0]?.count ?? 0
}

export async function isFollowing(db: Database, entryId: string, personId: string): Promise<boolean> {
  const { rows } = await db.query<{ has: boolean }>(
    'select exists (select 1 from follows where entry_id = $1::text and person_id = $2::text) as has',
    [entryId, personId],
  )
  return rows[0]?.has ?? false
}

export async function updateFollow(
  db: Database,
  entryId: string,
  personId: string,
  isFollowing: boolean,
): Promise<void> {
  if (isFollowing)
    await db.query('insert into follows (entry_id, person_id) values ($1::text, $2::text) on conflict do nothing', [
      entryId,
      personId,
    ])
  else await db.query('delete from follows where entry_id = $1::text and person_id = $2::text', [entryId, personId])
}
