import { afterAll, beforeAll, expect, test } from 'vitest'
import { readPage } from '../../core/html/read.ts'
import { cookieFor, type RunningApp, startApp, withClient } from './setup/app.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

/*
 * Players of other hosts in pages: published only while their host is allowed, in a sandbox, and framed by the pages
 * that show them alone.
 */
const url = await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { publish } = await import('../../server/editions/publish.server.ts')
const { putHost } = await import('../../server/embeds/queries.server.ts')
const { dropTree } = await import('../../server/documents/trees.server.ts')
const { findEditionPage } = await import('../../server/editions/queries.server.ts')

const frame = (host: string): string =>
  `<iframe data-piece="player" src="https://${host}/embed/1" title="A film" width="640" height="360" data-link="https://${host}/v/1"></iframe>`
const PAGES = {
  both: `<h1>Both</h1><p>x</p>${frame('allowed.example')}${frame('other.example')}`,
  nested: `<h1>Nested</h1><div data-piece="box"><p>y</p>${frame('other.example')}</div>`,
  plain: '<h1>Plain</h1><p>z</p>',
}

let app: RunningApp
beforeAll(async () => {
  await makeSchool(pool)
  for (const host of ['allowed.example', 'second.example'])
    await putHost(pool, { origin: `https://${host}`, name: host, oembed: null, isAllowed: true }, null)
  await transaction(async (db) => {
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    for (const [id, source] of Object.entries(PAGES)) {
      await createDocument(db, 'course', id, readPage(source).page)
      await insertEntries(db, 'course', [{ id, parentId: 'unit', kind: 'page', title: id, documentId: id }])
    }
  })
  for (const id of Object.keys(PAGES))
    expect(await publish(id, 'author', { note: '', version: 0 })).toMatchObject({ ok: true })
  app = await startApp(url)
})
afterAll(async () => {
  await app.stop()
  await pool.end()
})

const read = async (id: string): Promise<{ body: string; frames: string }> => {
  const response = await fetch(`${app.address}/read/course/${id}`, {
    headers: { cookie: await cookieFor(url, app.port, 'student') },
  })
  return {
    body: await response.text(),
    frames: /frame-src ([^;]*)/.exec(response.headers.get('content-security-policy') ?? '')![1]!,
  }
}

test('a player whose host is not allowed is published as a link card, also inside a piece; what it leads to stays', async () => {
  const both = await read('both')
  expect(both.body.match(/<iframe/g)).toHaveLength(1)
  expect(both.body).toContain('src="https://allowed.example/embed/1"')
  expect(both.body).toContain('href="https://other.example/v/1"')
  const nested = await read('nested')
  expect(nested.body).not.toContain('<iframe')
  expect(nested.body).toContain('href="https://other.example/v/1"')
  // The author's own page keeps the player: it is published once its host is allowed.
  const types: string[] = []
  ;(await findEditionPage(pool, 'both', 1))!.descendants((node) => void types.push(node.type.name))
  expect(types.filter((name) => name === 'player' || name === 'linkCard')).toEqual(['player', 'linkCard'])
})

test('a player may run and open its own page, and nothing else', async () => {
  const sandbox = /<iframe[^>]* sandbox="([^"]*)"/.exec((await read('both')).body)![1]!.split(' ')
  expect(sandbox).toContain('allow-scripts')
  for (const word of [
    'allow-top-navigation',
    'allow-top-navigation-by-user-activation',
    'allow-forms',
    'allow-downloads',
    'allow-modals',
    'allow-pointer-lock',
  ])
    expect(sandbox).not.toContain(word)
})

test('a page may frame the hosts of the players it shows, not others that are allowed, and none when it shows none', async () => {
  expect((await read('both')).frames).toContain('https://allowed.example')
  expect((await read('both')).frames).not.toContain('https://second.example')
  for (const id of ['nested', 'plain']) expect((await read(id)).frames).not.toContain('.example')
})

test('a host that is allowed later stands in the next edition; one that is forbidden is framed no more at once', async () => {
  await putHost(pool, { origin: 'https://other.example', name: 'Other', oembed: null, isAllowed: true }, null)
  await withClient(url, (client) =>
    client.query(
      `insert into batches (document_id, id, base, version, person_id, client_id, schema_version, steps)
        values ('nested', 'b', 0, 1, 'author', 'c', 1,
        '[{"stepType":"replace","from":1,"to":1,"slice":{"content":[{"type":"text","text":"More "}]}}]')`,
    ),
  )
  dropTree('nested')
  expect(await publish('nested', 'author', { note: 'again', version: 1 })).toMatchObject({ ok: true, number: 2 })
  // What a process knows of hosts is five seconds old at most.
  await new Promise((done) => setTimeout(done, 5200))
  const nested = await read('nested')
  expect(nested.body).toContain('src="https://other.example/embed/1"')
  expect(nested.frames).toContain('https://other.example')
  await putHost(pool, { origin: 'https://other.example', name: 'Other', oembed: null, isAllowed: false }, null)
  await new Promise((done) => setTimeout(done, 5200))
  expect((await read('nested')).frames).not.toContain('https://other.example')
})
