import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { copyFileSync, mkdirSync, mkdtempSync, readdirSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { migrate } from '../../server/database/migrate.server.ts'
import { cookieFor, startApp, withClient } from '../server/setup/app.ts'
import { freshDatabase } from '../server/setup/database.ts'
import { makeSchool } from '../server/setup/factories.ts'

const files = readdirSync('db/migrations')
  .filter((name) => name.endsWith('.sql'))
  .sort()
const PAGE = {
  type: 'doc',
  content: [
    { type: 'title', content: [{ type: 'text', text: 'Old stones' }] },
    { type: 'paragraph', content: [{ type: 'text', text: 'Words from before.' }] },
  ],
}

/* A school that stayed behind is brought to the newest schema from wherever it is, and reads and writes as before. */
test.each(files.slice(0, -1).map((name, at) => [name, at + 1] as const))('from %s', async (_name, count) => {
  const folder = join(mkdtempSync(join(tmpdir(), 'older-')), 'migrations')
  mkdirSync(folder)
  for (const file of files.slice(0, count)) copyFileSync(join('db/migrations', file), join(folder, file))
  const url = await freshDatabase('')
  await migrate(url, folder)
  await withClient(url, async (client) => {
    await makeSchool(client)
    await client.query(`insert into documents (id, course_id) values ('page', 'course')`)
    await client.query(
      `insert into snapshots (document_id, version, schema_version, content) values ('page', 0, 1, $1)`,
      [JSON.stringify(PAGE)],
    )
    await client.query(
      `insert into plan_entries (id, course_id, parent_id, kind, title, position)
        values ('unit', 'course', null, 'unit', 'Unit', 0)`,
    )
    await client.query(
      `insert into plan_entries (id, course_id, parent_id, kind, title, position, document_id)
        values ('page', 'course', 'unit', 'page', 'Old stones', 0, 'page')`,
    )
    await client.query(
      `insert into batches (document_id, id, base, version, person_id, client_id, schema_version, steps)
        values ('page', 'first', 0, 1, 'author', 'old', 1,
        '[{"stepType":"replace","from":13,"to":13,"slice":{"content":[{"type":"text","text":"More. "}]}}]')`,
    )
    await client.query(
      `insert into editions (document_id, number, version, schema_version, renderer, title, note, words, content, segments, headings, published_by) values ('page', 1, 0, 1, 1, 'Old stones', '', 3, $1, '["<p>Words from before.</p>"]', '[]', 'author')`,
      [JSON.stringify(PAGE)],
    )
    // What is found by words is written with the edition since there is a column for it; before, the migration fills
    // it.
    const { rowCount } = await client.query(
      `select 1 from information_schema.columns where table_name = 'editions' and column_name = 'search'`,
    )
    if (rowCount === 1)
      await client.query(
        `update editions set search = (select search_words(id, language, 'Old stones', 'Words from before.')
          from courses where id = 'course')`,
      )
  })
  const app = await startApp(url)
  const student = await cookieFor(url, app.port, 'student')
  const author = await cookieFor(url, app.port, 'author')
  expect(await (await fetch(`${app.address}/read/course/page`, { headers: { cookie: student } })).text()).toContain(
    'Words from before.',
  )
  expect(
    await (await fetch(`${app.address}/read/course/search?words=ston`, { headers: { cookie: student } })).text(),
  ).toContain('Old <mark>stones</mark>'.replace(/<\/?mark>/g, ''))
  const log = (await (
    await fetch(`${app.address}/documents/page/log?since=0&page=true`, { headers: { cookie: author } })
  ).json()) as { version?: number }
  expect(JSON.stringify(log)).toContain('More. ')
  const saved = await fetch(`${app.address}/documents/page/batches`, {
    method: 'POST',
    body: JSON.stringify({
      id: 'new',
      base: 1,
      client: 'new',
      schemaVersion: SCHEMA_VERSION,
      steps: [{ stepType: 'replace', from: 13, to: 13, slice: { content: [{ type: 'text', text: 'Newest. ' }] } }],
    }),
    headers: { cookie: author, origin: app.address, 'content-type': 'application/json' },
  })
  expect(await saved.json()).toMatchObject({ status: 'taken', from: 1, to: 2 })
  await app.stop()
})
