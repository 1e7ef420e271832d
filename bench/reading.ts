import { type ChildProcess, fork } from 'node:child_process'
import { createHash } from 'node:crypto'
import { createServer, request as httpRequest, Agent } from 'node:http'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { migrate } from '../server/database/migrate.server.ts'
import { cookieFor, type RunningApp, startApp, withClient } from '../test/server/setup/app.ts'
import { makeSchool } from '../test/server/setup/factories.ts'
import { type Figure, median, percentile } from './measure.ts'
import { LARGE, seedCourse, seedSchool } from './school.ts'

const CONNECTIONS = 16
const SECONDS = 3
const ROUNDS = 5
const PAGE = 'sixty-page-20'

interface Asked {
  readonly address: string
  readonly headers: Record<string, string>
  readonly status: number
}

/**
 * Requests a second that this address answers so, asked over kept connections for some seconds, and the time of each in
 * milliseconds.
 */
async function rate({ address, headers, status }: Asked): Promise<{ rate: number; times: number[] }> {
  const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS })
  const times: number[] = []
  const ask = (): Promise<void> =>
    new Promise((done, fail) => {
      const start = performance.now()
      httpRequest(address, { agent, headers }, (response) => {
        if (response.statusCode !== status) fail(new Error(`${address} answered ${response.statusCode}`))
        response.resume().once('end', () => (times.push(performance.now() - start), done()))
      })
        .once('error', fail)
        .end()
    })
  const until = performance.now() + SECONDS * 1000
  await Promise.all(
    Array.from({ length: CONNECTIONS }, async () => {
      while (performance.now() < until) await ask()
    }),
  )
  agent.destroy()
  return { rate: times.length / SECONDS, times }
}

/**
 * Two addresses asked in turn, round by round, each first in every other: whatever else the machine does falls on both
 * alike.
 */
async function against(ours: Asked, theirs: Asked): Promise<{ ratio: number; detail: string }> {
  const found: [number[], number[]] = [[], []]
  const times: [number[], number[]] = [[], []]
  await rate(ours)
  await rate(theirs)
  for (let round = 0; round < ROUNDS; round++)
    for (const which of round % 2 === 0 ? ([0, 1] as const) : ([1, 0] as const)) {
      const result = await rate(which === 0 ? ours : theirs)
      found[which].push(result.rate)
      times[which].push(...result.times)
    }
  const ratio = median(found[0]) / median(found[1])
  const each = (at: 0 | 1): string =>
    `${median(found[at]).toFixed(0)} a second, median ${median(times[at]).toFixed(1)} ms, p95 ${percentile(times[at], 0.95).toFixed(1)} ms`
  return { ratio, detail: `${each(0)} against ${each(1)}; ${CONNECTIONS} connections` }
}

const atLeast = (name: string, goal: number, { ratio, detail }: { ratio: number; detail: string }): Figure => ({
  name,
  ratio,
  goal: `at least ${goal}`,
  isReached: ratio >= goal,
  detail,
})
/** How many times as long: the other way round, since what is measured are rates. */
const atMost = (name: string, goal: number, { ratio, detail }: { ratio: number; detail: string }): Figure => ({
  name,
  ratio: 1 / ratio,
  goal: `at most ${goal}`,
  isReached: 1 / ratio <= goal,
  detail,
})

/**
 * A student's page, session checked, in a course of 60 pages in units and lessons: against a bare node:http server that
 * makes the same two queries and sends the same bytes; with a tag the browser knows already; in a course of 2,000; in a
 * large school.
 */
