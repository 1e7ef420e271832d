import { type ChildProcess, spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { z } from 'zod'
import { buildWhenNeeded } from './build-when-needed.ts'
import { wishChromium } from './packages.ts'
import { type Cluster, ensureDatabase, freePort, reachableFolder, startCluster } from './postgres.ts'

const HELP = `bin/demo starts Fieldstone with its demo data: a database of its own in .data/, the
application, and the stand-ins for what is outside. Ctrl+C stops everything; the data stays.

  --port N   the port of Fieldstone (4310, or the next free one)
  --reset    throws the data away and begins with fresh demo data
  --help     this page`

const { values } = parseArgs({
  options: { port: { type: 'string' }, reset: { type: 'boolean' }, help: { type: 'boolean' } },
})
if (values.help) {
  console.log(HELP)
  process.exit(0)
}
const wished = z.coerce
  .number()
  .int()
  .min(1)
  .max(65_000)
  .safeParse(values.port ?? 4310)
if (!wished.success) {
  console.error(`--port takes a number from 1 to 65000, not “${values.port}”.`)
  process.exit(2)
}

const DATA = '.data'
const STATE = join(DATA, 'demo.json')
const state = z
  .object({
    ports: z.object({ app: z.number(), standins: z.number(), mail: z.number().default(0), database: z.number() }),
    processes: z.array(z.number()),
  })
  .partial()
mkdirSync(DATA, { recursive: true })
const before = existsSync(STATE) ? (state.safeParse(JSON.parse(readFileSync(STATE, 'utf8'))).data ?? {}) : {}

/** Ends processes of a demo that was killed, if they are still ours. */
for (const pid of before.processes ?? []) {
  const command = existsSync(`/proc/${pid}/cmdline`) ? readFileSync(`/proc/${pid}/cmdline`, 'utf8') : ''
  if (/build\/server\/index\.js|standins\/main\.ts/.test(command) && readCwd(pid) === process.cwd())
    process.kill(pid, 'SIGKILL')
}

function readCwd(pid: number): string {
  return spawnSync('readlink', [`/proc/${pid}/cwd`], { encoding: 'utf8' }).stdout.trim()
}

buildWhenNeeded()
wishChromium()

const folder = join(DATA, 'postgres')
if (values.reset) {
  if (existsSync(join(reachableFolder(folder), 'PG_VERSION'))) startCluster(folder, await freePort()).stop()
  rmSync(reachableFolder(folder), { recursive: true, force: true })
  rmSync(join(DATA, 'standins'), { recursive: true, force: true })
}
const ports = {
  app: await freePort(wished.data),
  standins: await freePort(before.ports?.standins ?? wished.data + 1),
  mail: await freePort(before.ports?.mail || wished.data + 2),
  database: await freePort(before.ports?.database ?? 0),
}
const cluster: Cluster = startCluster(folder, ports.database)
await ensureDatabase(cluster, 'fieldstone')

const environment = {
  ...process.env,
  DATABASE_URL: cluster.url('fieldstone'),
  PORT: String(ports.app),
  DEMO: 'true',
  LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
  SMTP_URL: `smtp://127.0.0.1:${ports.mail}`,
  STANDINS_MAIL_PORT: String(ports.mail),
  STANDINS_PORT: String(ports.standins),
  STANDINS: `millrace.localhost=${ports.standins}`,
  STANDINS_DATA: join(DATA, 'standins'),
  NODE_ENV: 'production',
}
const seeded = spawnSync(process.execPath, ['--import', 'tsx', 'demo/main.ts'], { stdio: 'inherit', env: environment })
if (seeded.status !== 0) {
  cluster.stop()
  process.exit(1)
}

const children = new Map<string, ChildProcess>()
let isStopping = false

/** Starts a part of the demo, and again should it die by itself. */
function start(name: string, ...args: string[]): void {
  const child = spawn(process.execPath, args, { stdio: 'inherit', env: environment })
  children.set(name, child)
  child.once('exit', (code, signal) => {
    if (isStopping) return
    console.log(`${name} ended (${signal ?? code}); starting it again.`)
    setTimeout(() => !isStopping && start(name, ...args), 700)
  })
  remember()
}

function remember(): void {
  writeFileSync(STATE, JSON.stringify({ ports, processes: [...children.values()].flatMap(({ pid }) => pid ?? []) }))
}

start('Fieldstone', 'build/server/index.js')
start('The stand-ins', '--import', 'tsx', 'standins/main.ts')
const guard = setInterval(() => {
  if (!isStopping && !cluster.isRunning()) {
    console.log('PostgreSQL ended; starting it again.')
    cluster.restart()
  }
}, 3000)

async function stop(): Promise<void> {
  if (isStopping) return
  isStopping = true
  clearInterval(guard)
  console.log('\nStopping…')
  await Promise.all(
    [...children.values()].map(
      (child) =>
        new Promise((done) => {
          if (child.exitCode !== null) return done(null)
          child.once('exit', done)
          child.kill('SIGTERM')
        }),
    ),
  )
  cluster.stop()
  rmSync(STATE, { force: true })
  writeFileSync(STATE, JSON.stringify({ ports, processes: [] }))
  process.exit(0)
}
process.on('SIGINT', () => void stop())
process.on('SIGTERM', () => void stop())

for (let attempt = 0; attempt < 600; attempt++) {
  const isReady = await fetch(`http://127.0.0.1:${ports.app}/health/ready`).then(
    ({ ok }) => ok,
    () => false,
  )
  if (isReady) break
  await new Promise((done) => setTimeout(done, 100))
}
const { demoPeople, DEMO_PASSWORD } = await import('../demo/people.ts')
console.log(`
Fieldstone   http://localhost:${ports.app}
Stand-ins    http://localhost:${ports.standins}
Millrace     http://millrace.localhost:${ports.standins}   (a made-up host of films)
Mail         http://mail.localhost:${ports.standins}   (what would have been sent)

Sign in with one click, or with the password “${DEMO_PASSWORD}” as
${demoPeople
  .filter(({ shown }) => shown)
  .map(({ email, name, role }) => `  ${email.padEnd(30)} ${name}, ${role}`)
  .join('\n')}

Ctrl+C stops it; the data stays in ${DATA}/.`)
