import { z } from 'zod'
import { may } from '../../core/access/access.ts'
import { identifier } from '../../core/document/wire.ts'
import { pool } from '../../server/database/pool.server.ts'
import { fileAnswer } from '../../server/shelf/file-answer.server.ts'
import { findFile, findItemAccess } from '../../server/shelf/queries.server.ts'
import { failure, requirePerson } from '../../server/web/guard.server.ts'
import type { Route } from './+types/file'

const asked = z.object({ shelfId: identifier, width: z.coerce.number().int().min(1).max(100_000) })

/** A picture of the shelf at a width: for authors always, for readers while a current edition shows it. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const person = requirePerson(context, request, true)
  const parsed = asked.safeParse(params)
  const access = parsed.success ? await findItemAccess(pool, parsed.data.shelfId, person.id) : null
  if (!parsed.success || !access) failure('no such place', 404)
  const asker = { isManager: person.isManager, role: access.role }
  const mayWrite = may(asker, 'write')
  if (!mayWrite && !((access.isReached || access.isOwn) && may(asker, 'read'))) failure('no such place', 404)
  const file = await findFile(pool, parsed.data.shelfId, parsed.data.width)
  // The original may tell where it was taken: readers wait for a rendition. A drawing has none and needs none.
  if (!file || (!file.isRendition && !mayWrite && !access.isOwn && file.mediaType !== 'image/svg+xml'))
    failure('no such place', 404)
  return fileAnswer(request, file, access.name)
}
