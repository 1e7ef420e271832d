import { afterAll, beforeAll, expect, test } from 'vitest'
import { readPage } from '../../core/html/read.ts'
import { cookieFor, type RunningApp, startApp, withClient } from './setup/app.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

/*
 * The tag of a student's page is known before the page is made. Whatever changes what the page says changes the tag,
 * and nothing else does: the same tag is the same page.
 */
const url = await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { insertPublished } = await import('../../server/editions/publish.server.ts')

const source = (words: string) => ({ version: 0, page: readPage(`<h1>Walls</h1><p>${words}</p>`).page })
let app: RunningApp
let cookie: string

beforeAll(async () => {
  await makeSchool(pool)
  await transaction(async (db) => {
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    for (const id of ['one', 'two', 'draft']) {
      await createDocument(db, 'course', id, source(id).page)
      await insertEntries(db, 'course', [{ id, parentId: 'unit', kind: 'page', title: id, documentId: id }])
      if (id !== 'draft') await insertPublished(db, id, 'author', source(id), '', 1)
    }
  })
  app = await startApp(url)
  cookie = await cookieFor(url, app.port, 'student')
})
afterAll(async () => {
  await app.stop()
  await pool.end()
})

async function page(known = ''): Promise<{ status: number; tag: string; body: string }> {
  const response = await fetch(`${app.address}/read/course/one`, {
    headers: { cookie, ...(known ? { 'If-None-Match': known } : {}) },
  })
  return { status: response.status, tag: response.headers.get('etag') ?? '', body: await response.text() }
}
const post = (fields: Record<string, string>): Promise<unknown> =>
  fetch(`${app.address}/read/course/one`, {
    method: 'POST',
    body: new URLSearchParams(fields),
    headers: { cookie, origin: app.address },
    redirect: 'manual',
  })
const sql = (text: string): Promise<unknown> => withClient(url, (client) => client.query(text))

/** What somebody does, and whether the page says something else afterwards. */
const CHANGES: readonly (readonly [name: string, act: () => Promise<unknown>])[] = [
  ['a bookmark', () => post({ intent: 'bookmark' })],
  ['a vote', () => post({ intent: 'not yet' })],
  ['what is missing', () => post({ intent: 'missing', missing: 'A picture.' })],
  ['read', () => post({ intent: 'done' })],
  [
    'another item read',
    () => sql(`insert into progress (entry_id, person_id, done_at) values ('two', 'student', now())`),
  ],
  [
    'a comment',
    () =>
      sql(
        `insert into posts (id, entry_id, root_id, person_id, content, html, words)
          values ('p', 'one', 'p', 'author', '{}', 'x', 'x')`,
      ),
  ],
  [
    'a notice',
    () =>
      sql(
        `insert into notices (person_id, course_id, sort, words, address)
          values ('student', 'course', 'reply', 'x', '/')`,
      ),
  ],
  ['another item published', () => transaction((db) => insertPublished(db, 'draft', 'author', source('now'), '', 1))],
  [
    'another item renamed by its next edition',
    () =>
      transaction((db) =>
        insertPublished(db, 'two', 'author', { version: 1, page: readPage('<h1>Gaps</h1><p>x</p>').page }, '', 2),
      ),
  ],
  ['the unit renamed', () => sql(`update plan_entries set title = 'First unit' where id = 'unit'`)],
  ['an item deleted', () => sql(`update plan_entries set deleted_at = now() where id = 'draft'`)],
  [
    'an item that opens later',
    () => sql(`update plan_entries set opens_at = now() + interval '3 seconds' where id = 'two'`),
  ],
  ['its moment passed', () => new Promise((done) => setTimeout(done, 3100))],
  [
    'its own next edition',
    () =>
      transaction((db) =>
        insertPublished(
          db,
          'one',
          'author',
          { version: 1, page: readPage('<h1>Walls</h1><p>Better.</p>').page },
          'better',
          2,
        ),
      ),
  ],
  ['the course renamed', () => sql(`update courses set title = 'Walls, again' where id = 'course'`)],
  ['another theme', () => Promise.resolve((cookie = `${cookie}; theme=dark`))],
]

test.each(CHANGES)('%s: another page, another tag', async (_name, act) => {
  const before = await page()
  expect(await page(before.tag)).toEqual({ status: 304, tag: before.tag, body: '' })
  // A proxy that packs answers marks their tags as weak (RFC 9110, 8.8.3).
  expect((await page(`W/${before.tag}`)).status).toBe(304)
  await act()
  const after = await page(before.tag)
  expect(after.status).toBe(200)
  expect(after.tag).not.toBe(before.tag)
  expect(after.body).not.toBe(before.body)
  expect(await page()).toEqual(after)
})

test('one reader’s page is not another’s', async () => {
  const mine = await page()
  const theirs = await fetch(`${app.address}/read/course/one`, {
    headers: { cookie: await cookieFor(url, app.port, 'guest'), 'If-None-Match': mine.tag },
  })
  expect(theirs.status).toBe(200)
})
