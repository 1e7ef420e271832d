import { randomBytes, randomUUID } from 'node:crypto'
import { createServer } from 'node:http'
import { fileURLToPath } from 'node:url'
import { createRequestHandler } from '@react-router/express'
import compression from 'compression'
import express from 'express'
import expressStaticGzip from 'express-static-gzip'
import type { ServerBuild } from 'react-router'
import * as build from 'virtual:react-router/server-build'
import { config } from './config.server.ts'
import { isDatabaseDown, pool } from './database/pool.server.ts'
import { migrate } from './database/migrate.server.ts'
import { startHub, stopHub } from './documents/hub.server.ts'
import { flushSnapshots } from './documents/snapshots.server.ts'
import { attachSockets, closeSockets } from './documents/socket.server.ts'
import { MOST_FILE } from '../core/media/pictures.ts'
import { prepareJobs, startJobs, stopJobs } from './jobs/jobs.server.ts'
import { log } from './log.server.ts'
import { countRequest, serveMetrics, stopMetrics } from './metrics/metrics.server.ts'
import { type FoundSession, sessionOf } from './people/sessions.server.ts'
import { knownOf, quickPage } from './reading/quick.server.ts'
import { sealedHost } from './sealed/addresses.server.ts'
import { serveSealed } from './sealed/serve.server.ts'
import { isOwnHost, isOwnOrigin } from './web/origin.server.ts'
import { keepPrivate, securityHeaders } from './web/security.server.ts'
import type { RequestContext } from './web/load-context.server.ts'
import { withTrouble } from './web/trouble.server.ts'

// This file becomes build/server/index.js.
const root = fileURLToPath(new URL('../../', import.meta.url))
const app = express()
app.disable('x-powered-by')
app.set('trust proxy', config.PROXIES)

/** The largest body of a request, in bytes; browsers tell its length beforehand. */
const MOST_BODY = 20 * 1024 * 1024

let isStopping = false
/** Until the database has answered and is up to date. */
let isStarting = true
app.get('/health/live', (_request, response) => void response.type('text').send('alive\n'))
app.get('/health/ready', (_request, response) => {
  if (isStopping || isStarting)
    return void response
      .status(503)
      .type('text')
      .send(isStopping ? 'stopping\n' : 'starting\n')
  pool.query('select 1').then(
    () => response.type('text').send('ready\n'),
    () => response.status(503).type('text').send('the database does not answer\n'),
  )
})

app.use((_request, response, next) => {
  if (!isStarting) return next()
  response
    .status(503)
    .set({ 'Retry-After': '5', 'Cache-Control': 'no-store' })
    .type('text')
    .send('Fieldstone is starting. Nothing is lost; try again in a moment.\n')
})

// Sealed frames live on a host name of their own: whatever is asked for there has no session and reaches nothing else.
app.use((request, response, next) => (request.headers.host === sealedHost ? serveSealed(request, response) : next()))

// A name that leads here but is not ours is somebody's trick, or a proxy set up wrongly.
app.use((request, response, next) => {
  if (isOwnHost(request.headers.host, config)) return next()
  response
    .status(421)
    .type('text')
    .send(`Fieldstone is found at ${config.ADDRESS ?? ''} alone.\n`)
})

app.use((_request, response, next) => {
  securityHeaders(response)
  next()
})

// Files of the build carry a hash of their content in their names, and lie there packed already.
const forever = {
  index: false,
  enableBrotli: true,
  orderPreference: ['br', 'gz'],
  serveStatic: { immutable: true, maxAge: '1y', fallthrough: false },
} satisfies Parameters<typeof expressStaticGzip>[1]
app.use('/assets', expressStaticGzip(`${root}build/client/assets`, forever))
app.use('/reader/assets', expressStaticGzip(`${root}build/reader/assets`, forever))
app.get('/icon.svg', (_request, response) => response.sendFile(`${root}build/client/icon.svg`, { maxAge: '1d' }))

declare module 'express-serve-static-core' {
  interface Locals extends Partial<{ -readonly [Key in keyof RequestContext]: RequestContext[Key] }> {}
}

