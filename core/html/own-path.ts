const HERE = 'http://here.invalid'

/**
 * A path of our own from an address that anybody may have written, with its query and place; the home page for all
 * else. It is read as browsers read it (WHATWG URL Standard): they drop tabs and line breaks and take `\` for `/`, so
 * that what looks like a path may lead elsewhere.
 */
export function ownPath(unsafeAddress: unknown): string {
  if (typeof unsafeAddress !== 'string' || unsafeAddress.length > 2000 || !unsafeAddress.startsWith('/')) return '/'
  try {
    const { origin, pathname, search, hash } = new URL(unsafeAddress, HERE)
    return origin === HERE && !pathname.startsWith('//') ? `${pathname}${search}${hash}` : '/'
  } catch {
    return '/'
  }
}
