import { stringifySetCookie } from 'cookie'
import { redirect } from 'react-router'
import { z } from 'zod'
import { ownPath } from '../../core/html/own-path.ts'
import type { Route } from './+types/theme-choice'

const choice = z.object({ theme: z.enum(['light', 'dark', 'system']), to: z.unknown().transform(ownPath) })

/** Keeps the choice of theme in a cookie, so that the server's first answer is in it already. */
export async function action({ request }: Route.ActionArgs): Promise<Response> {
  const { theme, to } = choice.catch({ theme: 'system', to: '/' }).parse(Object.fromEntries(await request.formData()))
  const cookie = stringifySetCookie({
    name: 'theme',
    value: theme === 'system' ? '' : theme,
    path: '/',
    sameSite: 'lax',
    maxAge: theme === 'system' ? 0 : 31_536_000,
  })
  return redirect(to, { headers: { 'Set-Cookie': cookie } })
}
