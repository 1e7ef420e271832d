import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { chmodSync, chownSync, existsSync, mkdirSync, readdirSync, statSync } from 'node:fs'
import { createServer } from 'node:net'
import { dirname, join, resolve } from 'node:path'
import { requirePackages } from './packages.ts'

/*
 * A PostgreSQL cluster of our own, from Debian's binaries, on loopback and a port of its own. PostgreSQL refuses to
 * run as root: then it runs as Debian's postgres user.
 */
const ROOT = '/usr/lib/postgresql'
const isRoot = process.getuid?.() === 0

function binaries(): string | null {
  if (!existsSync(ROOT)) return null
  const newest = readdirSync(ROOT)
    .filter((version) => existsSync(join(ROOT, version, 'bin/initdb')))
    .sort((a, b) => Number(b) - Number(a))[0]
  return newest ? join(ROOT, newest, 'bin') : null
}

interface Run {
  readonly status: number
  readonly output: string
}

/** Runs a PostgreSQL program as the user who owns the cluster. */
function run(program: string, ...args: string[]): Run {
  const path = join(binaries() ?? '', program)
  const command = isRoot
    ? ['runuser', '-u', 'postgres', '--', 'env', 'LC_ALL=C.UTF-8', path, ...args]
    : ['env', 'LC_ALL=C.UTF-8', path, ...args]
  const { status, stdout, stderr } = spawnSync(command[0]!, command.slice(1), {
    cwd: '/',
    stdio: ['ignore', 'pipe', 'pipe'],
    encoding: 'utf8',
    timeout: 120_000,
  })
  return { status: status ?? 1, output: `${stdout}${stderr}` }
}

/**
 * A folder the owner of the cluster can reach: the wished one, or one under /var/tmp when a folder above it is shut.
 */
export function reachableFolder(wished: string): string {
  const path = resolve(wished)
  if (!isRoot) return path
  for (let at = dirname(path); at !== '/'; at = dirname(at)) {
    if (existsSync(at) && (statSync(at).mode & 0o001) === 0)
      return `/var/tmp/fieldstone-${createHash('sha1').update(path).digest('hex').slice(0, 12)}`
  }
  return path
}

/** A port nobody listens on, the wished one if it is free. */
export async function freePort(wished = 0): Promise<number> {
  const listen = (port: number): Promise<number | null> =>
    new Promise((done) => {
      const server = createServer()
      server.once('error', () => done(null))
      server.listen(port, '127.0.0.1', () => {
        const { port: got } = server.address() as { port: number }
        server.close(() => done(got))
      })
    })
  return (await listen(wished)) ?? (await listen(0)) ?? 0
}

export interface Cluster {
  /** Connection string of a database of this cluster. */
  url: (database: string) => string
  isRunning: () => boolean
  /** Starts it again after it was killed. */
  restart: () => void
  stop: () => void
  /** The postmaster's process id. */
  readonly folder: string
}

/**
 * Starts the cluster in `folder`, making it when there is none. `isLasting`: its commits survive a crash of the
 * machine.
 */
export function startCluster(wished: string, port: number, { isLasting = true } = {}): Cluster {
  requirePackages(binaries, ['postgresql'], 'PostgreSQL, as Debian packages it,')
  const folder = reachableFolder(wished)
  const log = `${folder}.log`
  if (!existsSync(join(folder, 'PG_VERSION'))) {
    mkdirSync(folder, { recursive: true })
    if (isRoot) {
      const [uid, gid] = ['-u', '-g'].map((flag) =>
        Number(spawnSync('id', [flag, 'postgres'], { encoding: 'utf8' }).stdout),
      )
      chownSync(folder, uid!, gid!)
    }
    chmodSync(folder, 0o700)
    const made = run(
      'initdb',
      '-D',
      folder,
      '-U',
      'app',
      '-A',
      'trust',
      '--encoding=UTF8',
      '--locale=C.UTF-8',
      '--no-sync',
    )
    if (made.status !== 0) throw new Error(`PostgreSQL could not make its cluster: ${made.output}`)
  }
  const sockets = `/tmp/fieldstone-pg-${port}`
  mkdirSync(sockets, { recursive: true })
  chmodSync(sockets, 0o777)
  const isRunning = (): boolean => run('pg_ctl', 'status', '-D', folder).status === 0
  const stop = (): void => void run('pg_ctl', 'stop', '-D', folder, '-m', 'fast', '-w', '-t', '30')
  const start = (): void => {
    if (isRunning()) stop()
    const options = `-c listen_addresses=127.0.0.1 -p ${port} -k ${sockets}${isLasting ? '' : ' -c fsync=off'}`
    let last: Run = { status: 1, output: '' }
    // After a kill -9 the backends of the old postmaster need a moment to notice and go.
    for (let attempt = 0; attempt < 10; attempt++) {
      last = run('pg_ctl', 'start', '-D', folder, '-w', '-t', '60', '-l', isRoot ? '/dev/null' : log, '-o', options)
      if (last.status === 0) return
      spawnSync('sleep', ['1'])
    }
    throw new Error(`PostgreSQL did not start: ${last.output}`)
  }
  start()
  return { folder, url: (database) => `postgres://app@127.0.0.1:${port}/${database}`, isRunning, restart: start, stop }
}

/** Makes a database unless it exists. */
export async function ensureDatabase(cluster: Cluster, name: string): Promise<void> {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: cluster.url('postgres') })
  await client.connect()
  const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [name])
  if (rowCount === 0) await client.query(`create database ${client.escapeIdentifier(name)}`)
  await client.end()
}
