import ipaddr from 'ipaddr.js'

/**
 * True when an IP address is of the public internet: neither this machine, nor a private, link-local, reserved or
 * multicast range, also when written inside an IPv6 address. Ranges: IANA special-purpose registries, as ipaddr.js has
 * them.
 */
export function isPublicAddress(address: string): boolean {
  try {
    const parsed = ipaddr.process(address)
    if (parsed.range() !== 'unicast') return false
    return true
  } catch {
    return false
  }
}
