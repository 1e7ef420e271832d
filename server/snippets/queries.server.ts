import { z } from 'zod'
import { may } from '../../core/access/access.ts'
import { offeredSnippet, type OfferedSnippet, type SnippetUses } from '../../core/snippets/wire.ts'
import type { DeclaredBlank } from '../../core/templates/declared.ts'
import { declaredBlanks } from '../../core/templates/declared.ts'
import type { Shape } from '../../core/templates/sketch.ts'
import { asWrittenNow } from '../database/content.server.ts'
import type { Database } from '../database/pool.server.ts'
import { SEEN } from '../templates/queries.server.ts'

/** So many snippets are offered, so many pages named that use one. */
const MOST_OFFERED = 300
const MOST_USES = 300

const COLUMNS = `t.id, t.course_id as "courseId", t.person_id = $2::text as "isOwn", p.name as person,
  t.reach as visibility, t.name, t.description, t.purpose, t.version`

const found = offeredSnippet
  .omit({ asks: true, sketch: true })
  .extend({ courseId: z.string(), blanks: declaredBlanks.catch([]), content: z.unknown() })
export type FoundSnippet = z.infer<typeof found>

/** What somebody may put in, in a course: by name. */
export async function listSnippets(db: Database, courseId: string, personId: string): Promise<OfferedSnippet[]> {
  const { rows } = await db.query(
    `select ${COLUMNS}, t.sketch, json_array_length(t.blanks) as asks from templates t join people p on p.id = t.person_id
      where ${SEEN} and t.kind = 'part' order by lower(t.name), t.id limit ${MOST_OFFERED}`,
    [courseId, personId],
  )
  return rows.map((row) => offeredSnippet.parse(row))
}

export async function findSnippet(
  db: Database,
  courseId: string,
  personId: string,
  id: string,
): Promise<FoundSnippet | null> {
  const { rows } = await db.query(
    `select ${COLUMNS}, t.content, t.blanks, t.schema_version as "schemaVersion"
      from templates t join people p on p.id = t.person_id
      where ${SEEN} and t.kind = 'part' and t.id = $3::text`,
    [courseId, personId, id],
  )
  return rows[0] ? found.parse(asWrittenNow(rows[0])) : null
}

export interface KeptSnippet {
  readonly id: string
  readonly courseId: string
  readonly personId: string
  readonly visibility: string
  readonly name: string
  readonly description: string
  readonly purpose: string
  readonly schemaVersion: number
  readonly content: string
  readonly sketch: readonly Shape[]
  readonly blanks: readonly DeclaredBlank[]
}

export async function insertSnippet(db: Database, kept: KeptSnippet): Promise<void> {
  await db.query(
    `insert into templates (id, course_id, person_id, reach, name, description, purpose, schema_version, content, sketch,
       blanks, kind)
     values ($1::text, $2::text, $3::text, $4::text, $5::text, $6::text, $7::text, $8::int, $9::json, $10::json, $11::json,
       'part')`,
    valuesOf(kept),
  )
}

/** Keeps another state of a snippet; its version, or null when it is not one of this person's. */
export async function updateSnippet(db: Database, kept: KeptSnippet): Promise<number | null> {
  const { rows } = await db.query<{ version: number }>(
    `update templates set course_id = $2::text, reach = $4::text, name = $5::text, description = $6::text,
       purpose = $7::text, schema_version = $8::int, content = $9::json, sketch = $10::json, blanks = $11::json,
       version = version + 1
     where id = $1::text and person_id = $3::text and kind = 'part' and deleted_at is null returning version`,
    valuesOf(kept),
  )
  return rows[0]?.version ?? null
}

const valuesOf = (kept: KeptSnippet): unknown[] => [
  kept.id,
  kept.courseId,
  kept.personId,
  kept.visibility,
  kept.name,
  kept.description,
  kept.purpose,
  kept.schemaVersion,
  kept.content,
  JSON.stringify(kept.sketch),
  JSON.stringify(kept.blanks),
]

/** Notes which snippets stand on a page; those that nobody knows are none. */
export async function setUses(
  db: Database,
  documentId: string,
  uses: readonly { readonly snippet: string; readonly places: number; readonly oldest: number }[],
): Promise<void> {
  const ids = uses.map(({ snippet }) => snippet)
  await db.query('delete from snippet_uses where document_id = $1::text and snippet_id <> all($2::text[])', [
    documentId,
    ids,
  ])
  if (uses.length === 0) return
  await db.query(
    `insert into snippet_uses (document_id, snippet_id, places, oldest)
     select $1::text, given.snippet, given.places, given.oldest
       from unnest($2::text[], $3::int[], $4::int[]) as given (snippet, places, oldest)
       join templates t on t.id = given.snippet and t.kind = 'part'
     on conflict (snippet_id, document_id) do update set places = excluded.places, oldest = excluded.oldest
       where (snippet_uses.places, snippet_uses.oldest) <> (excluded.places, excluded.oldest)`,
    [documentId, ids, uses.map(({ places }) => places), uses.map(({ oldest }) => oldest)],
  )
}

const use = z.object({
  courseId: z.string(),
  course: z.string(),
  entryId: z.string(),
  documentId: z.string(),
  title: z.string(),
  places: z.number(),
  oldest: z.number(),
  isManager: z.boolean(),
  role: z.enum(['author', 'student', 'guest']).nullable(),
})

/** The pages on which a snippet stands: named where this person writes, counted elsewhere. */
export async function listUses(db: Database, personId: string, id: string): Promise<SnippetUses> {
  const { rows } = await db.query(
    `select c.id as "courseId", c.title as course, e.id as "entryId", e.document_id as "documentId", e.title, u.places,
       u.oldest, p.is_manager as "isManager", m.role
     from snippet_uses u join plan_entries e on e.document_id = u.document_id and e.deleted_at is null
       join courses c on c.id = e.course_id join people p on p.id = $2::text
       left join memberships m on m.course_id = c.id and m.person_id = p.id
     where u.snippet_id = $1::text and c.deleted_at is null order by c.title, e.title, e.id limit ${MOST_USES}`,
    [id, personId],
  )
  const all = rows.map((row) => use.parse(row))
  const own = all.filter((each) => may(each, 'write'))
  return {
    pages: own.map(({ isManager: _isManager, role: _role, ...page }) => page),
    elsewhere: all.length - own.length,
  }
}
