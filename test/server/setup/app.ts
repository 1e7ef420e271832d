import { type ChildProcess, spawn } from 'node:child_process'
import { createHash, randomBytes } from 'node:crypto'
import pg from 'pg'
import { freePort } from '../../../scripts/postgres.ts'

/** The built application, running as a process of its own. */
export interface RunningApp {
  readonly address: string
  readonly port: number
  readonly process: ChildProcess
  /** What it has logged, a JSON object a line. */
  readonly log: () => string
  stop: (signal?: NodeJS.Signals) => Promise<number | null>
}

// A test that fails before it stops its application leaves none behind.
const running = new Set<ChildProcess>()
process.once('exit', () => running.forEach((child) => child.kill('SIGKILL')))

/** In milliseconds. A start takes two seconds; a machine that others share may stand still for far longer. */
const LONGEST_START = 120_000

export async function startApp(
  databaseUrl: string,
  options: { port?: number; environment?: Record<string, string>; preload?: string } = {},
): Promise<RunningApp> {
  const port = options.port ?? (await freePort())
  const environment = {
    ...process.env,
    DATABASE_URL: databaseUrl,
    PORT: String(port),
    LOG_LEVEL: 'info',
    NODE_ENV: 'production',
    ...options.environment,
  }
  const { preload } = options
  const child = spawn(process.execPath, [...(preload ? ['--import', preload] : []), 'build/server/index.js'], {
    env: environment,
    stdio: ['ignore', 'pipe', 'pipe', ...(preload ? (['ipc'] as const) : [])],
  })
  let output = ''
  child.stdout!.on('data', (chunk) => (output += String(chunk)))
  child.stderr!.on('data', (chunk) => (output += String(chunk)))
  running.add(child)
  const exited = new Promise<number | null>((done) => child.once('exit', (code) => (running.delete(child), done(code))))
  const address = `http://127.0.0.1:${port}`
  const begun = Date.now()
  for (;;) {
    if (
      await fetch(`${address}/health/ready`).then(
        ({ ok }) => ok,
        () => false,
      )
    )
      break
    if (child.exitCode !== null || Date.now() - begun > LONGEST_START)
      throw new Error(`The application did not start:\n${output}`)
    await new Promise((done) => setTimeout(done, 100))
  }
  return {
    address,
    port,
    process: child,
    log: () => output,
    stop: (signal = 'SIGTERM') => {
      child.kill(signal)
      return exited
    },
  }
}

/** A session for someone, as a cookie; made in the database, since signing in takes its time on purpose. */
export async function cookieFor(databaseUrl: string, port: number, personId: string): Promise<string> {
  const token = randomBytes(32).toString('base64url')
  await withClient(databaseUrl, (client) =>
    client.query('insert into sessions (token_hash, person_id) values ($1, $2)', [
      createHash('sha256').update(token).digest(),
      personId,
    ]),
  )
  return `fieldstone-${port}=${token}`
}

export async function withClient<T>(databaseUrl: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: databaseUrl })
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end()
  }
}
