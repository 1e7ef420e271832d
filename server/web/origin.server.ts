/** What of the configuration says where browsers find Fieldstone. */
export interface Whereabouts {
  readonly ADDRESS?: string | undefined
  readonly HTTPS: boolean
}

/** True when a request was sent to the address that is configured; where none is, to whatever name leads here. */
export function isOwnHost(host: string | undefined, { ADDRESS }: Whereabouts): boolean {
  return ADDRESS === undefined || host === new URL(ADDRESS).host
}

/**
 * True when a request that changes something comes from our own pages: its Origin is, whole, the one it was sent to.
 * Browsers send Origin with every POST and every socket; a request without one is no browser's, or not ours.
 */
export function isOwnOrigin(
  origin: string | undefined,
  host: string | undefined,
  { ADDRESS, HTTPS }: Whereabouts,
): boolean {
  if (!origin || !host) return false
  return origin === (ADDRESS === undefined ? `${HTTPS ? 'https' : 'http'}://${host}` : new URL(ADDRESS).origin)
}
