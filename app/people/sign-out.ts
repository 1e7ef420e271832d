import { redirect } from 'react-router'
import { endSession } from '../../server/people/sessions.server.ts'
import type { Route } from './+types/sign-out'

export async function action({ request }: Route.ActionArgs): Promise<Response> {
  return redirect('/sign-in', {
    headers: { 'Set-Cookie': await endSession(request.headers.get('Cookie') ?? undefined) },
  })
}
