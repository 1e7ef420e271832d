import { z } from 'zod'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { changesPage } from '../../server/reading/changes-page.server.ts'
import { lockedPage } from '../../server/reading/room.server.ts'
import { readingTrouble } from '../../server/reading/trouble.server.ts'
import { visitPlace } from '../../server/reading/visit.server.ts'
import type { Route } from './+types/changes'

const query = z.object({ since: z.coerce.number().int().min(1).max(100_000).optional().catch(undefined) })

/** What the newest edition of an item changed against the one before, or against the one asked for. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const found = await visitPlace(request, context, params.courseId, params.itemId)
  if (found instanceof Response) return found
  if (found.isLocked) return readingAnswer(request, lockedPage(found.visit, found.place), { status: 403 })
  const { since } = query.parse(Object.fromEntries(new URL(request.url).searchParams))
  const page =
    found.edition && (await changesPage(found.visit, found.place, found.edition, since ?? found.edition.number - 1))
  return page ? readingAnswer(request, page) : readingTrouble(request, context, 'no such place')
}
