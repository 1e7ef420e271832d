import { data } from 'react-router'
import { z } from 'zod'
import { identifier } from '../../core/document/wire.ts'
import { MOST_FILE_LENGTH, type SnippetAnswer, type SnippetRequest, snippetRequest } from '../../core/snippets/wire.ts'
import { may } from '../../core/access/access.ts'
import { findCourseOfDocument } from '../../server/courses/queries.server.ts'
import { pool } from '../../server/database/pool.server.ts'
import { bringSnippet, fileOfSnippet } from '../../server/snippets/files.server.ts'
import { findSnippet, listSnippets, listUses } from '../../server/snippets/queries.server.ts'
import {
  carrySnippet,
  placesOn,
  saveSnippet,
  shownSnippet,
  takeSnippet,
} from '../../server/snippets/snippets.server.ts'
import { updateTemplateDeleted } from '../../server/templates/queries.server.ts'
import { toBeKept } from '../../server/shelf/file-answer.server.ts'
import { requireCourse, requireDocument } from '../../server/web/guard.server.ts'
import { parseJson } from '../../server/web/parse-json.server.ts'
import type { Route } from './+types/snippets.ts'

const query = z.object({
  shown: identifier.optional(),
  file: identifier.optional(),
  used: identifier.optional(),
  document: identifier.optional(),
})

/**
 * The snippets that can be put in, in a course, as JSON; with `shown` one with all that it holds, with `used` the pages
 * on which it stands, and with `document`, too, its places on one of them; with `file` one as a file.
 */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write', true)
  const asked = query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!asked.success) throw data(null, { status: 400 })
  const { shown, file, used, document } = asked.data
  if (file !== undefined) return asFile(await fileOfSnippet(course, person.id, file))
  if (shown !== undefined) return answer(await shownSnippet(course.id, person.id, shown))
  if (used === undefined) return answer(await listSnippets(pool, course.id, person.id))
  if (!(await findSnippet(pool, course.id, person.id, used))) throw data(null, { status: 404 })
  if (document === undefined) return answer(await listUses(pool, person.id, used))
  const other = await requireDocument(context, request, document)
  return answer(await placesOn(document, used, other.course))
}

/** To be kept, never shown: what is in it is an author's. */
function asFile(found: { readonly name: string; readonly html: string } | null): Response {
  if (found === null) throw data(null, { status: 404 })
  return new Response(found.html, {
    headers: { 'Content-Type': 'text/html; charset=utf-8', 'Content-Disposition': toBeKept(`${found.name}.html`) },
  })
}

function answer(found: unknown): Response {
  if (found === null) throw data(null, { status: 404 })
  return Response.json(found)
}

/** Keeps, takes, carries, deletes and restores snippets; as JSON. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write', true)
  const parsed = await parseJson(request, snippetRequest, MOST_FILE_LENGTH + 1_000_000)
  if (!parsed.ok) return parsed.answer
  const asked = parsed.data
  const said = asked.intent === 'carry' ? await carry(person, asked) : await run(asked, course.id, person.id)
  return Response.json(said, { status: said.ok ? 200 : 409 })
}

/** To a page that this person writes, of whatever course. */
async function carry(
  { id, isManager }: { readonly id: string; readonly isManager: boolean },
  asked: Extract<SnippetRequest, { intent: 'carry' }>,
): Promise<SnippetAnswer> {
  const course = await findCourseOfDocument(pool, asked.documentId, id)
  if (!course || course.isDocumentDeleted || !may({ isManager, role: course.role }, 'write'))
    return { ok: false, reason: 'It was deleted meanwhile, or is no longer yours to write.' }
  return carrySnippet(course, id, asked)
}

async function run(
  asked: Exclude<SnippetRequest, { intent: 'carry' }>,
  courseId: string,
  personId: string,
): Promise<SnippetAnswer> {
  if (asked.intent === 'save') return saveSnippet(courseId, personId, asked)
  if (asked.intent === 'bring') return bringSnippet(courseId, personId, asked.html)
  if (asked.intent === 'take') return takeSnippet(courseId, personId, asked.id)
  const isDone = await updateTemplateDeleted(pool, personId, asked.id, asked.intent === 'delete')
  return isDone ? { ok: true } : { ok: false, reason: 'Only the person who made a snippet can delete it.' }
}
