import { isIP } from 'node:net'
import { isPublicAddress } from '../../core/embeds/public-address.ts'
import { config } from '../config.server.ts'
import { ownOrigins, sealedAddress } from '../sealed/addresses.server.ts'

/** Names of this machine and of networks that are nobody else's to see (RFC 6761, RFC 6762, RFC 8375). */
const PRIVATE_NAME = /(^|\.)(localhost|local|internal|test|invalid|home\.arpa)$/

/**
 * Why players of an origin can't stand in pages, as a sentence; null when they can. Our own pages in a frame could
 * reach the reader's session, and what only this machine or network knows is no reader's to see. The stand-ins are the
 * exception.
 */
export function hostProblem(origin: string): string | null {
  const { hostname, protocol } = new URL(origin)
  if (ownOrigins.includes(origin) || origin === new URL(sealedAddress).origin)
    return 'That is Fieldstone itself. What stands in it is linked to, not embedded.'
  if (config.STANDINS[hostname] !== undefined) return null
  const address = hostname.replace(/^\[|\]$/g, '')
  if (isIP(address) ? !isPublicAddress(address) : PRIVATE_NAME.test(hostname) || !hostname.includes('.'))
    return 'That host is of this machine or a private network: readers elsewhere can’t reach it.'
  if (protocol === 'http:' && config.HTTPS)
    return 'That host does not encrypt (http). Browsers refuse its players in pages that do.'
  return null
}
