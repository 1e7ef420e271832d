import { pool } from '../database/pool.server.ts'
import { type EmbedHost, listHosts } from './queries.server.ts'

/**
 * For so long, in milliseconds, a process goes by what it last read: what a manager allows is seen everywhere within
 * it.
 */
const FRESH = 5_000
let known: { readonly hosts: readonly EmbedHost[]; readonly at: number } = { hosts: [], at: -Infinity }

/** Every known host of players, allowed or not. While the database does not answer, the last that was read. */
export async function knownHosts(): Promise<readonly EmbedHost[]> {
  if (performance.now() - known.at > FRESH) {
    const hosts = await listHosts(pool).catch(() => known.hosts)
    known = { hosts, at: performance.now() }
  }
  return known.hosts
}

/** The origins that pages may frame. */
export async function allowedOrigins(): Promise<string[]> {
  return (await knownHosts()).filter(({ isAllowed }) => isAllowed).map(({ origin }) => origin)
}

/** To be called when a host was changed here, so that this process sees it at once. */
export function forgetHosts(): void {
  known = { ...known, at: -Infinity }
}
