import pg from 'pg'
import { config } from '../config.server.ts'
import { log } from '../log.server.ts'

/** Whatever a statement runs on: the pool, or a client inside a transaction. */
export type Database = Pick<pg.ClientBase, 'query'>

/** Connections with time limits of their own: no statement, lock or idle transaction holds a request for ever. */
export const connection: pg.ClientConfig = {
  connectionString: config.DATABASE_URL,
  connectionTimeoutMillis: 5_000,
  statement_timeout: 15_000,
  lock_timeout: 5_000,
  idle_in_transaction_session_timeout: 15_000,
  application_name: 'fieldstone',
}

export const pool = new pg.Pool({ ...connection, max: config.POOL_SIZE })
// An idle connection that breaks must not end the process: the next query opens a new one.
pool.on('error', (error) => log.warn({ error: error.message }, 'a database connection broke'))

// Nor must one that breaks while it is in use: whoever uses it is told by their own query.
pool.on('connect', (client) => client.on('error', () => undefined))

/** Runs `work` in one transaction: committed when it returns, rolled back when it throws. */
export async function transaction<T>(work: (client: Database) => Promise<T>): Promise<T> {
  const client = await pool.connect()
  let broken: Error | undefined
  try {
    await client.query('begin')
    const result = await work(client)
    await client.query('commit')
    return result
  } catch (error) {
    await client.query('rollback').catch((failure: Error) => (broken = failure))
    throw error
  } finally {
    client.release(broken)
  }
}

/** True when an error means that the database has no room left for more (SQLSTATE 53100). It can still be read. */
export function isDatabaseFull(error: unknown): boolean {
  return error instanceof Error && 'code' in error && error.code === '53100'
}

/** True when an error means that the database can't be reached or is shutting down, not that a statement is wrong. */
export function isDatabaseDown(error: unknown): boolean {
  if (!(error instanceof Error)) return false
  const code = 'code' in error ? String(error.code) : ''
  // SQLSTATE classes 08 (connection) and 57P (operator intervention), 53300 (too many connections).
  return (
    /^(08|57P|53300)/.test(code) ||
    ['ECONNREFUSED', 'ECONNRESET', 'ENOENT', 'EPIPE', 'ETIMEDOUT'].includes(code) ||
    /Connection terminated|timeout exceeded when trying to connect/.test(error.message)
  )
}
