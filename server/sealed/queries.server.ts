import type { Database } from '../database/pool.server.ts'

/** A key that all processes share. */
export async function getSecret(db: Database, name: string): Promise<Buffer> {
  const { rows } = await db.query<{ key: Buffer }>('select key from secrets where name = $1::text', [name])
  if (!rows[0]) throw new Error(`There is no secret called ${name}.`)
  return rows[0].key
}
