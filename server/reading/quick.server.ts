import type { IncomingMessage, ServerResponse } from 'node:http'
import type { NextFunction, Request, Response } from 'express'
import { randomUUID } from 'node:crypto'
import { config } from '../config.server.ts'
import { log } from '../log.server.ts'
import { sessionOf } from '../people/sessions.server.ts'
import { isOwnHost } from '../web/origin.server.ts'
import { securityHeaders } from '../web/security.server.ts'
import type { RequestContext } from '../web/load-context.server.ts'
import { isKnown, readingHeaders, type ReadRequest } from './answer.server.ts'
import { type SettledPage, settledPage } from './settled.server.ts'
import { type PlaceVisit, visitPlace } from './visit.server.ts'

/*
 * What is asked for most is a page that a student reads, often one the browser has already. Both are answered by the same
 * functions as the route of the page (`app/reading/page.ts`), without the way through the router. Whatever is not plain,
 * and whatever goes wrong, goes on to the route, and is answered and logged there.
 */

/** A page of the reading room, and nothing more asked. */
const PAGE = /^\/read\/([\w-]+)\/(?!mine$|search$)([\w-]+)$/

const readRequest = (request: IncomingMessage): ReadRequest => ({
  url: `http://${request.headers.host ?? 'localhost'}${request.url}`,
  headers: { get: (name) => (request.headers[name.toLowerCase()] as string | undefined) ?? null },
})

async function pageAsked(request: ReadRequest, context: RequestContext, [, courseId = '', entryId = '']: RegExpExecArray): Promise<{ found: PlaceVisit | null; page: SettledPage | null }> {
  const found = await visitPlace(request, context, courseId, entryId)
  return found instanceof globalThis.Response ? { found: null, page: null } : { found, page: await settledPage(found) }
}

/** Answers a page that the browser has, by its tag, before anything else is done; `next` for all that is not one. */
export function quickKnown(request: IncomingMessage, response: ServerResponse, next: () => void): void {
  const path = request.method === 'GET' && request.headers['if-none-match'] ? PAGE.exec(request.url ?? '') : null
  if (!path || !isOwnHost(request.headers.host, config)) return next()
  const started = performance.now()
  const answer = async (): Promise<boolean> => {
    const session = await sessionOf(request.headers.cookie, false)
    if (!session) return false
    const requestId = randomUUID().slice(0, 8)
    const asked = readRequest(request)
    const { page } = await pageAsked(asked, { requestId, nonce: '', person: session.person, isDatabaseDown: false, address: '' }, path)
    if (!page || !isKnown(asked, page.tag)) return false
    securityHeaders(response)
    response.writeHead(304, { 'X-Request-Id': requestId, ...readingHeaders(page.tag, page) }).end()
    log.info({ requestId, method: 'GET', path: request.url, status: 304, ms: Math.round(performance.now() - started), person: session.person.id }, 'request')
    return true
  }
  answer().then((isAnswered) => (isAnswered ? undefined : next()), () => next())
}

/** Answers a page whose tag is known, once the session was looked up. */
export function quickPage(request: Request, response: Response, next: NextFunction): void {
  const { person, isDatabaseDown, requestId = '', nonce = '' } = response.locals
  const path = request.method === 'GET' ? PAGE.exec(request.url) : null
  if (!path || !person || isDatabaseDown !== false) return next()
  const answer = async (): Promise<boolean> => {
    const asked = readRequest(request)
    const { found, page } = await pageAsked(asked, { requestId, nonce, person, isDatabaseDown, address: request.ip ?? '' }, path)
    // What was looked up is not looked up again by the route.
    if (!page) response.locals.visited = found
    if (!page) return false
    const text = isKnown(asked, page.tag) ? null : (await page.make()).text
    response.set(readingHeaders(page.tag, page))
    response.status(text === null ? 304 : 200).end(text ?? undefined)
    return true
  }
  answer().then((isAnswered) => (isAnswered ? undefined : next()), () => next())
}
