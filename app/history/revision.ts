import { z } from 'zod'
import { pool } from '../../server/database/pool.server.ts'
import { currentTree, treeAt } from '../../server/documents/trees.server.ts'
import { failure, requireDocument } from '../../server/web/guard.server.ts'
import type { Route } from './+types/revision'

const version = z.coerce.number().int().min(0).max(2_147_483_647)

/** The page as it stood at a version, or as it is now, as JSON. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  await requireDocument(context, request, params.documentId)
  if (params.version === 'now') {
    const now = await currentTree(pool, params.documentId)
    return now ? Response.json(now.page.toJSON()) : failure('no such place', 404)
  }
  const parsed = version.safeParse(params.version)
  const tree = parsed.success ? await treeAt(pool, params.documentId, parsed.data) : null
  if (!tree || tree.version !== parsed.data) failure('no such place', 404)
  return Response.json(tree.page.toJSON())
}
