import { execFile } from 'node:child_process'
import { open } from 'node:fs/promises'
import { promisify } from 'node:util'
import pg from 'pg'

const run = promisify(execFile)

/**
 * Writes the whole database to a file in PostgreSQL's own archive format, readable by `pg_restore` anywhere. Nothing of
 * it passes through this process.
 */
export async function backup(url: string, file: string): Promise<void> {
  await run('pg_dump', ['--format=custom', '--no-owner', `--file=${file}`, url])
}

/**
 * Reads an archive into an empty database, all or nothing. Throws an Error with a sentence when it is not empty, or no
 * archive.
 */
export async function restore(url: string, file: string): Promise<void> {
  if (!(await isArchive(file))) throw new Error('That file is not a backup of Fieldstone.')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  const { rows } = await client.query<{ count: number }>(
    `select count(*)::int as count from information_schema.tables where table_schema = 'public'`,
  )
  await client.end()
  if (rows[0]?.count !== 0) throw new Error('The database is not empty; a backup is restored into an empty one.')
  await run('pg_restore', ['--no-owner', '--single-transaction', '--exit-on-error', `--dbname=${url}`, file])
}

/** Archives begin with these letters (PostgreSQL's `pg_backup_archiver.h`). */
async function isArchive(path: string): Promise<boolean> {
  const file = await open(path)
  try {
    const { buffer } = await file.read(Buffer.alloc(5), 0, 5, 0)
    return buffer.toString('latin1') === 'PGDMP'
  } finally {
    await file.close()
  }
}