export async function benchReading(url: string): Promise<Figure[]> {
  const { pool } = await import('../server/database/pool.server.ts')
  await seedCourse(pool, 'sixty', 60, 2000)
  await seedCourse(pool, 'long', 2000, 2000)
  await pool.query(
    `insert into memberships (course_id, person_id, role)
      values ('sixty', 'student', 'student'), ('long', 'student', 'student')`,
  )
  await pool.query('analyze')
  let app = await startApp(url, { environment: { LOG_LEVEL: 'silent' } })
  const cookie = await cookieFor(url, app.port, 'student')
  const page = (of: RunningApp, path = `/read/sixty/${PAGE}`): Asked => ({
    address: of.address + path,
    headers: { cookie },
    status: 200,
  })
  const first = await fetch(page(app).address, { headers: { cookie } })
  const body = await first.text()
  const tag = first.headers.get('etag') ?? ''
  const bare: ChildProcess = fork(fileURLToPath(import.meta.url), ['bare'], {
    env: { ...process.env, DATABASE_URL: url },
    execArgv: ['--import', 'tsx'],
  })
  const port = await new Promise<number>((done) => {
    bare.once('message', (message) => done(message as number))
    bare.send({ body, tag, token: cookie.split('=')[1] ?? '' })
  })
  const base: Asked = { address: `http://127.0.0.1:${port}/`, headers: { cookie }, status: 200 }
  const known = { 'If-None-Match': tag }
  const figures = [
    atLeast(
      `A student’s page of ${(body.length / 1024).toFixed(0)} kB, requests a second against bare node:http with the same queries and bytes`,
      0.4,
      await against(page(app), base),
    ),
    atLeast(
      'The same known by its tag, against bare node:http that answers 304',
      0.8,
      await against(
        { ...page(app), headers: { cookie, ...known }, status: 304 },
        { ...base, headers: { cookie, ...known }, status: 304 },
      ),
    ),
    atMost(
      'A page in a course of 2,000 items against the same in one of 60',
      1.3,
      await against(page(app, '/read/long/long-page-1000'), page(app)),
    ),
  ]
  bare.kill()
  await app.stop()
  // The same page in the same school after it has grown: a second database in the same cluster, a process each.
  const large = new URL(url)
  large.pathname = `/large_${process.pid}`
  await withClient(url.replace(/\/[^/]*$/, '/postgres'), (client) =>
    client.query(`create database large_${process.pid}`),
  )
  await migrate(large.href, 'db/migrations')
  await withClient(large.href, async (client) => {
    await makeSchool(client)
    await seedCourse(client, 'sixty', 60, 2000)
    await client.query(`insert into memberships (course_id, person_id, role) values ('sixty', 'student', 'student')`)
    await seedSchool(client, LARGE, (words) => console.error(`   ${words}`))
    await client.query('vacuum analyze')
  })
  app = await startApp(url, { environment: { LOG_LEVEL: 'silent' } })
  const inLarge = await startApp(large.href, { environment: { LOG_LEVEL: 'silent' } })
  const largeCookie = await cookieFor(large.href, inLarge.port, 'student')
  const smallCookie = await cookieFor(url, app.port, 'student')
  figures.push(
    atMost(
      'A page in a large school (300 courses, 20,000 people, 100,000 posts, 445,000 notices) against a small one',
      1.1,
      await against(
        { ...page(inLarge), headers: { cookie: largeCookie } },
        { ...page(app), headers: { cookie: smallCookie } },
      ),
    ),
  )
  await Promise.all([app.stop(), inLarge.stop()])
  return figures
}

/** The baseline, in a process of its own. */
async function serveBare(): Promise<void> {
  const { findSession } = await import('../server/people/queries.server.ts')
  const texts: { name: string; text: string; values: unknown[] }[] = []
  const spy = {
    query: (query: { name: string; text: string; values: unknown[] }) => (
      texts.push(query),
      Promise.resolve({ rows: [] })
    ),
  }
  const { findEntryToRead } = await import('../server/reading/queries.server.ts')
  const pool = new pg.Pool({ connectionString: process.env.DATABASE_URL, max: 10 })
  process.once('message', (message) => {
    const { body, tag, token } = message as { body: string; tag: string; token: string }
    void findSession(spy as never, createHash('sha256').update(token).digest())
    void findEntryToRead(spy as never, 'sixty', PAGE, 'student')
    const bytes = Buffer.from(body)
    const server = createServer((request, response) => {
      void (async () => {
        for (const query of texts) await pool.query(query)
        if (request.headers['if-none-match'] === tag) return void response.writeHead(304, { ETag: tag }).end()
        response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8', 'Content-Length': bytes.length })
        response.end(bytes)
      })()
    })
    server.listen(0, '127.0.0.1', () => process.send?.((server.address() as { port: number }).port))
  })
}

if (process.argv[2] === 'bare' && process.send) await serveBare()
