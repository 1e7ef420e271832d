import { may } from '../../core/access/access.ts'
import { pool } from '../../server/database/pool.server.ts'
import { longDate } from '../../server/reading/dates.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { themeOf } from '../../server/web/theme.server.ts'
import { findEditionToRead } from '../../server/reading/queries.server.ts'
import { pagePage } from '../../server/reading/room.server.ts'
import { readingTrouble } from '../../server/reading/trouble.server.ts'
import { requirePerson } from '../../server/web/guard.server.ts'
import type { Route } from './+types/page'

/** A published page, from its newest edition. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  if (context.isDatabaseDown) return readingTrouble(request, context, 'database')
  const person = requirePerson(context, request)
  const edition = await findEditionToRead(pool, params.courseId, params.itemId, person.id)
  if (!edition || !may({ isManager: person.isManager, role: edition.role }, 'read')) return readingTrouble(request, context, 'no such place')
  const date = longDate(edition.language, edition.time_zone).format(edition.published_at)
  const facts = [`edition ${edition.number}`, `last edited ${date}`, ...(edition.note ? [`changed: ${edition.note}`] : [])]
  const view = { itemId: params.itemId, title: edition.title, segments: edition.segments, headings: edition.headings, words: edition.words, facts }
  return readingAnswer(request, pagePage({ path: new URL(request.url).pathname, theme: themeOf(request) }, edition, person, view))
}
