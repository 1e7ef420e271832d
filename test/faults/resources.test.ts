import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { cookieFor, startApp, withClient } from '../server/setup/app.ts'
import { setFull } from '../server/setup/full.ts'
import { expectWhole, keepSaving, save, school, wholeLog } from '../server/setup/saving-tally.ts'

const pause = (wait: number): Promise<unknown> => new Promise((done) => setTimeout(done, wait))

test('the database without room: reading goes on, what can’t be saved is said to be so, and all that was acknowledged is there afterwards', async () => {
  const url = await school()
  await withClient(url, async (client) => {
    await client.query(
      `insert into plan_entries (id, course_id, parent_id, kind, title, position)
        values ('unit', 'course', null, 'unit', 'Unit', 0)`,
    )
    await client.query(
      `insert into plan_entries (id, course_id, parent_id, kind, title, position, document_id)
        values ('page', 'course', 'unit', 'page', 'Stones', 0, 'page')`,
    )
    await client.query(
      `insert into editions (document_id, number, version, schema_version, renderer, title, note, words, content, segments, headings, published_by) select 'page', 1, 0, 1, 1, 'Stones', '', 3, content, '["<p>Words.</p>"]', '[]', 'author' from snapshots`,
    )
  })
  const app = await startApp(url)
  const [author, student] = [await cookieFor(url, app.port, 'author'), await cookieFor(url, app.port, 'student')]
  const post = (path: string, body: string, type = 'application/json'): Promise<Response> =>
    fetch(app.address + path, {
      method: 'POST',
      body,
      headers: { cookie: author, origin: app.address, 'content-type': type },
      redirect: 'manual',
    })
  expect(await save(app, author, 0, 'before', 'before')).toMatchObject({ status: 'taken' })
  const saving = keepSaving(() => app, author)
  await saving.more(5)
  await setFull(url, true)
  // Sessions that are to be kept going can't be: whoever is signed in stays so.
  await withClient(url, (client) =>
    client.query(
      `alter table sessions disable trigger all; update sessions
        set seen_at = now() - interval '2 hours',
        created_at = now() - interval '2 days'; alter table sessions enable trigger all`,
    ),
  )
  for (let round = 0; round < 3; round++) {
    expect(
      (await fetch(`${app.address}/read/course/page`, { headers: { cookie: student } })).status,
      app.log().split('\n').slice(-4).join('\n'),
    ).toBe(200)
    expect((await fetch(`${app.address}/courses/course/plan`, { headers: { cookie: author } })).status).toBe(200)
    const batch = await post(
      '/documents/page/batches',
      JSON.stringify({
        id: `full-${round}`,
        base: 0,
        client: 'full',
        schemaVersion: SCHEMA_VERSION,
        steps: [{ stepType: 'replace', from: 3, to: 3, slice: { content: [{ type: 'text', text: 'y' }] } }],
      }),
    )
    expect(batch.status).toBe(507)
    for (const [path, body] of [
      ['/courses/course/uploads?name=wall.svg', '<svg xmlns="http://www.w3.org/2000/svg" width="4" height="4"/>'],
      ['/courses/course/plan-lines', JSON.stringify({ intent: 'rename', id: 'unit', title: 'No room' })],
    ] as const)
      expect((await post(path, body)).status, path).toBe(507)
    await pause(200)
  }
  await setFull(url, false)
  await saving.more(5)
  const taken = await saving.end()
  const log = await wholeLog(url)
  expectWhole(log, taken)
  expect(log.filter(({ id }) => id.startsWith('full-'))).toEqual([])
  expect(await save(app, author, log.at(-1)!.version, 'after', 'after')).toMatchObject({ status: 'taken' })
  expect(await app.stop()).toBe(0)
})

/** Loaded into the server before anything else: its clock is as far off as the last line of a file says. */
const CLOCK = `
import { readFileSync } from 'node:fs'
const RealDate = Date
let off = 0
const read = () => { off = Number(readFileSync(process.env.TEST_CLOCK, 'utf8').trim() || 0) }
setInterval(read, 50).unref()
const now = () => RealDate.now() + off
globalThis.Date = new Proxy(RealDate, {
  construct: (target, given, as) => Reflect.construct(target, given.length === 0 ? [now()] : given, as),
  apply: () => new RealDate(now()).toString(),
  get: (target, name) => (name === 'now' ? now : Reflect.get(target, name)),
})
`

test('the clock of the server jumps forward and back by hours and days: nobody is signed out or shut out, saving and reading go on', async () => {
  const url = await school()
  const [clock, preload] = [join(tmpdir(), `clock-${process.pid}`), join(tmpdir(), `clock-${process.pid}.mjs`)]
  writeFileSync(clock, '0')
  writeFileSync(preload, CLOCK)
  const app = await startApp(url, { environment: { TEST_CLOCK: clock, NODE_OPTIONS: `--import ${preload}` } })
  const cookie = await cookieFor(url, app.port, 'author')
  const timeOf = (): number => Number(/"time":(\d+)/.exec(app.log().trim().split('\n').at(-1)!)?.[1])
  const saving = keepSaving(() => app, cookie)
  const hour = 3_600_000
  for (const off of [2, 49, -1, -72, 24 * 400, 0]) {
    writeFileSync(clock, String(off * hour))
    await pause(700)
    expect(Math.abs(timeOf() - Date.now() - off * hour), 'the clock of the server has jumped').toBeLessThan(60_000)
    for (const path of ['/', '/courses/course/plan', '/read/course', '/notices', '/account', '/hosts'])
      expect(
        (await fetch(app.address + path, { headers: { cookie }, redirect: 'manual' })).status,
        `${path} at ${off} hours`,
      ).toBeLessThan(500)
    expect(
      (await fetch(`${app.address}/courses/course/plan`, { headers: { cookie }, redirect: 'manual' })).status,
    ).toBe(200)
    // It goes on saving at that time.
    await saving.more(2)
  }
  const taken = await saving.end()
  expectWhole(await wholeLog(url), taken)
  expect(await app.stop()).toBe(0)
})
