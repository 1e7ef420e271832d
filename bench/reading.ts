import { type ChildProcess, fork } from 'node:child_process'
import { createHash } from 'node:crypto'
import { createServer, request as httpRequest, Agent } from 'node:http'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { readPage } from '../core/html/read.ts'
import { cookieFor, startApp } from '../test/server/setup/app.ts'
import { longPage } from './html.ts'
import { type Figure, median } from './measure.ts'

const CONNECTIONS = 16
const SECONDS = 4

/** Requests a second that this address answers with 200, asked over kept connections for some seconds. */
async function rate(address: string, cookie: string): Promise<number> {
  const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS })
  const ask = (): Promise<void> =>
    new Promise((done, fail) => {
      httpRequest(address, { agent, headers: { cookie } }, (response) => {
        if (response.statusCode !== 200) fail(new Error(`${address} answered ${response.statusCode}`))
        response.resume().once('end', done)
      })
        .once('error', fail)
        .end()
    })
  let count = 0
  const until = performance.now() + SECONDS * 1000
  await Promise.all(
    Array.from({ length: CONNECTIONS }, async () => {
      while (performance.now() < until) {
        await ask()
        count++
      }
    }),
  )
  agent.destroy()
  return count / SECONDS
}

/** A student's page, session checked, against a bare node:http server that makes the same two queries and sends the same bytes. */
export async function benchReading(url: string): Promise<Figure[]> {
  const { pool } = await import('../server/database/pool.server.ts')
  const { transaction } = await import('../server/database/pool.server.ts')
  const { insertEntries } = await import('../server/plan/queries.server.ts')
  const { createDocument } = await import('../server/plan/plan.server.ts')
  const { insertPublished } = await import('../server/editions/publish.server.ts')
  const { page } = readPage(longPage(12_000))
  await transaction(async (db) => {
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    const ids = Array.from({ length: 40 }, (_, at) => `page-${at}`)
    for (const id of ids) {
      await createDocument(db, 'course', id, id)
      await insertPublished(db, id, 'author', { version: 1, page }, '', 1)
    }
    await insertEntries(db, 'course', ids.map((id) => ({ id, parentId: 'unit', kind: 'page' as const, title: id, documentId: id })))
  })
  await pool.query('analyze')
  const app = await startApp(url, { environment: { LOG_LEVEL: 'silent' } })
  const cookie = await cookieFor(url, app.port, 'student')
  const address = `${app.address}/read/course/page-20`
  const body = await (await fetch(address, { headers: { cookie } })).text()
  const token = cookie.split('=')[1] ?? ''
  const bare: ChildProcess = fork(fileURLToPath(import.meta.url), ['bare'], { env: { ...process.env, DATABASE_URL: url }, execArgv: ['--import', 'tsx'] })
  const port = await new Promise<number>((done) => {
    bare.once('message', (message) => done(message as number))
    bare.send({ body, token })
  })
  const rates: [number[], number[]] = [[], []]
  for (let round = 0; round < 3; round++) {
    rates[0].push(await rate(address, cookie))
    rates[1].push(await rate(`http://127.0.0.1:${port}/`, cookie))
  }
  bare.kill()
  await app.stop()
  const ratio = median(rates[0]) / median(rates[1])
  return [{ name: 'A student’s page, session checked, requests a second against bare node:http', ratio, goal: 'at least 0.25', isReached: ratio >= 0.25, detail: `${median(rates[0]).toFixed(0)} against ${median(rates[1]).toFixed(0)} a second, ${(body.length / 1024).toFixed(0)} kB, ${CONNECTIONS} connections, outline of 41 entries` }]
}

/** The baseline, in a process of its own. */
async function serveBare(): Promise<void> {
  const { findSession } = await import('../server/people/queries.server.ts')
  const texts: { name: string; text: string; values: unknown[] }[] = []
  const spy = { query: (query: { name: string; text: string; values: unknown[] }) => (texts.push(query), Promise.resolve({ rows: [] })) }
  const { findEntryToRead } = await import('../server/reading/queries.server.ts')
  const pool = new pg.Pool({ connectionString: process.env.DATABASE_URL, max: 10 })
  process.once('message', (message) => {
    const { body, token } = message as { body: string; token: string }
    void findSession(spy as never, createHash('sha256').update(token).digest())
    void findEntryToRead(spy as never, 'course', 'page-20', 'student')
    const bytes = Buffer.from(body)
    const server = createServer((_request, response) => {
      void (async () => {
        for (const query of texts) await pool.query(query)
        response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8', 'Content-Length': bytes.length })
        response.end(bytes)
      })()
    })
    server.listen(0, '127.0.0.1', () => process.send?.((server.address() as { port: number }).port))
  })
}

if (process.argv[2] === 'bare' && process.send) await serveBare()
