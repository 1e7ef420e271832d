import { readdirSync } from 'node:fs'
import { connect, createServer } from 'node:net'
import { readFileSync } from 'node:fs'
import { mkdtemp, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, inject, test } from 'vitest'
import { WebSocket } from 'ws'
import { freePort, startCluster } from '../../../scripts/postgres.ts'
import { cookieFor, startApp, withClient } from '../setup/app.ts'
import { freshDatabase } from '../setup/database.ts'
import { expectWhole, keepSaving, save, school, wholeLog } from '../setup/saving-tally.ts'

test('the server killed with -9 in the middle of saving loses no acknowledged batch', async () => {
  const url = await school()
  let app = await startApp(url)
  const { port } = app
  const cookie = await cookieFor(url, port, 'author')
  const saving = keepSaving(() => app, cookie)
  for (let kill = 0; kill < 3; kill++) {
    await saving.more(10)
    await app.stop('SIGKILL')
    app = await startApp(url, { port })
  }
  await saving.more(10)
  const taken = await saving.end()
  expectWhole(await wholeLog(url), taken)
  await app.stop()
})

test('PostgreSQL killed with -9 in the middle of saving loses no acknowledged batch, and the server goes on by itself', async () => {
  const folder = inject('clusterFolder')
  const url = await school()
  const app = await startApp(url)
  const cookie = await cookieFor(url, app.port, 'author')
  const saving = keepSaving(() => app, cookie)
  await saving.more(20)
  process.kill(Number(readFileSync(join(folder, 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL')
  await new Promise((done) => setTimeout(done, 300))
  // What people meet meanwhile: a page that says so, with a way to try again.
  const page = await fetch(`${app.address}/courses/course/plan`, { headers: { cookie } })
  expect(page.status).toBe(503)
  expect(page.headers.get('retry-after')).toBe('10')
  expect(await page.text()).toContain('Try again')
  expect((await fetch(`${app.address}/health/ready`)).status).toBe(503)
  startCluster(folder, inject('clusterPort'))
  await saving.more(10)
  const taken = await saving.end()
  expectWhole(await wholeLog(url), taken)
  expect((await save(app, cookie, (await wholeLog(url)).at(-1)!.version, 'after', 'after'))?.status).toBe('taken')
  await app.stop()
})

test('two processes on one database: what one takes, followers of the other hear', async () => {
  const url = await school()
  const [first, second] = [await startApp(url), await startApp(url)]
  const cookie = await cookieFor(url, first.port, 'author')
  const heard: string[] = []
  const socket = new WebSocket(`${second.address.replace('http', 'ws')}/live?document=page&client=listener&since=0`, {
    headers: { origin: second.address, cookie: await cookieFor(url, second.port, 'coauthor') },
  })
  socket.on('message', (data: Buffer) => heard.push(data.toString()))
  await new Promise((done) => socket.once('open', done))
  const other = new WebSocket(`${first.address.replace('http', 'ws')}/live?document=page&client=speaker&since=0`, {
    headers: { origin: first.address, cookie },
  })
  await new Promise((done) => other.once('open', done))
  other.send(JSON.stringify({ type: 'cursor', cursor: { version: 0, anchor: 3, head: 3 } }))
  expect((await save(first, cookie, 0, 'from the first', 'one'))?.status).toBe('taken')
  const cookieSecond = await cookieFor(url, second.port, 'author')
  expect(await save(second, cookieSecond, 0, 'late', 'two')).toMatchObject({
    status: 'taken',
    from: 1,
    before: [{ id: 'one' }],
  })
  expect((await save(second, cookieSecond, 2, 'from the second', 'three'))?.status).toBe('taken')
  await expect.poll(() => heard.join('\n')).toContain('from the first')
  await expect.poll(() => heard.join('\n')).toContain('from the second')
  await expect.poll(() => heard.join('\n')).toMatch(/"presence".*speaker.*"anchor":3/)
  socket.close()
  other.close()
  expect(await first.stop()).toBe(0)
  expect(await second.stop()).toBe(0)
})

test('a database from a newer Fieldstone is not touched', async () => {
  const url = await freshDatabase()
  await withClient(url, (client) => client.query(`insert into migrations (name) values ('9999-future.sql')`))
  await expect(startApp(url)).rejects.toThrow('The database is newer than this Fieldstone')
})

test('a missing or wrong setting ends the start with one sentence', async () => {
  await expect(startApp('mysql://nowhere')).rejects.toThrow('the setting DATABASE_URL is not usable')
})

test('many processes may migrate at once', async () => {
  const { migrate } = await import('../../../server/database/migrate.server.ts')
  const url = await freshDatabase('')
  const results = await Promise.all(Array.from({ length: 4 }, () => migrate(url, 'db/migrations')))
  expect(results.flat()).toEqual(readdirSync('db/migrations').sort())
  const folder = await mkdtemp(join(tmpdir(), 'migrations-'))
  for (const file of readdirSync('db/migrations')) await writeFile(join(folder, file), 'select 1')
  await writeFile(join(folder, '9998-wrong.sql'), 'create table half (id int); select wrong')
  await expect(migrate(url, folder)).rejects.toThrow('9998-wrong.sql')
  expect((await withClient(url, (client) => client.query(`select to_regclass('half') as half`))).rows).toEqual([
    { half: null },
  ])
})

test('started before its database, it waits, says so, and begins when the database answers', async () => {
  const [port, away] = [await freePort(), await freePort()]
  const database = new URL(await freshDatabase())
  const upstream = { port: Number(database.port), host: database.hostname }
  database.hostname = '127.0.0.1'
  database.port = String(away)
  const starting = startApp(database.href, { port })
  const early = async (): Promise<Response | null> => fetch(`http://127.0.0.1:${port}/`).catch(() => null)
  let answer = await early()
  // It listens once its own code is read, which takes a busy machine long.
  for (let attempt = 0; !answer && attempt < 400; attempt++) {
    await new Promise((done) => setTimeout(done, 100))
    answer = await early()
  }
  expect(answer!.status).toBe(503)
  expect(answer!.headers.get('retry-after')).toBe('5')
  expect(await answer!.text()).toContain('Fieldstone is starting')
  const way = createServer((client) => {
    const server = connect(upstream)
    client.pipe(server).pipe(client)
    for (const socket of [client, server]) socket.on('error', () => undefined)
  }).listen(away, '127.0.0.1')
  const late = await starting
  expect(late.log()).toContain('the database does not answer; waiting for it')
  expect((await fetch(`${late.address}/sign-in`)).status).toBe(200)
  await late.stop()
  way.close()
})
