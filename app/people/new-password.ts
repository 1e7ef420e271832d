import { z } from 'zod'
import { newPasswordPage } from '../../server/people/account-page.server.ts'
import { askNewPassword, resetOf, resetPassword } from '../../server/people/account.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { readingTrouble } from '../../server/reading/trouble.server.ts'
import { tooOften } from '../../server/web/rate.server.ts'
import { themeOf } from '../../server/web/theme.server.ts'
import type { Route } from './+types/new-password'

const SENT = 'If that address is known here, a message is on its way to it. Its link works for an hour.'

/** Asks for a way to a new password, or sets one by a way that was sent. */
export async function loader({ request, context }: Route.LoaderArgs): Promise<Response> {
  if (context.isDatabaseDown) return readingTrouble(request, context, 'database')
  const way = new URL(request.url).searchParams.get('way')
  return readingAnswer(request, newPasswordPage(themeOf(request), way, way === null ? null : await resetOf(way), null))
}

const asked = z.union([
  z.object({ way: z.string().max(100), fresh: z.string().max(1000) }),
  z.object({ email: z.string().trim().min(1).max(200) }),
])

export async function action({ request, context }: Route.ActionArgs): Promise<Response> {
  const theme = themeOf(request)
  const parsed = asked.safeParse(Object.fromEntries(await request.formData()))
  if (!parsed.success)
    return readingAnswer(
      request,
      newPasswordPage(theme, null, null, { ok: false, reason: 'Type the e-mail address you sign in with.' }),
      { status: 422 },
    )
  const tooMany = tooOften(context.address, 'reset')
  if (tooMany)
    return readingAnswer(request, newPasswordPage(theme, null, null, { ok: false, reason: tooMany }), { status: 429 })
  if ('email' in parsed.data) {
    await askNewPassword(parsed.data.email)
    return readingAnswer(request, newPasswordPage(theme, null, null, { ok: true, words: SENT }))
  }
  const { way, fresh } = parsed.data
  const result = await resetPassword(way, fresh, context.address)
  return readingAnswer(request, newPasswordPage(theme, way, result.ok ? null : await resetOf(way), result), {
    status: result.ok ? 200 : 422,
  })
}
