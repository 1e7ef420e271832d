import { cleanLine } from './characters.ts'

const SCHEMES = new Set(['http:', 'https:', 'mailto:', 'tel:'])

/** The part of an address of the web, or of one that takes over the scheme, between `//` and the path. */
const AUTHORITY = /^(?:https?:)?[\\/]{2}(?:[^\\/?#]*@)?([^\\/?#]*)/i
/**
 * A host and perhaps a port, without the WHATWG URL Standard's forbidden domain code points: browsers and Node.js
 * differ in what they make of those.
 */
const HOST = /^(?:\[[0-9a-f:.]+\]|[^\s#%/:<>?@[\\\]^|"`{}]+)(?::\d*)?$/i

/**
 * The address if a page may link to it, trimmed and without control characters; otherwise null.
 * Allowed: http, https, mailto, tel, and addresses relative to the page (`#part`, `/path`).
 * Parsing follows the WHATWG URL Standard, which removes tab and newline anywhere and
 * C0 controls at the ends, so that `java\nscript:` is seen for what it is.
 */
export function safeAddress(unsafeAddress: unknown): string | null {
  if (typeof unsafeAddress !== 'string' || unsafeAddress.length > 2000) return null
  if (!unsafeAddress.isWellFormed()) return null
  const address = cleanLine(unsafeAddress).trim()
  if (address === '') return null
  const authority = AUTHORITY.exec(address)
  if (authority ? !HOST.test(authority[1] ?? '') : /^https?:/i.test(address)) return null
  try {
    return SCHEMES.has(new URL(address, 'https://page.invalid/').protocol) ? address : null
  } catch {
    return null
  }
}

/**
 * A place as it is named, from the part of an address after the number sign; one that is encoded wrongly stands as it
 * is.
 */
export function decodedPlace(place: string): string {
  try {
    return decodeURIComponent(place)
  } catch {
    return place
  }
}

/** The last part of an address of the web that says something, as a name: of its path, or its host. */
export function nameIn(address: string): string {
  const { pathname, hostname } = new URL(address)
  const last = pathname.split('/').filter(Boolean).at(-1)
  return last === undefined ? hostname : decodedPlace(last)
}
