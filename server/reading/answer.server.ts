import { createHash } from 'node:crypto'
import { readingPolicy } from '../web/security.server.ts'
import type { SafeHtml } from '../../core/tree/template.ts'

/** What of a request reading looks at: what React Router hands on, and what node:http does. */
export interface ReadRequest {
  readonly url: string
  readonly headers: { get: (name: string) => string | null }
}

export interface AnswerOptions {
  readonly isPreview?: boolean
  readonly players?: readonly string[]
}

/** The headers of a page with this tag. */
export function readingHeaders(
  tag: string,
  { isPreview = false, players = [] }: AnswerOptions,
): { 'Content-Type': string; 'Cache-Control': string; 'Content-Security-Policy': string; ETag: string } {
  return {
    'Content-Type': 'text/html; charset=utf-8',
    'Cache-Control': 'private, no-cache',
    'Content-Security-Policy': readingPolicy(isPreview, players),
    ETag: `"${tag}"`,
  }
}

/** Whether the browser has the page with this tag (RFC 9110, 13.1.2, compared weakly). */
export function isKnown({ headers }: ReadRequest, tag: string): boolean {
  return headers.get('If-None-Match')?.replace(/^W\//, '') === `"${tag}"`
}

/**
 * An answer that students' browsers keep and ask about again: its ETag is a hash of all it says, so it changes with
 * the edition, the renderer, the outline around it and the reader's choices.
 */
export function readingAnswer(
  request: ReadRequest,
  page: SafeHtml,
  { status = 200, ...options }: AnswerOptions & { readonly status?: number } = {},
): Response {
  const tag = createHash('sha1').update(page.text).digest('base64url')
  const headers = readingHeaders(tag, options)
  if (status === 200 && isKnown(request, tag)) return new Response(null, { status: 304, headers })
  return new Response(page.text, { status, headers })
}
