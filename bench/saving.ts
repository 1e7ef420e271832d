import { readPage } from '../core/html/read.ts'
import { statistics } from '../core/document/statistics.ts'
import { SCHEMA_VERSION } from '../core/kinds/upgrades.ts'
import { longPage } from './html.ts'
import { type Figure, inTurn, median, percentile } from './measure.ts'
import { startApp, cookieFor } from '../test/server/setup/app.ts'

/** A saved batch of three steps into a page of 20,000 words, against a bare insert of the same row. */
export async function benchSaving(url: string): Promise<Figure[]> {
  const { pool } = await import('../server/database/pool.server.ts')
  const { acceptBatch } = await import('../server/documents/accept-batch.server.ts')
  const { insertSnapshot, insertDocument } = await import('../server/documents/queries.server.ts')
  const { dropTree } = await import('../server/documents/trees.server.ts')
  const { page } = readPage(longPage(122_000))
  const { words } = statistics(page)
  for (const id of ['long', 'http']) {
    await insertDocument(pool, id, 'course', words)
    await insertSnapshot(pool, id, 0, SCHEMA_VERSION, JSON.stringify(page.toJSON()))
  }
  await pool.query(
    'create table bare (id bigint generated always as identity primary key, document_id text, steps json)',
  )
  const at = page.firstChild!.nodeSize + 1
  const steps = [0, 1, 2].map((offset) => ({
    stepType: 'replace',
    from: at + offset * 40,
    to: at + offset * 40,
    slice: { content: [{ type: 'text', text: 'stone ' }] },
  }))
  const json = JSON.stringify(steps)
  let base = 0
  const save = async (): Promise<void> => {
    const answer = await acceptBatch('long', 'author', {
      id: `bench-${base}`,
      base,
      client: 'bench',
      schemaVersion: SCHEMA_VERSION,
      steps,
    })
    if (answer.status !== 'taken') throw new Error(JSON.stringify(answer))
    base = answer.to
  }
  const insert = (): Promise<unknown> =>
    pool.query({ name: 'bare', text: 'insert into bare (document_id, steps) values ($1, $2)', values: ['long', json] })
  const [saved, inserted] = await inTurn(300, save, insert)
  const ratio = percentile(saved, 0.95) / percentile(inserted, 0.95)
  dropTree('long')
  const cold = performance.now()
  await save()
  const coldTook = performance.now() - cold
  const http = await overHttp(url, steps)
  await pool.query('drop table bare')
  return [
    {
      name: `A batch of three steps into ${words.toLocaleString('en')} words, p95, against a bare insert`,
      ratio,
      goal: 'at most 4',
      isReached: ratio <= 4,
      detail: `${percentile(saved, 0.95).toFixed(2)} ms against ${percentile(inserted, 0.95).toFixed(2)} ms; medians ${median(saved).toFixed(2)} and ${median(inserted).toFixed(2)}; cold (page read from the database first) ${coldTook.toFixed(0)} ms; over HTTP p95 ${percentile(http, 0.95).toFixed(1)} ms`,
    },
  ]
}

async function overHttp(url: string, steps: unknown): Promise<number[]> {
  const app = await startApp(url, { environment: { LOG_LEVEL: 'silent' } })
  const cookie = await cookieFor(url, app.port, 'author')
  const times: number[] = []
  let base = 0
  for (let run = 0; run < 100; run++) {
    const start = performance.now()
    const response = await fetch(`${app.address}/documents/http/batches`, {
      method: 'POST',
      body: JSON.stringify({ id: `http-${run}`, base, client: 'bench', schemaVersion: SCHEMA_VERSION, steps }),
      headers: { cookie, origin: app.address, 'content-type': 'application/json' },
    })
    base = ((await response.json()) as { to: number }).to
    if (run >= 5) times.push(performance.now() - start)
  }
  await app.stop()
  return times
}
