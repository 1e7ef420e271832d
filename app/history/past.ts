import { z } from 'zod'
import { pool } from '../../server/database/pool.server.ts'
import { listPast } from '../../server/history/past.server.ts'
import { requireDocument } from '../../server/web/guard.server.ts'
import type { Route } from './+types/past'

const query = z.object({ before: z.coerce.number().int().min(0).max(2_147_483_647).optional() })

/** Who changed the page, when and what, by sitting, as JSON. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  await requireDocument(context, request, params.documentId)
  const parsed = query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!parsed.success) return Response.json({ reason: 'A version is a whole number.' }, { status: 400 })
  return Response.json(await listPast(pool, params.documentId, parsed.data.before))
}
