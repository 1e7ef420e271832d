import { data } from 'react-router'
import { z } from 'zod'
import { identifier } from '../../core/document/wire.ts'
import { pool } from '../../server/database/pool.server.ts'
import { updateTemplateDeleted } from '../../server/templates/queries.server.ts'
import {
  beforeSaving,
  makeFromTemplate,
  offeredTemplates,
  saveTemplate,
  shownTemplate,
} from '../../server/templates/templates.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { parseJson } from '../../server/web/parse-json.server.ts'
import type { Route } from './+types/templates'
import { type TemplateAnswer, type TemplateRequest, templateRequest } from './template-requests.ts'

const query = z.object({ of: identifier.optional(), shown: identifier.optional() })

/**
 * The templates that can be used in a course; with `shown` one as it looks, with `of` what is asked before one is made
 * of an entry. As JSON.
 */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write', true)
  const asked = query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!asked.success) throw data(null, { status: 400 })
  if (asked.data.shown !== undefined) {
    const shown = await shownTemplate(course.id, person.id, asked.data.shown)
    if (!shown) throw data(null, { status: 404 })
    return Response.json(shown)
  }
  if (asked.data.of === undefined) return Response.json(await offeredTemplates(course.id, person.id))
  const found = await beforeSaving(course.id, asked.data.of)
  if (!found) throw data(null, { status: 404 })
  return Response.json(found)
}

/** Keeps, uses, takes away and brings back templates; as JSON. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write', true)
  const parsed = await parseJson(request, templateRequest, 1_000_000)
  if (!parsed.ok) return parsed.answer
  const answer = await run(parsed.data, course, person.id)
  return Response.json(answer, { status: answer.ok ? 200 : 409 })
}

async function run(
  asked: TemplateRequest,
  course: { readonly id: string; readonly language: string },
  personId: string,
): Promise<TemplateAnswer> {
  if (asked.intent === 'save') return saveTemplate(course.id, personId, asked)
  if (asked.intent === 'use') {
    const made = await makeFromTemplate(course, personId, asked)
    return made.ok ? { ...made, notes: [...made.notes] } : made
  }
  const isDone = await updateTemplateDeleted(pool, personId, asked.id, asked.intent === 'delete')
  return isDone ? { ok: true } : { ok: false, reason: 'Only the person who made a template can delete it.' }
}
