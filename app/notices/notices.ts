import { z } from 'zod'
import { pool } from '../../server/database/pool.server.ts'
import { findMailPace, listNotices, MAIL_PACES, markSeen, updateMailPace } from '../../server/notices/queries.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { noticesPage } from '../../server/notices/notices-page.server.ts'
import { readingTrouble } from '../../server/reading/trouble.server.ts'
import { sayFor } from '../../server/web/say-for.server.ts'
import { requirePerson } from '../../server/web/guard.server.ts'
import { themeOf } from '../../server/web/theme.server.ts'
import type { Route } from './+types/notices'

/** What somebody was told. Having looked, all of it is seen. */
export async function loader({ request, context }: Route.LoaderArgs): Promise<Response> {
  if (context.isDatabaseDown) return readingTrouble(request, context, 'database')
  const person = requirePerson(context, request)
  const notices = await listNotices(pool, person.id)
  if (notices.some(({ isSeen }) => !isSeen)) await markSeen(pool, person.id)
  const look = { theme: themeOf(request), say: sayFor(request) }
  return readingAnswer(request, noticesPage(look, notices, await findMailPace(pool, person.id)))
}

const choice = z.object({ pace: z.enum(MAIL_PACES) })

/** Keeps when somebody wants their mail. */
export async function action({ request, context }: Route.ActionArgs): Promise<Response> {
  const person = requirePerson(context, request)
  const parsed = choice.safeParse(Object.fromEntries(await request.formData()))
  if (parsed.success) await updateMailPace(pool, person.id, parsed.data.pace)
  return new Response(null, { status: 303, headers: { Location: '/notices' } })
}
