/** An address of the web in full, or null. `//host/path` is taken as https. */
export function webAddress(unsafeAddress: string): string | null {
  try {
    const url = new URL(unsafeAddress.trim().replace(/^\/\//, 'https://'))
    return (url.protocol === 'https:' || url.protocol === 'http:') && url.username === '' && url.href.length <= 2000
      ? url.href
      : null
  } catch {
    return null
  }
}
