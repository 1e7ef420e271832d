import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import { cookieFor, startApp, withClient } from '../server/setup/app.ts'
import { freshDatabase } from '../server/setup/database.ts'
import { makeSchool } from '../server/setup/factories.ts'
import { settled } from '../server/setup/transfers.ts'

const PAGE = {
  type: 'doc',
  content: [
    { type: 'title', content: [{ type: 'text', text: 'A page' }] },
    { type: 'paragraph', content: [{ type: 'text', text: 'Stones. '.repeat(400) }] },
  ],
}
const ITEMS = 25

async function school(): Promise<string> {
  const url = await freshDatabase()
  await withClient(url, async (client) => {
    await makeSchool(client)
    await client.query(
      `insert into plan_entries (id, course_id, parent_id, kind, title, position)
        values ('unit', 'course', null, 'unit', 'Unit', 0), ('lesson', 'course', 'unit', 'lesson', 'Lesson', 0)`,
    )
    for (let at = 0; at < ITEMS; at++) {
      await client.query(`insert into documents (id, course_id) values ($1, 'course')`, [`page-${at}`])
      await client.query(
        `insert into snapshots (document_id, version, schema_version, content) values ($1, 0, 1, $2)`,
        [`page-${at}`, JSON.stringify(PAGE)],
      )
      await client.query(
        `insert into plan_entries (id, course_id, parent_id, kind, title, position, document_id)
          values ($1, 'course', 'lesson', 'page', 'A page', $2, $1)`,
        [`page-${at}`, at],
      )
    }
  })
  return url
}

test('killed while a lesson is published: all of it is, or nothing; and it can be published then', async () => {
  const url = await school()
  let app = await startApp(url)
  const { port } = app
  const cookie = await cookieFor(url, port, 'author')
  const publish = (): Promise<unknown> =>
    fetch(`${app.address}/courses/course/plan-lines`, {
      method: 'POST',
      body: JSON.stringify({ intent: 'publish', id: 'lesson', note: '', isTold: false }),
      headers: { cookie, origin: app.address, 'content-type': 'application/json' },
    }).then(
      (response) => response.json(),
      () => null,
    )
  const editions = (): Promise<{ number: number; count: number }[]> =>
    withClient(
      url,
      async (client) =>
        (
          await client.query<{ number: number; count: number }>(
            'select number, count(*)::int as count from editions group by number order by number',
          )
        ).rows,
    )
  const touch = (): Promise<unknown> =>
    withClient(url, (client) =>
      client.query(
        `insert into batches (document_id, id, base, version, person_id, client_id, schema_version, steps) select id,
          md5(random()::text), coalesce((select max(version) from batches b
          where b.document_id = d.id), 0), coalesce((select max(version) from batches b
          where b.document_id = d.id), 0) + 1, 'author', 'faults', 1,
          '[{"stepType":"replace","from":3,"to":3,"slice":{"content":[{"type":"text","text":"x"}]}}]' from documents d`,
      ),
    )
  for (let round = 0; round < 8; round++) {
    const asked = publish()
    await new Promise((done) => setTimeout(done, 10 + round * 25))
    await app.stop('SIGKILL')
    await asked
    for (const { count } of await editions()) expect(count).toBe(ITEMS)
    app = await startApp(url, { port })
    await publish()
    const now = await editions()
    expect(now.length).toBeGreaterThan(0)
    for (const { count } of now) expect(count).toBe(ITEMS)
    await touch()
  }
  await app.stop()
})

test('killed while a book is brought in: it comes to an end by itself, once and whole, or says why not', async () => {
  const url = await school()
  let app = await startApp(url)
  const { port } = app
  const cookie = await cookieFor(url, port, 'author')
  const text = Array.from({ length: 12 }, (_, at) => `# Chapter ${at}\n\n${'Words about stone. '.repeat(300)}\n`).join(
    '\n',
  )
  const chapters = (): Promise<number> =>
    withClient(url, async (client) =>
      Number(
        (await client.query<{ count: string }>(`select count(*) from plan_entries where kind = 'chapter'`)).rows[0]!
          .count,
      ),
    )
  // Undisturbed, for how many chapters it has.
  const first = (await (
    await fetch(`${app.address}/courses/course/transfers/import?name=stones.md&as=book`, {
      method: 'POST',
      body: text,
      headers: { cookie, origin: app.address },
    })
  ).json()) as { id: string }
  expect((await settled(app, cookie, 'course', first.id)).state).toBe('done')
  const whole = await chapters()
  expect(whole).toBeGreaterThan(5)
  for (let round = 0; round < 4; round++) {
    const before = await chapters()
    const begun = (await (
      await fetch(`${app.address}/courses/course/transfers/import?name=stones.md&as=book`, {
        method: 'POST',
        body: text,
        headers: { cookie, origin: app.address },
      })
    ).json()) as { id: string }
    await new Promise((done) => setTimeout(done, 100 + round * 400))
    await app.stop('SIGKILL')
    // A job whose process died is taken again once its lock is old; here it is made old.
    await withClient(url, (client) =>
      client.query(
        `update graphile_worker._private_jobs set locked_at = now() - interval '5 hours' where locked_at is not null`,
      ),
    )
    await withClient(url, (client) =>
      client.query(
        `update graphile_worker._private_job_queues set locked_at = now() - interval '5 hours'
          where locked_at is not null`,
      ),
    )
    app = await startApp(url, { port })
    const transfer = await settled(app, cookie, 'course', begun.id)
    const after = await chapters()
    if (transfer.state === 'done') expect(after - before).toBe(whole)
    else expect([after - before, transfer.problem]).toEqual([0, expect.any(String)])
  }
  await app.stop()
})

test('the workshop killed again and again while a book is written: the transfer ends with a sentence, the server goes on, and it succeeds when it is tried again', async () => {
  const url = await school()
  const app = await startApp(url)
  const cookie = await cookieFor(url, app.port, 'author')
  const ask = async (body: object): Promise<{ ok: boolean; id: string }> =>
    (
      await fetch(`${app.address}/courses/course/transfers`, {
        method: 'POST',
        body: JSON.stringify(body),
        headers: { cookie, origin: app.address, 'content-type': 'application/json' },
      })
    ).json() as Promise<{ ok: boolean; id: string }>
  /** The workshops of this server (proc_pid_task(5): `children`). */
  const workshops = (): number[] => {
    const { pid } = app.process
    return readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8')
      .trim()
      .split(' ')
      .filter((child) => child !== '' && readFileSync(`/proc/${child}/cmdline`, 'utf8').includes('workshop'))
      .map(Number)
  }
  const { id } = await ask({ intent: 'out', entryId: 'page-0', format: 'epub', variant: 'written' })
  for (let round = 0; round < 20; round++) {
    if (round > 0) expect((await ask({ intent: 'again', id })).ok).toBe(true)
    let killed = 0
    for (let wait = 0; wait < 400 && killed === 0; wait++) {
      for (const pid of workshops()) killed += Number(process.kill(pid, 'SIGKILL'))
      if (killed === 0) await new Promise((done) => setTimeout(done, 10))
    }
    expect(killed, `round ${round}`).toBeGreaterThan(0)
    const transfer = await settled(app, cookie, 'course', id)
    expect([transfer.state, transfer.problem]).toEqual(['failed', expect.stringContaining('Try it in smaller parts')])
    expect((await fetch(`${app.address}/health/ready`)).status).toBe(200)
  }
  await ask({ intent: 'again', id })
  expect((await settled(app, cookie, 'course', id)).state).toBe('done')
  expect(workshops()).toEqual([])
  await app.stop()
})
