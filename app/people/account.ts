import { z } from 'zod'
import { pool } from '../../server/database/pool.server.ts'
import { accountPage } from '../../server/people/account-page.server.ts'
import {
  beginSecondStep,
  changePassword,
  type Changed,
  endSecondStep,
  signOutElsewhere,
} from '../../server/people/account.server.ts'
import { countSessions, type Person } from '../../server/people/queries.server.ts'
import { freshSecret, hasSecondStep } from '../../server/people/second-step.server.ts'
import { sessionHash } from '../../server/people/sessions.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { readingTrouble } from '../../server/reading/trouble.server.ts'
import { sayFor } from '../../server/web/say-for.server.ts'
import { requirePerson } from '../../server/web/guard.server.ts'
import { themeOf } from '../../server/web/theme.server.ts'
import type { Route } from './+types/account'

/** Somebody's own account. */
export async function loader({ request, context }: Route.LoaderArgs): Promise<Response> {
  if (context.isDatabaseDown) return readingTrouble(request, context, 'database')
  return answer(request, requirePerson(context, request), null)
}

const password = z.string().max(1000)
const asked = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('password'), current: password, fresh: password }),
  z.object({ intent: z.literal('elsewhere') }),
  z.object({ intent: z.literal('second step'), secret: z.unknown(), code: z.string().max(20) }),
  z.object({ intent: z.literal('no second step'), current: password }),
])

export async function action({ request, context }: Route.ActionArgs): Promise<Response> {
  const person = requirePerson(context, request)
  const parsed = asked.safeParse(Object.fromEntries(await request.formData()))
  if (!parsed.success) return answer(request, person, { ok: false, reason: sayFor(request)('account.notUnderstood') })
  const who = {
    person,
    address: context.address,
    session: sessionHash(request.headers.get('Cookie') ?? undefined),
    say: sayFor(request),
  }
  return answer(request, person, await run(parsed.data, who))
}

function run(wanted: z.infer<typeof asked>, who: Parameters<typeof changePassword>[0]): Promise<Changed> {
  switch (wanted.intent) {
    case 'password':
      return changePassword(who, wanted.current, wanted.fresh)
    case 'elsewhere':
      return signOutElsewhere(who)
    case 'second step':
      return who.person.isManager
        ? beginSecondStep(who, wanted.secret, wanted.code)
        : Promise.resolve({ ok: false, reason: who.say('account.forManagers') })
    case 'no second step':
      return endSecondStep(who, wanted.current)
  }
}

async function answer(request: Request, person: Person, result: Changed | null): Promise<Response> {
  const has = await hasSecondStep(pool, person.id)
  const fresh = person.isManager && !has ? await freshSecret(person.email) : null
  return readingAnswer(
    request,
    accountPage(
      { theme: themeOf(request), say: sayFor(request) },
      person,
      { sessions: await countSessions(pool, person.id), hasSecondStep: has, fresh },
      result,
    ),
    { status: result && !result.ok ? 422 : 200 },
  )
}
