import { afterAll, expect, test } from 'vitest'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { freePort } from '../../scripts/postgres.ts'
import { cookieFor, startApp, withClient } from './setup/app.ts'
import { save, school } from './setup/saving-tally.ts'

const url = await school()
const port = await freePort()
const app = await startApp(url, { environment: { METRICS_PORT: String(port) } })
afterAll(() => app.stop())

/** The figures by their names and labels, as Prometheus' text format has them (Prometheus, “Exposition formats”). */
async function figures(): Promise<Map<string, number>> {
  const response = await fetch(`http://127.0.0.1:${port}/metrics`)
  expect(response.headers.get('content-type')).toMatch(/^text\/plain; version=0\.0\.4/)
  const lines = (await response.text()).split('\n').filter((line) => line !== '' && !line.startsWith('#'))
  return new Map(
    lines.map((line) => [line.slice(0, line.lastIndexOf(' ')), Number(line.slice(line.lastIndexOf(' ') + 1))]),
  )
}

test('requests, batches, passages set aside and jobs are counted, and nothing in it names anybody', async () => {
  const cookie = await cookieFor(url, app.port, 'author')
  const post = (path: string, body: unknown): Promise<Response> =>
    fetch(app.address + path, {
      method: 'POST',
      body: JSON.stringify(body),
      headers: { cookie, origin: app.address, 'content-type': 'application/json' },
    })
  expect(await save(app, cookie, 0, 'one', 'first')).toMatchObject({ status: 'taken' })
  expect(await save(app, cookie, 0, 'two', 'second')).toMatchObject({ status: 'taken' })
  await post('/documents/page/batches', {
    id: 'wrong',
    base: 2,
    client: 'x',
    schemaVersion: SCHEMA_VERSION,
    steps: 'none',
  })
  await post('/documents/page/batches', {
    id: 'old',
    base: 2,
    client: 'x',
    schemaVersion: SCHEMA_VERSION - 1,
    steps: [],
  })
  await post('/documents/page/set-aside', {
    intent: 'keep',
    entries: [{ id: 'aside', reason: 'mine', content: { content: [] } }],
  })
  await withClient(url, (client) =>
    client.query(`select graphile_worker.add_job('purge'), graphile_worker.add_job('squash', '{}'::json)`),
  )
  await expect
    .poll(async () => (await figures()).get('fieldstone_jobs_total{job="squash",outcome="failed"}'), {
      timeout: 20_000,
    })
    .toBe(1)
  const now = await figures()
  expect(Object.fromEntries([...now].filter(([name]) => /batches_total|set_aside/.test(name)))).toEqual({
    'fieldstone_batches_total{outcome="taken"}': 1,
    'fieldstone_batches_total{outcome="rebased"}': 1,
    'fieldstone_batches_total{outcome="refused"}': 1,
    'fieldstone_batches_total{outcome="outdated"}': 1,
    'fieldstone_passages_set_aside_total{reason="mine"}': 1,
  })
  expect(now.get('fieldstone_request_duration_seconds_count{kind="saving",status="200"}')).toBeGreaterThanOrEqual(2)
  expect(now.get('fieldstone_jobs_total{job="purge",outcome="done"}')).toBe(1)
  expect(now.get('fieldstone_jobs_waiting')).toBeGreaterThanOrEqual(0)
  expect(now.get('fieldstone_jobs_oldest_age_seconds')).toBeGreaterThanOrEqual(0)
  expect(now.get('process_resident_memory_bytes')).toBeGreaterThan(1e6)
  expect([...now.keys()].join('\n')).not.toMatch(/"(author|course|page|first|second)"/)
  expect((await fetch(`${app.address}/metrics`, { redirect: 'manual' })).status, 'not for readers').not.toBe(200)
})
