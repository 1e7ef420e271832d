import type { ServerResponse } from 'node:http'
import { config } from '../config.server.ts'
import { sealedAddress } from '../sealed/addresses.server.ts'

/** Headers of every answer. The policy on content differs: see `applicationPolicy` and `readingPolicy`. */
export function securityHeaders(response: ServerResponse): void {
  response.setHeader('X-Content-Type-Options', 'nosniff')
  response.setHeader('Referrer-Policy', 'same-origin')
  response.setHeader('Cross-Origin-Opener-Policy', 'same-origin')
  response.setHeader('Permissions-Policy', 'camera=(), geolocation=(), microphone=()')
  // RFC 6797: for a year; browsers ask for nothing here without encryption any more.
  if (config.HTTPS) response.setHeader('Strict-Transport-Security', 'max-age=31536000')
}

/** An answer that says nothing about keeping it is kept by nobody: most are for one person. */
export function keepPrivate(response: ServerResponse): void {
  const writeHead = response.writeHead.bind(response) as (...given: unknown[]) => ServerResponse
  response.writeHead = (...given: unknown[]) => {
    if (!response.hasHeader('Cache-Control')) response.setHeader('Cache-Control', 'no-store')
    // RFC 9110, 10.2.3: when it is worth asking again.
    if ((typeof given[0] === 'number' ? given[0] : response.statusCode) === 503 && !response.hasHeader('Retry-After'))
      response.setHeader('Retry-After', '10')
    return writeHead(...given)
  }
}

/**
 * `players` are the origins of allowed hosts. Style attributes are allowed for React and authors' colours, whose values
 * come through the core's allow-lists.
 */
export function applicationPolicy(nonce: string, players: readonly string[]): string {
  return [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}'`,
    // The component library and the source editor place style elements at run time, with the nonce.
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    `frame-src ${["'self'", sealedAddress, ...players].join(' ')}`,
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ].join('; ')
}

/**
 * What students read loads our style, fonts and script, and nothing else. `isPreview`: shown inside the author's
 * screen.
 */
export function readingPolicy(isPreview: boolean, players: readonly string[]): string {
  return [
    "default-src 'none'",
    "script-src 'self'",
    "style-src 'self'",
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    `frame-src ${[sealedAddress, ...players].join(' ')}`,
    "form-action 'self'",
    "base-uri 'none'",
    `frame-ancestors ${isPreview ? "'self'" : "'none'"}`,
  ].join('; ')
}
