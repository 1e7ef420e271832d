import { createServer, type Server } from 'node:http'
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client'
import { config } from '../config.server.ts'
import { pool } from '../database/pool.server.ts'
import { log } from '../log.server.ts'

/*
 * What whoever runs Fieldstone may want to watch, for Prometheus: named and counted in base units as its naming
 * practices say. Nothing in it tells of a person, a course or a page.
 */
export const registry = new Registry()
collectDefaultMetrics({ register: registry })
const registers = [registry]

const requests = new Histogram({
  name: 'fieldstone_request_duration_seconds',
  help: 'Requests answered, by what was asked for and how it ended.',
  labelNames: ['kind', 'status'] as const,
  buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10],
  registers,
})

/**
 * Batches of steps that browsers sent, by what became of them: taken as they were, moved over others’ first, refused…
 */
export const batches = new Counter({
  name: 'fieldstone_batches_total',
  help: 'Batches that browsers sent, by what became of them.',
  labelNames: ['outcome'] as const,
  registers,
})

export const setAside = new Counter({
  name: 'fieldstone_passages_set_aside_total',
  help: 'Passages that had no place in their page any more and were set aside.',
  labelNames: ['reason'] as const,
  registers,
})

export const jobs = new Counter({
  name: 'fieldstone_jobs_total',
  help: 'Jobs done, by name and how they ended; what failed is tried again.',
  labelNames: ['job', 'outcome'] as const,
  registers,
})

const oldest = new Gauge({
  name: 'fieldstone_jobs_oldest_age_seconds',
  help: 'For how long the oldest job that is due has waited.',
  registers,
})
new Gauge({
  name: 'fieldstone_jobs_waiting',
  help: 'Jobs that are due: new ones, and those that are tried again.',
  registers,
  // One look at the queue says both.
  async collect() {
    const { count, age } = await queue()
    this.set(count)
    oldest.set(age)
  },
})

/**
 * How many jobs are due, and for how long the oldest has been, in seconds; not a number while the database does not
 * answer.
 */
async function queue(): Promise<{ count: number; age: number }> {
  const found = await pool
    .query<{ count: number; age: number }>(
      `select count(*)::int as count, coalesce(extract(epoch from now() - min(run_at)), 0)::float8 as age
        from graphile_worker.jobs where run_at <= now() and attempts < max_attempts`,
    )
    .catch(() => null)
  return found?.rows[0] ?? { count: NaN, age: NaN }
}

/** What sorts of addresses there are, by how they begin: few enough to be told apart in a chart. */
const KINDS: readonly (readonly [begins: RegExp, kind: string])[] = [
  [/^\/read\//, 'reading'],
  [/^\/documents\/[^/]+\/batches/, 'saving'],
  [/^\/(documents|courses)\//, 'authoring'],
  [/^\/(discuss|assignments)\//, 'taking part'],
  [/^\/files\//, 'files'],
]

const kindOfAddress = (path: string): string => KINDS.find(([begins]) => begins.test(path))?.[1] ?? 'other'

/** Counts a request that was answered, and how long that took, in milliseconds. */
export function countRequest(path: string, status: number, milliseconds: number): void {
  requests.observe({ kind: kindOfAddress(path), status: String(status) }, milliseconds / 1000)
}

let server: Server | null = null

/**
 * Gives the figures at a port of their own, when there is one: they are for whoever runs Fieldstone, not for its
 * readers.
 */
export function serveMetrics(): void {
  if (config.METRICS_PORT === undefined) return
  server = createServer((request, response) => {
    if (request.method !== 'GET' || request.url !== '/metrics') return void response.writeHead(404).end()
    registry.metrics().then(
      (text) => response.writeHead(200, { 'Content-Type': registry.contentType }).end(text),
      (error: unknown) => {
        log.warn({ error: String(error) }, 'the figures could not be told')
        response.writeHead(500).end()
      },
    )
  }).listen(config.METRICS_PORT, config.METRICS_HOST, () =>
    log.info({ port: config.METRICS_PORT }, 'figures at /metrics'),
  )
}

export function stopMetrics(): void {
  server?.close()
}
