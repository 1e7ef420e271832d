import { z } from 'zod'
import { words } from '../../core/kinds/attributes.ts'
import { pool } from '../../server/database/pool.server.ts'
import { countFacts } from '../../server/documents/facts.server.ts'
import { currentTree } from '../../server/documents/trees.server.ts'
import { deleteDismissed, insertDismissed, listDismissed } from '../../server/proof/queries.server.ts'
import { requireDocument } from '../../server/web/guard.server.ts'
import { readJson } from '../../server/web/read-json.server.ts'
import type { Route } from './+types/dismissed'

const fingerprint = z.string().regex(/^[\w-]{1,200}$/)
const asked = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('dismiss'), fingerprint, reason: words(500).trim().min(1) }),
  z.object({ intent: z.literal('restore'), fingerprint }),
])

/** The findings of a page that were set aside, as JSON. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  await requireDocument(context, request, params.documentId)
  return Response.json(await listDismissed(pool, params.documentId))
}

/** Sets a finding aside with its reason, or takes it back. Answers with the list as it is then. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { person } = await requireDocument(context, request, params.documentId)
  const body = await readJson(request, 10_000)
  const parsed = asked.safeParse(body.ok ? body.value : null)
  if (!parsed.success)
    return Response.json(
      { reason: 'A finding is set aside with a reason, in at most 500 characters.' },
      { status: 400 },
    )
  if (parsed.data.intent === 'dismiss')
    await insertDismissed(pool, params.documentId, parsed.data.fingerprint, parsed.data.reason, person.id)
  else await deleteDismissed(pool, params.documentId, parsed.data.fingerprint)
  const tree = await currentTree(pool, params.documentId)
  if (tree) await countFacts(pool, params.documentId, tree.page)
  return Response.json(await listDismissed(pool, params.documentId))
}
