import { z } from 'zod'
import { segments } from '../../core/html/slots.ts'
import { ENTRY_KINDS } from '../../core/plan/kinds.ts'
import { readSettings } from '../../core/plan/settings.ts'
import type { Database } from '../database/pool.server.ts'

const shapeEntry = z.object({
  id: z.string(),
  parentId: z.string().nullable(),
  kind: z.enum(ENTRY_KINDS),
  title: z.string(),
  words: z.number().nullable(),
  opensAt: z.string().nullable(),
  settings: z.unknown().transform(readSettings),
})

const courseRow = z.object({
  course_id: z.string(),
  course_title: z.string(),
  language: z.string(),
  direction: z.enum(['ltr', 'rtl']),
  time_zone: z.string(),
  role: z.enum(['author', 'student', 'guest']).nullable(),
  /** Notices of this person that were not seen yet. */
  unseen: z.number(),
  /** Grows with everything that changes what the course holds for students. */
  outline_version: z.coerce.number(),
  /** What this person has done. */
  done: z.array(z.string()),
})
const editionRow = courseRow.extend({
  /** Null when the entry has no edition: a lesson or part without an introduction. */
  edition: z
    .object({
      document_id: z.string(),
      number: z.number(),
      renderer: z.number(),
      title: z.string(),
      note: z.string(),
      words: z.number(),
      published_at: z.string().transform((at) => new Date(at)),
      /** Origins of the players in it; null when it was published before they were noted. */
      players: z.array(z.string()).nullable(),
    })
    .nullable(),
  marks: z.object({
    /** Whether it helped this reader; null while they have not said. */
    didHelp: z.boolean().nullable(),
    /** What they miss in it, in their own words; null when they have not said. */
    missing: z.string().nullable(),
    isBookmarked: z.boolean(),
    isFollowed: z.boolean(),
    comments: z.number(),
  }),
})
/** What one reader has said of an item and marked, and how many comments it has. */
export type ReaderMarks = z.infer<typeof editionRow>['marks'] & {
  /** Why what they just said can't be taken, as a sentence. */
  readonly problem?: string
}
export type CourseToRead = z.infer<typeof courseRow>
export type EntryToRead = z.infer<typeof editionRow>
export type EditionToRead = NonNullable<EntryToRead['edition']>

const COURSE = `c.id as course_id, c.title as course_title, c.language, c.direction, c.time_zone, m.role, (select count(*)::int from notices where person_id = $2::text and seen_at is null) as unseen,
  c.outline_version, array(select pr.entry_id from progress pr join plan_entries e on e.id = pr.entry_id where pr.person_id = $2::text and pr.done_at is not null and e.course_id = c.id order by 1) as done`

/** What a course holds for its students, and which version of it that is; null when there is no such course. */
export async function findShape(
  db: Database,
  courseId: string,
): Promise<{ version: number; language: string; entries: z.infer<typeof shapeEntry>[] } | null> {
  const { rows } = await db.query<{ version: string; language: string; entries: unknown[] | null }>({
    name: 'find-shape',
    text: `select c.outline_version as version, c.language, (
             select json_agg(json_build_object('id', e.id, 'parentId', e.parent_id, 'kind', e.kind, 'title',
               coalesce(ed.title, e.title), 'words', ed.words,
               'opensAt', e.opens_at, 'settings', e.settings) order by e.position, e.id)
             from plan_entries e
             left join lateral (select title, words from editions where document_id = e.document_id order by number desc
               limit 1) ed on true
             where e.course_id = c.id and e.deleted_at is null
               and (e.kind in ('unit', 'lesson', 'bookPart') or ed.title is not null)) as entries
           from courses c where c.id = $1::text`,
    values: [courseId],
  })
  return rows[0]
    ? {
        version: Number(rows[0].version),
        language: rows[0].language,
        entries: z.array(shapeEntry).parse(rows[0].entries ?? []),
      }
    : null
}

/** A course, for one person. */
export async function findCourseToRead(db: Database, courseId: string, personId: string): Promise<CourseToRead | null> {
  const { rows } = await db.query({
    name: 'find-course-to-read',
    text: `select ${COURSE} from courses c left join memberships m on m.course_id = c.id and m.person_id = $2::text
           where c.id = $1::text and c.deleted_at is null`,
    values: [courseId, personId],
  })
  return rows[0] ? courseRow.parse(rows[0]) : null
}

/** An entry with its newest edition and everything its page shows; null when students can't see it. */
export async function findEntryToRead(
  db: Database,
  courseId: string,
  entryId: string,
  personId: string,
): Promise<EntryToRead | null> {
  const { rows } = await db.query({
    name: 'find-entry-to-read',
    text: `select ${COURSE}, case
      when ed.number is not null then json_build_object('document_id', ed.document_id, 'number', ed.number, 'renderer',
      ed.renderer, 'title', ed.title, 'note', ed.note,
             'words', ed.words, 'published_at', ed.published_at, 'players', ed.players) end as edition,
             json_build_object('didHelp', v.did_help, 'missing', v.missing,
               'isBookmarked', exists (select 1 from bookmarks where entry_id = i.id and person_id = $2::text),
               'isFollowed', exists (select 1 from follows where entry_id = i.id and person_id = $2::text),
               'comments', (select count(*)::int from posts
                 where entry_id = i.id and deleted_at is null and hidden_at is null)) as marks
           from plan_entries i
           join courses c on c.id = i.course_id
           left join memberships m on m.course_id = c.id and m.person_id = $2::text
           left join votes v on v.entry_id = i.id and v.person_id = $2::text
           left join lateral (select document_id, number, renderer, title, note, words, published_at, players
             from editions where document_id = i.document_id order by number desc limit 1) ed on true
           where i.course_id = $1::text and i.id = $3::text and i.deleted_at is null and c.deleted_at is null
             and (i.kind in ('unit', 'lesson', 'bookPart') or ed.number is not null)`,
    values: [courseId, personId, entryId],
  })
  return rows[0] ? editionRow.parse(rows[0]) : null
}

