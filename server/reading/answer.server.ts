import { createHash } from 'node:crypto'
import { readingPolicy } from '../web/security.server.ts'
import type { SafeHtml } from './html.server.ts'

/**
 * An answer that students' browsers keep and ask about again: its ETag is a hash of all it says, so it changes with
 * the edition, the renderer, the outline around it and the reader's choices.
 */
export function readingAnswer(request: Request, page: SafeHtml, { status = 200, isPreview = false, players = [] as readonly string[] } = {}): Response {
  const headers = new Headers({
    'Content-Type': 'text/html; charset=utf-8',
    'Cache-Control': 'private, no-cache',
    'Content-Security-Policy': readingPolicy(isPreview, players),
    ETag: `"${createHash('sha1').update(page.text).digest('base64url')}"`,
  })
  if (status === 200 && request.headers.get('If-None-Match') === headers.get('ETag')) return new Response(null, { status: 304, headers })
  return new Response(page.text, { status, headers })
}
