/**
 * True when a request that changes something comes from our own pages: its Origin names the host it was sent to.
 * Browsers send Origin with every POST and every socket; a request without one is no browser's, or not ours.
 */
export function isOwnOrigin(origin: string | undefined, host: string | undefined): boolean {
  if (!origin || !host) return false
  try {
    return new URL(origin).host === host
  } catch {
    return false
  }
}
