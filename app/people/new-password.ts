import { z } from 'zod'
import { newPasswordPage } from '../../server/people/account-page.server.ts'
import { askNewPassword, resetOf, resetPassword } from '../../server/people/account.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { readingTrouble } from '../../server/reading/trouble.server.ts'
import { isTooOften, MOST_A_MINUTE } from '../../server/web/rate.server.ts'
import { sayFor } from '../../server/web/say-for.server.ts'
import { themeOf } from '../../server/web/theme.server.ts'
import type { Route } from './+types/new-password'

/** Asks for a way to a new password, or sets one by a way that was sent. */
export async function loader({ request, context }: Route.LoaderArgs): Promise<Response> {
  if (context.isDatabaseDown) return readingTrouble(request, context, 'database')
  const way = new URL(request.url).searchParams.get('way')
  return readingAnswer(
    request,
    newPasswordPage(
      { theme: themeOf(request), say: sayFor(request) },
      way,
      way === null ? null : await resetOf(way),
      null,
    ),
  )
}

const asked = z.union([
  z.object({ way: z.string().max(100), fresh: z.string().max(1000) }),
  z.object({ email: z.string().trim().min(1).max(200) }),
])

export async function action({ request, context }: Route.ActionArgs): Promise<Response> {
  const say = sayFor(request)
  const look = { theme: themeOf(request), say }
  const parsed = asked.safeParse(Object.fromEntries(await request.formData()))
  if (!parsed.success)
    return readingAnswer(request, newPasswordPage(look, null, null, { ok: false, reason: say('account.typeEmail') }), {
      status: 422,
    })
  if (isTooOften(context.address, 'reset')) {
    const reason = say('account.tooManyRequests', { most: MOST_A_MINUTE.reset })
    return readingAnswer(request, newPasswordPage(look, null, null, { ok: false, reason }), { status: 429 })
  }
  if ('email' in parsed.data) {
    await askNewPassword(parsed.data.email, say.language)
    return readingAnswer(request, newPasswordPage(look, null, null, { ok: true, words: say('account.mailSent') }))
  }
  const { way, fresh } = parsed.data
  const result = await resetPassword(way, fresh, context.address, say)
  return readingAnswer(request, newPasswordPage(look, way, result.ok ? null : await resetOf(way), result), {
    status: result.ok ? 200 : 422,
  })
}
