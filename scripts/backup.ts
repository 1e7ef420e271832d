import { execFile } from 'node:child_process'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import pg from 'pg'

const run = promisify(execFile)

/** The whole database in PostgreSQL's own archive format, readable by `pg_restore` anywhere. */
export async function backup(url: string): Promise<Buffer> {
  const { stdout } = await run('pg_dump', ['--format=custom', '--no-owner', url], { encoding: 'buffer', maxBuffer: 2 ** 31 - 1 })
  return stdout
}

/** Reads an archive into an empty database, all or nothing. Throws an Error with a sentence when it is not empty, or no archive. */
export async function restore(url: string, archive: Buffer): Promise<void> {
  if (archive.subarray(0, 5).toString('latin1') !== 'PGDMP') throw new Error('That file is not a backup of Fieldstone.')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  const { rows } = await client.query<{ count: number }>(`select count(*)::int as count from information_schema.tables where table_schema = 'public'`)
  await client.end()
  if (rows[0]?.count !== 0) throw new Error('The database is not empty; a backup is restored into an empty one.')
  const folder = await mkdtemp(join(tmpdir(), 'fieldstone-'))
  try {
    const file = join(folder, 'backup')
    await writeFile(file, archive)
    await run('pg_restore', ['--no-owner', '--single-transaction', '--exit-on-error', `--dbname=${url}`, file], { maxBuffer: 64 * 1024 * 1024 })
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
