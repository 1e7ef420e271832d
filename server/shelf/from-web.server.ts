import { MOST_FILE } from '../../core/media/pictures.ts'
import { nameIn } from '../../core/tree/addresses.ts'
import { askOutside, type Outside } from '../embeds/outside.server.ts'
import { isTooOften, MOST_A_MINUTE } from '../web/rate.server.ts'
import { takeUpload, type Uploaded } from './upload.server.ts'

/** Brings a picture of the web onto the shelf of a course, as anybody would see it there. */
export async function bringFromWeb(courseId: string, personId: string, address: string): Promise<Uploaded> {
  if (isTooOften(personId, 'outside'))
    return { ok: false, reason: `At most ${MOST_A_MINUTE.outside} pictures a minute come from the web. Wait a little.` }
  const { hostname } = new URL(address)
  const found = await askOutside(address, { accept: 'image/*', mostBytes: MOST_FILE, time: 20_000 })
  if (!found.ok) return { ok: false, reason: whyNot(found, hostname) }
  if (found.status !== 200)
    return {
      ok: false,
      reason: `${hostname} does not give that picture (it answers ${found.status}). It stays a link.`,
    }
  return takeUpload(courseId, { personId, isContribution: false }, nameIn(address), oneByOne(found.bytes))
}

const WHY: Readonly<Record<Extract<Outside, { ok: false }>['reason'], string>> = {
  address: 'is no address that a picture can come from',
  private: 'belongs to a private network or this machine',
  unreachable: 'does not answer just now',
  redirects: 'leads from one address to the next without an end',
  'too much': `sends more than ${MOST_FILE / 1024 / 1024} MB`,
}
const whyNot = ({ reason }: Extract<Outside, { ok: false }>, host: string): string =>
  `${host} ${WHY[reason]}. The picture stays a link.`

// eslint-disable-next-line @typescript-eslint/require-await -- bytes that are here are given as those that arrive
async function* oneByOne(bytes: Buffer): AsyncGenerator<Uint8Array> {
  yield bytes
}
