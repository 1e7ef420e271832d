import { z } from 'zod'
import { readEmbed } from '../../core/embeds/embed-code.ts'
import { webAddress } from '../../core/embeds/web-address.ts'
import { knownHosts } from './allowed.server.ts'
import { askOutside, type Outside } from './outside.server.ts'
import type { EmbedHost } from './queries.server.ts'
import { cleanLine } from '../../core/tree/characters.ts'
import { byName } from '../../core/tree/by-name.ts'

/** What pasted text turned out to be. */
export type Examined =
  | {
      readonly type: 'player'
      readonly address: string
      readonly link: string
      readonly title: string
      readonly width: number
      readonly height: number
      readonly host: string
      /** Why students can't watch it; null when they can. */ readonly blocked: string | null
    }
  | {
      readonly type: 'card'
      readonly address: string
      readonly title: string
      /** Why it is no player. */ readonly reason: string
    }
  | { readonly type: 'problem'; readonly reason: string }

const oembed = z.object({
  html: z.string().max(20_000),
  title: z.string().max(1000).catch(''),
  width: z.coerce.number().catch(NaN),
  height: z.coerce.number().catch(NaN),
})

/** Finds out what an address or embed code is, as an outsider sees it. */
export async function examine(unsafeText: string): Promise<Examined> {
  const read = readEmbed(unsafeText)
  if (read.type === 'none') return { type: 'problem', reason: 'That is neither an address nor an embed code.' }
  if (read.type === 'problem') return { type: 'problem', reason: read.reason }
  const host = (await knownHosts()).find(({ origin }) => origin === new URL(read.address).origin)
  if (!host?.isAllowed) return cardFor(read.address, read.type === 'code' ? read.title : '', host)
  if (read.type === 'code')
    return tried(
      { address: read.address, link: '', title: read.title, width: read.width ?? 640, height: read.height ?? 360 },
      host,
    )
  return fromAddress(read.address, host)
}

/** A share address: its host is asked through oEmbed (oembed.com, "Consumer Request") what to embed. */
async function fromAddress(address: string, host: EmbedHost): Promise<Examined> {
  if (!host.oembed)
    return {
      type: 'card',
      address,
      title: '',
      reason: `${host.name} may stand in pages, but does not say how to embed this address. Paste its embed code instead.`,
    }
  const answer = await askOutside(
    `${host.oembed}${host.oembed.includes('?') ? '&' : '?'}format=json&url=${encodeURIComponent(address)}`,
  )
  if (answer.ok && (answer.status === 401 || answer.status === 403))
    return {
      type: 'card',
      address,
      title: '',
      reason: `${host.name} shows this to nobody but its owner. Change there who may view it, then paste the address again.`,
    }
  const parsed = answer.ok && answer.status === 200 ? oembed.safeParse(json(answer.bytes.toString('utf8'))) : null
  const inner = parsed?.success ? readEmbed(parsed.data.html) : null
  if (!parsed?.success || inner?.type !== 'code' || new URL(inner.address).origin !== host.origin)
    return {
      type: 'card',
      address,
      title: '',
      reason: `${host.name} does not answer for this address${answer.ok && answer.status === 404 ? ': there is nothing at it' : ''}. It can only be linked.`,
    }
  const { title, width, height } = parsed.data
  const size = (given: number, inCode: number | null, otherwise: number): number =>
    given >= 50 && given <= 4000 ? Math.round(given) : (inCode ?? otherwise)
  return tried(
    {
      address: inner.address,
      link: address,
      title: title.slice(0, 300).toWellFormed(),
      width: size(width, inner.width, 640),
      height: size(height, inner.height, 360),
    },
    host,
  )
}

/** Tries a player as somebody without an account would see it. */
async function tried(
  player: Omit<Extract<Examined, { type: 'player' }>, 'type' | 'host' | 'blocked'>,
  host: EmbedHost,
): Promise<Examined> {
  return {
    type: 'player',
    ...player,
    host: host.name,
    blocked: blockedReason(await askOutside(player.address), host.name),
  }
}

function blockedReason(answer: Outside, host: string): string | null {
  if (!answer.ok) return `${host} does not answer just now, so it could not be tried as students would see it.`
  if (answer.status === 401 || answer.status === 403)
    return `Closed to students: ${host} shows it to its owner alone. Change there who may view it.`
  if (answer.status === 404 || answer.status === 410) return `${host} has nothing at this address any more.`
  return answer.status >= 400 ? `${host} answers with an error (${answer.status}).` : null
}

async function cardFor(address: string, title: string, host: EmbedHost | undefined): Promise<Examined> {
  const { hostname } = new URL(address)
  const why = host ? `${host.name} is not allowed in pages` : `Players of ${hostname} are not allowed in pages`
  const seen = await askOutside(address)
  if (!seen.ok && seen.reason === 'private')
    return {
      type: 'problem',
      reason: `“${hostname}” is an address of a private network or of this machine. Students could not open it.`,
    }
  const found =
    seen.ok && seen.status === 200
      ? /<title[^>]*>([^<]{1,300})<\/title>/i.exec(seen.bytes.toString('utf8'))?.[1]?.trim()
      : undefined
  return {
    type: 'card',
    address: webAddress(address) ?? address,
    title: title || plain(found ?? ''),
    reason: `${why}; a manager can allow ${host ? 'it' : 'them'}. Until then it is linked.`,
  }
}

const ENTITIES = byName<string>({ amp: '&', lt: '<', gt: '>', quot: '"', '#39': "'" })
const plain = (words: string): string =>
  cleanLine(
    words.replace(/&(amp|lt|gt|quot|#39);/g, (_all, name: string) => ENTITIES[name] ?? ''),
    ' ',
  )

function json(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}
