import { z } from 'zod'
import { declaredBlanks } from '../../core/templates/declared.ts'
import { sketch } from '../../core/templates/sketch.ts'
import { VISIBILITIES, TEMPLATE_KINDS } from '../../core/templates/template.ts'
import { asWrittenNow } from '../database/content.server.ts'
import type { Database } from '../database/pool.server.ts'

const template = z.object({
  id: z.string(),
  courseId: z.string(),
  personId: z.string(),
  person: z.string(),
  visibility: z.enum(VISIBILITIES),
  name: z.string(),
  description: z.string(),
  kind: z.enum(TEMPLATE_KINDS),
  sketch: sketch.nullable().catch(null),
  blanks: declaredBlanks.catch([]),
  content: z.unknown(),
})
export type Template = z.infer<typeof template>

const COLUMNS = `t.id, t.course_id as "courseId", t.person_id as "personId", p.name as person, t.reach as visibility, t.name, t.description, t.kind, t.sketch,
    t.content, t.blanks, t.schema_version as "schemaVersion"`
/** Templates and snippets that a person ($2) sees from a course ($1) in which they write. */
export const SEEN = `t.deleted_at is null and (t.person_id = $2::text or t.reach = 'everyone' or (t.reach = 'course' and t.course_id = $1::text))`

export async function insertTemplate(
  db: Database,
  made: Omit<Template, 'person' | 'content'> & { readonly schemaVersion: number; readonly content: string },
): Promise<void> {
  await db.query(
    `insert into templates (id, course_id, person_id, reach, name, description, kind, schema_version, content, sketch, blanks)
     values ($1::text, $2::text, $3::text, $4::text, $5::text, $6::text, $7::text, $8::int, $9::json, $10::json, $11::json)`,
    [
      made.id,
      made.courseId,
      made.personId,
      made.visibility,
      made.name,
      made.description,
      made.kind,
      made.schemaVersion,
      made.content,
      JSON.stringify(made.sketch),
      JSON.stringify(made.blanks),
    ],
  )
}

/** What somebody may use in a course: their own first, then the course's, then everyone's; by name. */
export async function listTemplates(
  db: Database,
  courseId: string,
  personId: string,
): Promise<Omit<Template, 'content' | 'blanks'>[]> {
  const { rows } = await db.query(
    `select ${COLUMNS.replace(/, t.content.*/, '')} from templates t join people p on p.id = t.person_id where ${SEEN} and t.kind <> 'part'
      order by array_position(array['own', 'course', 'everyone'], t.reach), lower(t.name), t.id limit 500`,
    [courseId, personId],
  )
  return rows.map((row) => template.omit({ content: true, blanks: true }).parse(row))
}

export async function findTemplate(
  db: Database,
  courseId: string,
  personId: string,
  id: string,
): Promise<Template | null> {
  const { rows } = await db.query(
    `select ${COLUMNS} from templates t join people p on p.id = t.person_id where ${SEEN} and t.kind <> 'part' and t.id = $3::text`,
    [courseId, personId, id],
  )
  return rows[0] ? template.parse(asWrittenNow(rows[0])) : null
}

/** Takes a template or snippet away, or brings it back; only whoever made it may. */
export async function updateTemplateDeleted(
  db: Database,
  personId: string,
  id: string,
  isDeleted: boolean,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `update templates set deleted_at = case when $3::boolean then now() end
      where id = $1::text and person_id = $2::text`,
    [id, personId, isDeleted],
  )
  return rowCount === 1
}
