import type { Database } from '../database/pool.server.ts'

/** A host of players. */
export interface EmbedHost {
  /** Such as `https://video.example`. */
  readonly origin: string
  readonly name: string
  readonly oembed: string | null
  readonly isAllowed: boolean
}

export async function listHosts(db: Database): Promise<EmbedHost[]> {
  const { rows } = await db.query<EmbedHost>(
    'select origin, name, oembed, is_allowed as "isAllowed" from embed_hosts order by name, origin',
  )
  return rows
}

export async function putHost(db: Database, host: EmbedHost, personId: string | null): Promise<void> {
  await db.query(
    `insert into embed_hosts (origin, name, oembed, is_allowed, created_by)
      values ($1::text, $2::text, $3::text, $4::boolean, $5::text)
     on conflict (origin) do update
       set name = excluded.name, oembed = coalesce(excluded.oembed, embed_hosts.oembed),
       is_allowed = excluded.is_allowed`,
    [host.origin, host.name, host.oembed, host.isAllowed, personId],
  )
}

export async function setHostAllowed(db: Database, origin: string, isAllowed: boolean): Promise<boolean> {
  const { rowCount } = await db.query('update embed_hosts set is_allowed = $2::boolean where origin = $1::text', [
    origin,
    isAllowed,
  ])
  return rowCount === 1
}