app.use((request, response, next) => {
  const started = performance.now()
  const requestId = randomUUID().slice(0, 8)
  response.locals.requestId = requestId
  response.locals.nonce = randomBytes(16).toString('base64')
  response.setHeader('X-Request-Id', requestId)
  keepPrivate(response)
  response.on('finish', () => {
    const ms = performance.now() - started
    countRequest(request.path, response.statusCode, ms)
    log.info(
      {
        requestId,
        method: request.method,
        path: request.path,
        status: response.statusCode,
        ms: Math.round(ms),
        person: response.locals.person?.id,
      },
      'request',
    )
  })
  const isReading = request.method === 'GET' || request.method === 'HEAD'
  const most = /^\/courses\/[\w-]+\/(uploads|contributions|transfers\/import)$/.test(request.path)
    ? MOST_FILE
    : MOST_BODY
  const length = Number(request.headers['content-length'] ?? (isReading ? 0 : NaN))
  if (Number.isNaN(length) || length > most)
    return void response
      .status(413)
      .type('text')
      .send(`That is more than one request may hold (${most / 1024 / 1024} MB).\n`)
  if (!isReading && !isOwnOrigin(request.headers.origin, request.headers.host, config))
    return void response
      .status(403)
      .type('text')
      .send('This request did not come from a page of Fieldstone, so nothing was done.\n')
  next()
})

// Answers are packed on the way; a part of a file is a part of its bytes as they are.
app.use(
  compression({
    filter: (request, response) =>
      response.getHeader('Content-Range') === undefined && compression.filter(request, response),
  }),
)

app.use((request, response, next) => {
  const settle = (found: FoundSession | null, isDown: boolean): void => {
    response.locals.person = found?.person ?? null
    response.locals.isDatabaseDown = isDown
    if (found?.setCookie) response.append('Set-Cookie', found.setCookie)
    next()
  }
  const known = knownOf(request)
  response.locals.visited = known?.visited ?? null
  if (known) return settle(known.session, false)
  sessionOf(request.headers.cookie, request.method === 'GET').then(
    (found) => settle(found, false),
    (error: unknown) => (isDatabaseDown(error) ? settle(null, true) : next(error)),
  )
})

app.use(
  createRequestHandler({
    build: withTrouble(build as unknown as ServerBuild),
    getLoadContext: (request, response) => {
      const {
        requestId = '',
        nonce = '',
        person = null,
        isDatabaseDown: isDown = false,
        visited = null,
      } = response.locals
      return { requestId, nonce, person, isDatabaseDown: isDown, address: request.ip ?? '', visited }
    },
  }),
)

const server = createServer((request, response) =>
  isStarting ? void app(request, response) : quickPage(request, response, () => void app(request, response)),
)
attachSockets(server)

async function stop(signal: string): Promise<void> {
  if (isStopping) return
  isStopping = true
  log.info({ signal }, 'stopping')
  setTimeout(() => process.exit(1), 10_000).unref()
  closeSockets()
  stopMetrics()
  server.closeIdleConnections()
  await new Promise((resolve) => server.close(resolve))
  await stopJobs()
  await flushSnapshots()
  await stopHub()
  await pool.end()
  process.exit(0)
}

/** Waits for a database that does not answer yet, and says so: after a power cut it may come up last. */
async function databaseAnswers(): Promise<void> {
  for (let attempt = 0; ; attempt++) {
    try {
      return void (await pool.query('select 1'))
    } catch (error) {
      if (!isDatabaseDown(error)) throw error
      if (attempt % 15 === 0)
        log.warn(
          { error: error instanceof Error ? error.message : String(error) },
          'the database does not answer; waiting for it',
        )
      await new Promise((done) => setTimeout(done, 2000))
    }
  }
}

process.on('SIGTERM', (signal) => void stop(signal))
process.on('SIGINT', (signal) => void stop(signal))

server.listen(config.PORT, config.HOST, () => log.info({ port: config.PORT }, 'listening'))
try {
  await databaseAnswers()
  await migrate(config.DATABASE_URL, `${root}db/migrations`)
  await prepareJobs()
} catch (error) {
  log.error({ error: error instanceof Error ? error.message : String(error) }, 'Fieldstone can’t start')
  process.exit(1)
}
await startHub()
await startJobs()
serveMetrics()
isStarting = false
log.info({ port: config.PORT }, 'ready')
