import { isTooOften, MOST_A_MINUTE } from '../web/rate.server.ts'
import { askOutside, type Outside } from './outside.server.ts'

/** How an address of the web answers, in words for an author. */
export interface TriedLink {
  readonly isGood: boolean
  readonly words: string
}

const STATUS: Readonly<Record<number, string>> = {
  401: 'It asks for a name and password: students without an account there can’t read it.',
  403: 'It answers that this may not be seen by everybody.',
  404: 'There is nothing at this address (404).',
  410: 'What was at this address is gone for good (410).',
  429: 'It is asked too often just now, so it could not be tried. Try again later.',
}

const UNREACHABLE: Readonly<Record<Extract<Outside, { ok: false }>['reason'], string>> = {
  address: 'This is no address that can be asked.',
  private: 'This is an address of a private network or of this machine: students can’t open it.',
  unreachable: 'It does not answer. The address may be misspelt, or it is out of order just now.',
  redirects: 'It leads on and on, and never arrives.',
  'too much': '',
}

/** Asks for an address as a student without an account would, and says what came back. */
export async function tryLink(personId: string, address: string): Promise<TriedLink> {
  if (isTooOften(personId, 'outside'))
    return { isGood: false, words: `At most ${MOST_A_MINUTE.outside} addresses are tried in a minute. Wait a little.` }
  const answer = await askOutside(address)
  // More than is wanted to know came: it is there.
  if (!answer.ok && answer.reason !== 'too much') return { isGood: false, words: UNREACHABLE[answer.reason] }
  if (!answer.ok) return { isGood: true, words: 'It answers.' }
  if (answer.status >= 400)
    return { isGood: false, words: STATUS[answer.status] ?? `It answers with an error (${answer.status}).` }
  const isElsewhere = new URL(answer.address).host !== new URL(address).host
  return { isGood: true, words: isElsewhere ? `It answers, from ${new URL(answer.address).host}.` : 'It answers.' }
}
