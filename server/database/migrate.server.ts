import { readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import pg from 'pg'

/** Any number, the same in every process: whoever holds this advisory lock migrates. */
const MIGRATION_LOCK = 7_140_231

/**
 * Brings the database to the newest migration in `folder`, each in a transaction of its own, under an advisory lock.
 * Returns the names applied. Throws when the database is newer than this program.
 */
export async function migrate(connectionString: string, folder: string): Promise<string[]> {
  const files = (await readdir(folder)).filter((name) => /^\d{4}-.*\.sql$/.test(name)).sort()
  const client = new pg.Client({ connectionString })
  await client.connect()
  try {
    await client.query('select pg_advisory_lock($1::bigint)', [MIGRATION_LOCK])
    await client.query(
      'create table if not exists migrations (name text primary key, applied_at timestamptz not null default now())',
    )
    const { rows } = await client.query<{ name: string }>('select name from migrations order by name')
    const applied = new Set(rows.map((row) => row.name))
    const unknown = rows.find((row) => !files.includes(row.name))
    if (unknown)
      throw new Error(
        `The database is newer than this Fieldstone: it has the migration “${unknown.name}”. Start the newer version, or restore a backup.`,
      )
    const waiting = files.filter((name) => !applied.has(name))
    for (const name of waiting) {
      await client.query('begin')
      try {
        await client.query('insert into migrations (name) values ($1)', [name])
        await client.query(await readFile(join(folder, name), 'utf8'))
        await client.query('commit')
      } catch (error) {
        await client.query('rollback')
        throw new Error(`The migration “${name}” failed: ${error instanceof Error ? error.message : String(error)}`, {
          cause: error,
        })
      }
    }
    return waiting
  } finally {
    await client.end()
  }
}
