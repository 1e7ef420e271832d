import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { inject } from 'vitest'

/** Clones the migrated template; gives back the connection string of the fresh database. */
export async function freshDatabase(template = 'template_fieldstone'): Promise<string> {
  const name = `test_${randomUUID().replaceAll('-', '')}`
  await admin((client) => client.query(`create database ${name}${template ? ` template ${template}` : ''}`))
  return inject('cluster').replace('DATABASE', name)
}

export async function admin<T>(work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: inject('cluster').replace('DATABASE', 'postgres') })
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end()
  }
}

/** Points this test file's server modules at a fresh database; to be called before they are imported. */
export async function useFreshDatabase(): Promise<string> {
  const url = await freshDatabase()
  process.env.DATABASE_URL = url
  process.env.LOG_LEVEL = 'silent'
  process.env.PORT = '4399'
  return url
}
