import { lookup } from 'node:dns/promises'
import { type IncomingMessage, request as httpRequest } from 'node:http'
import { request as httpsRequest } from 'node:https'
import { isPublicAddress } from '../../core/embeds/public-address.ts'
import { config } from '../config.server.ts'

/** What came back from outside. */
export type Outside =
  | {
      readonly ok: true
      readonly status: number
      readonly bytes: Buffer
      readonly type: string
      readonly address: string
    }
  | { readonly ok: false; readonly reason: 'address' | 'private' | 'unreachable' | 'redirects' | 'too much' }

interface Wanted {
  /** Media types, as the header says them (RFC 9110, 12.5.1). */
  readonly accept: string
  readonly mostBytes: number
  /** For so long an answer is waited for, in milliseconds. */
  readonly time: number
}
const TEXT: Wanted = { accept: 'text/html, application/json;q=0.9', mostBytes: 512 * 1024, time: 5_000 }
const HOPS = 4

/**
 * Asks for an address outside as anybody would: no cookie, no name. Every hop is looked up first, and only public
 * addresses are asked, over a connection to the very address that was looked up. The names of the stand-ins are the one
 * exception: they lead to their port on this machine.
 */
export async function askOutside(unsafeAddress: string, wanted = TEXT): Promise<Outside> {
  let address = unsafeAddress
  for (let hop = 0; hop < HOPS; hop++) {
    const found = await askOnce(address, wanted)
    if (!('location' in found)) return found
    try {
      address = new URL(found.location, address).href
    } catch {
      return { ok: false, reason: 'address' }
    }
  }
  return { ok: false, reason: 'redirects' }
}

async function askOnce(address: string, wanted: Wanted): Promise<Outside | { location: string }> {
  let url: URL
  try {
    url = new URL(address)
  } catch {
    return { ok: false, reason: 'address' }
  }
  if (url.protocol !== 'http:' && url.protocol !== 'https:') return { ok: false, reason: 'address' }
  const target = await resolve(url)
  if (target === null) return { ok: false, reason: 'unreachable' }
  if (target === 'private') return { ok: false, reason: 'private' }
  return new Promise((done) => {
    const send = url.protocol === 'https:' ? httpsRequest : httpRequest
    const request = send(
      url,
      {
        lookup: (_host, options, callback) =>
          options.all ? callback(null, [target]) : callback(null, target.address, target.family),
        timeout: wanted.time,
        headers: { accept: wanted.accept, 'user-agent': 'Fieldstone' },
      },
      (response) => void read(response, url, wanted).then(done),
    )
    const limit = setTimeout(() => request.destroy(), wanted.time)
    request.on('close', () => clearTimeout(limit))
    request.on('timeout', () => request.destroy())
    request.on('error', () => done({ ok: false, reason: 'unreachable' }))
    request.end()
  })
}

/** What was answered: where to ask next, or the answer itself. */
function read(response: IncomingMessage, url: URL, { mostBytes }: Wanted): Promise<Outside | { location: string }> {
  const status = response.statusCode ?? 0
  if (status >= 300 && status < 400 && response.headers.location) {
    response.destroy()
    return Promise.resolve({ location: response.headers.location })
  }
  return new Promise((done) => {
    const parts: Buffer[] = []
    let size = 0
    response.on('data', (part: Buffer) => {
      size += part.length
      if (size <= mostBytes) return void parts.push(part)
      response.destroy()
      done({ ok: false, reason: 'too much' })
    })
    response.on('end', () =>
      done({
        ok: true,
        status,
        bytes: Buffer.concat(parts),
        type: response.headers['content-type'] ?? '',
        address: url.href,
      }),
    )
    response.on('error', () => done({ ok: false, reason: 'unreachable' }))
  })
}

interface Target {
  readonly address: string
  readonly family: number
}

async function resolve(url: URL): Promise<Target | 'private' | null> {
  const host = url.hostname.replace(/^\[|\]$/g, '')
  const standin = config.STANDINS[host]
  if (standin !== undefined) return String(standin) === url.port ? { address: '127.0.0.1', family: 4 } : 'private'
  try {
    const found = await lookup(host, { all: true })
    if (found.length === 0) return null
    // One private address among them is enough: the next answer could be that one.
    return found.every(({ address }) => isPublicAddress(address)) ? found[0]! : 'private'
  } catch {
    return null
  }
}
