import type { Say } from '../../core/words/say.ts'
import { pool, transaction } from '../database/pool.server.ts'
import { recordDeed } from '../audit/audit.server.ts'
import { tellAccount } from '../notices/tell-account.server.ts'
import { rememberDevice } from './devices.server.ts'
import type { Person } from './queries.server.ts'
import { beginSession } from './sessions.server.ts'
import type { Whence } from './sign-in.server.ts'

/**
 * Begins the session of somebody who has signed in: the headers that carry it. In a browser they have not used before
 * they are told of it.
 */
export async function welcome(person: Person, { address, device }: Whence, say: Say): Promise<Headers> {
  const headers = new Headers({ 'Set-Cookie': await beginSession(person.id) })
  const { setCookie, isNew } = await rememberDevice(pool, person.id, device)
  if (setCookie) headers.append('Set-Cookie', setCookie)
  await transaction(async (db) => {
    await recordDeed(db, { act: 'signed in', personId: person.id, about: isNew ? 'in a new browser' : '', address })
    if (isNew) await tellAccount(db, person.id, say('account.toldBrowser'))
  })
  return headers
}
