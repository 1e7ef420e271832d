import { z } from 'zod'
import { identifier } from '../../core/document/wire.ts'
import { MOST_ALT } from '../../core/kinds/picture/kinds.ts'
import { words } from '../../core/kinds/attributes.ts'
import { pool } from '../../server/database/pool.server.ts'
import { findShelfItem, updateAlt } from '../../server/shelf/queries.server.ts'
import { failure, requireCourse } from '../../server/web/guard.server.ts'
import { readJson } from '../../server/web/read-json.server.ts'
import type { Route } from './+types/shelf-item'

const change = z.object({ alt: words(MOST_ALT) })

/** One thing on the shelf, as JSON: how far its renditions are. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write', true)
  const item = identifier.safeParse(params.shelfId).success
    ? await findShelfItem(pool, course.id, params.shelfId)
    : null
  if (!item) failure('no such place', 404)
  return Response.json(item)
}

/** Remembers what a picture shows, so that it is found again by those words. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write', true)
  const body = await readJson(request, 10_000)
  const parsed = body.ok ? change.safeParse(body.value) : null
  if (!parsed?.success)
    return Response.json({ ok: false, reason: 'The alternative text can’t be saved.' }, { status: 400 })
  const isThere =
    identifier.safeParse(params.shelfId).success && (await updateAlt(pool, course.id, params.shelfId, parsed.data.alt))
  if (!isThere) failure('no such place', 404)
  return Response.json({ ok: true })
}
