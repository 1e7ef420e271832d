import { createHash } from 'node:crypto'
import { readingPolicy } from '../web/security.server.ts'
import type { SafeHtml } from './html.server.ts'

interface AnswerOptions {
  readonly isPreview?: boolean
  readonly players?: readonly string[]
}

function headersOf(tag: string, { isPreview = false, players = [] }: AnswerOptions): Headers {
  return new Headers({
    'Content-Type': 'text/html; charset=utf-8',
    'Cache-Control': 'private, no-cache',
    'Content-Security-Policy': readingPolicy(isPreview, players),
    ETag: `"${tag}"`,
  })
}

const isKnown = (request: Request, headers: Headers): boolean => request.headers.get('If-None-Match')?.replace(/^W\//, '') === headers.get('ETag')

/**
 * An answer that students' browsers keep and ask about again: its ETag is a hash of all it says, so it changes with
 * the edition, the renderer, the outline around it and the reader's choices.
 */
export function readingAnswer(request: Request, page: SafeHtml, { status = 200, ...options }: AnswerOptions & { readonly status?: number } = {}): Response {
  const headers = headersOf(createHash('sha1').update(page.text).digest('base64url'), options)
  if (status === 200 && isKnown(request, headers)) return new Response(null, { status: 304, headers })
  return new Response(page.text, { status, headers })
}

/** The same where a tag names all that the page is made from: when the browser has that page, nothing is made. */
export async function settledAnswer(request: Request, tag: string, make: () => Promise<SafeHtml>, options: AnswerOptions = {}): Promise<Response> {
  const headers = headersOf(tag, options)
  return isKnown(request, headers) ? new Response(null, { status: 304, headers }) : new Response((await make()).text, { headers })
}
