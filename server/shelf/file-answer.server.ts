import { Readable } from 'node:stream'
import { readBytes } from './bytes.server.ts'
import type { FileToSend } from './queries.server.ts'

/** Says that something is to be kept as a file of this name, and not shown (RFC 6266, RFC 8187). */
export const toBeKept = (name: string): string =>
  `attachment; filename*=UTF-8''${encodeURIComponent(name).replace(/['()*]/g, (sign) => `%${sign.charCodeAt(0).toString(16).toUpperCase()}`)}`

/**
 * Bytes with their type, in whole or the one range that was asked for (RFC 9110, "Range Requests"); nothing in them can
 * run.
 */
export function fileAnswer(request: Request, { hash, mediaType, size }: FileToSend, name: string): Response {
  const headers = new Headers({
    'Content-Type': mediaType,
    'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; img-src data:; sandbox",
    'Cache-Control': 'private, max-age=600',
    'Accept-Ranges': 'bytes',
    ETag: `"${hash.toString('base64url')}"`,
  })
  // What is no picture is kept, not shown.
  if (!mediaType.startsWith('image/')) headers.set('Content-Disposition', toBeKept(name))
  if (request.headers.get('If-None-Match') === headers.get('ETag')) return new Response(null, { status: 304, headers })
  const range = rangeOf(request.headers.get('Range'), size)
  if (range === 'unsatisfiable') {
    headers.set('Content-Range', `bytes */${size}`)
    return new Response(null, { status: 416, headers })
  }
  const [from, to] = range ?? [0, size]
  headers.set('Content-Length', String(to - from))
  if (range) headers.set('Content-Range', `bytes ${from}-${to - 1}/${size}`)
  const body =
    request.method === 'HEAD' ? null : Readable.toWeb(Readable.from(readBytes(hash, from, to), { objectMode: false }))
  return new Response(body as ReadableStream<Uint8Array> | null, { status: range ? 206 : 200, headers })
}

/** The range as offsets, the second exclusive; null when the whole is to be sent. */
function rangeOf(header: string | null, size: number): readonly [number, number] | 'unsatisfiable' | null {
  const match = /^bytes=(\d*)-(\d*)$/.exec(header ?? '')
  if (!match || (match[1] === '' && match[2] === '')) return null
  const from = match[1] === '' ? Math.max(0, size - Number(match[2])) : Number(match[1])
  const to = match[1] === '' || match[2] === '' ? size : Math.min(size, Number(match[2]) + 1)
  return from < to ? [from, to] : 'unsatisfiable'
}