/** The newest editions of the notes that stand directly under an entry. */
export async function listNotes(
  db: Database,
  parentId: string,
): Promise<{ id: string; segments: z.infer<typeof segments>; documentId: string; number: number }[]> {
  const { rows } = await db.query<{ id: string; segments: unknown; documentId: string; number: number }>(
    `select e.id, ed.segments, ed.document_id as "documentId", ed.number from plan_entries e
     join lateral (select segments, document_id, number from editions where document_id = e.document_id
       order by number desc limit 1) ed on true
     where e.parent_id = $1::text and e.kind = 'note' and e.deleted_at is null`,
    [parentId],
  )
  return rows.map((row) => ({ ...row, segments: segments.parse(row.segments) }))
}

/** Marks an entry done, or not done, for a person. */
export async function updateDone(db: Database, entryId: string, personId: string, isDone: boolean): Promise<void> {
  await db.query(
    `insert into progress (entry_id, person_id, done_at)
      values ($1::text, $2::text, case when $3::boolean then now() end)
     on conflict (entry_id, person_id) do update
       set done_at = case when $3::boolean then coalesce(progress.done_at, now()) end`,
    [entryId, personId, isDone],
  )
}

/** Keeps where somebody is in a book. */
export async function updatePlace(
  db: Database,
  bookId: string,
  personId: string,
  chapterId: string,
  heading: string,
): Promise<void> {
  await db.query(
    `insert into places (book_id, person_id, chapter_id, heading) values ($1::text, $2::text, $3::text, $4::text)
     on conflict (book_id, person_id) do update set chapter_id = $3::text, heading = $4::text, at = now()`,
    [bookId, personId, chapterId, heading],
  )
}

export async function findPlace(
  db: Database,
  bookId: string,
  personId: string,
): Promise<{ chapterId: string; heading: string } | null> {
  const { rows } = await db.query<{ chapterId: string; heading: string }>(
    'select chapter_id as "chapterId", heading from places where book_id = $1::text and person_id = $2::text',
    [bookId, personId],
  )
  return rows[0] ?? null
}

/** Keeps whether an item helped somebody; said again, the new word holds. False when they had said just that. */
export async function upsertVote(db: Database, entryId: string, personId: string, didHelp: boolean): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into votes (entry_id, person_id, did_help) values ($1::text, $2::text, $3::boolean)
      on conflict (entry_id, person_id) do update set did_help = $3::boolean, missing = null, at = now()
      where votes.did_help <> $3::boolean`,
    [entryId, personId, didHelp],
  )
  return rowCount === 1
}

/** Keeps what somebody misses in an item that did not help them; false when nothing has changed. */
export async function updateMissing(
  db: Database,
  entryId: string,
  personId: string,
  missing: string,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `update votes set missing = $3::text, at = now()
      where entry_id = $1::text and person_id = $2::text and not did_help and missing is distinct from $3::text`,
    [entryId, personId, missing],
  )
  return rowCount === 1
}

export async function updateBookmark(db: Database, entryId: string, personId: string, isOn: boolean): Promise<void> {
  if (isOn)
    await db.query('insert into bookmarks (entry_id, person_id) values ($1::text, $2::text) on conflict do nothing', [
      entryId,
      personId,
    ])
  else await db.query('delete from bookmarks where entry_id = $1::text and person_id = $2::text', [entryId, personId])
}

/** What somebody has marked in a course, the last first: the ids of entries. */
export async function listMarked(
  db: Database,
  courseId: string,
  personId: string,
): Promise<{ bookmarks: string[]; follows: string[]; commented: string[] }> {
  const { rows } = await db.query<{ bookmarks: string[]; follows: string[]; commented: string[] }>(
    `select coalesce((select array_agg(b.entry_id order by b.created_at desc) from bookmarks b
      join plan_entries e on e.id = b.entry_id
      where e.course_id = $1::text and b.person_id = $2::text), '{}') as bookmarks,
       coalesce((select array_agg(f.entry_id order by f.created_at desc) from follows f
         join plan_entries e on e.id = f.entry_id
         where e.course_id = $1::text and f.person_id = $2::text), '{}') as follows,
       coalesce((select array_agg(distinct p.entry_id) from posts p join plan_entries e on e.id = p.entry_id
         where e.course_id = $1::text and p.person_id = $2::text and p.deleted_at is null), '{}') as commented`,
    [courseId, personId],
  )
  return rows[0]!
}
