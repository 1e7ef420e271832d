import type { IncomingMessage, ServerResponse } from 'node:http'
import { randomUUID } from 'node:crypto'
import compression from 'compression'
import { config } from '../config.server.ts'
import { log } from '../log.server.ts'
import { countRequest } from '../metrics/metrics.server.ts'
import { type FoundSession, sessionOf } from '../people/sessions.server.ts'
import { isOwnHost } from '../web/origin.server.ts'
import { securityHeaders } from '../web/security.server.ts'
import { isKnown, readingHeaders, type ReadRequest } from './answer.server.ts'
import { settledPage } from './settled.server.ts'
import { type PlaceVisit, visitPlace } from './visit.server.ts'

/*
 * What is asked for most is a page that a student reads, often one the browser has already. Both are answered by the
 * same functions as the route of the page (`app/reading/page.ts`), without the way through the router. Whatever is not
 * plain, and whatever goes wrong, goes on to the route, and is answered and logged there.
 */

/** A page of the reading room, and nothing more asked. */
const PAGE = /^\/read\/([\w-]+)\/(?!mine$|search$|terms$)([\w-]+)$/

const readRequest = (request: IncomingMessage): ReadRequest => ({
  url: `http://${request.headers.host ?? 'localhost'}${request.url}`,
  headers: { get: (name) => (request.headers[name.toLowerCase()] as string | undefined) ?? null },
})

/**
 * What was found out about a request that went on to the rest of the application, so that it is not looked up again.
 */
interface LookedUp {
  readonly session: FoundSession
  readonly visited: PlaceVisit | null
}
const lookedUp = new WeakMap<IncomingMessage, LookedUp>()

/** What is known of a request already; null when it was not plain. */
export const knownOf = (request: IncomingMessage): LookedUp | null => lookedUp.get(request) ?? null

const pack = compression()

/** Answers a page of the reading room before anything else is done; `next` for all that is not one. */
export function quickPage(request: IncomingMessage, response: ServerResponse, next: () => void): void {
  const path = request.method === 'GET' ? PAGE.exec(request.url ?? '') : null
  const hasBody = request.headers['content-length'] !== undefined || request.headers['transfer-encoding'] !== undefined
  if (!path || hasBody || !isOwnHost(request.headers.host, config)) return next()
  answer(request, response, path).then(
    (isAnswered) => (isAnswered ? undefined : next()),
    () => next(),
  )
}

async function answer(
  request: IncomingMessage,
  response: ServerResponse,
  [, courseId = '', entryId = '']: RegExpExecArray,
): Promise<boolean> {
  const started = performance.now()
  const session = await sessionOf(request.headers.cookie, true)
  if (!session) return false
  lookedUp.set(request, { session, visited: null })
  const requestId = randomUUID().slice(0, 8)
  const asked = readRequest(request)
  const found = await visitPlace(
    asked,
    { requestId, nonce: '', person: session.person, isDatabaseDown: false, address: '' },
    courseId,
    entryId,
  )
  if (found instanceof Response) return false
  lookedUp.set(request, { session, visited: found })
  const page = await settledPage(found)
  if (!page) return false
  const text = isKnown(asked, page.tag) ? null : (await page.make()).text
  if (session.setCookie) response.setHeader('Set-Cookie', session.setCookie)
  const headers = readingHeaders(page.tag, page)
  const status = text === null ? 304 : 200
  // RFC 9110, 15.4.5: what the browser has keeps the headers that it came with; no more than these is sent again.
  if (text === null) response.writeHead(304, { 'Cache-Control': headers['Cache-Control'], ETag: headers.ETag }).end()
  else {
    securityHeaders(response)
    pack(
      request as never,
      response as never,
      () => void response.writeHead(200, { 'X-Request-Id': requestId, ...headers }).end(text),
    )
  }
  const ms = performance.now() - started
  countRequest(request.url ?? '', status, ms)
  log.info(
    { requestId, method: 'GET', path: request.url, status, ms: Math.round(ms), person: session.person.id },
    'request',
  )
  return true
}
