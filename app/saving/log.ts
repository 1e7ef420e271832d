import { data } from 'react-router'
import { z } from 'zod'
import { pool } from '../../server/database/pool.server.ts'
import { toWire } from '../../server/documents/accept-batch.server.ts'
import { isBatchTaken } from '../../server/documents/queries.server.ts'
import { identifier } from '../../core/document/wire.ts'
import { readLog, treeAt } from '../../server/documents/trees.server.ts'
import { requireDocument } from '../../server/web/guard.server.ts'
import type { Route } from './+types/log'

const query = z.object({
  since: z.coerce.number().int().min(0),
  page: z.stringbool().default(false),
  sent: identifier.optional(),
})

/**
 * The log of a document from a version on, some of it at a time; with `page`, also the page as it was then (null when
 * the log no longer reaches back); with `sent`, whether the log holds the batch of that name, in whatever form.
 */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  await requireDocument(context, request, params.documentId)
  const parsed = query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!parsed.success) throw data(null, { status: 400 })
  const { since, page, sent } = parsed.data
  const tree = page ? await treeAt(pool, params.documentId, since) : null
  const batches = await readLog(pool, params.documentId, since)
  const isTaken = sent !== undefined && (await isBatchTaken(pool, params.documentId, sent))
  return Response.json({
    page: batches && ((tree?.page.toJSON() as unknown) ?? null),
    batches: (batches ?? []).map(toWire),
    isTaken,
  })
}
