import { pool } from '../../server/database/pool.server.ts'
import { listEditions } from '../../server/editions/queries.server.ts'
import { requireDocument } from '../../server/web/guard.server.ts'
import type { Route } from './+types/edition-list'

/** The editions of a document, newest first, as JSON. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  await requireDocument(context, request, params.documentId)
  return Response.json(await listEditions(pool, params.documentId))
}
