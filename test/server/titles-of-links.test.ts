import { afterAll, beforeAll, expect, test } from 'vitest'
import { readPage } from '../../core/html/read.ts'
import { writePage } from '../../core/html/write.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { insertDocument, insertSnapshot } = await import('../../server/documents/queries.server.ts')
const { currentTree } = await import('../../server/documents/trees.server.ts')
const { followTitle } = await import('../../server/links/titles.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { rename } = await import('../../server/plan/plan.server.ts')

const LINK = '<p>See <a href="gates">Gates</a> or <a href="gates">these</a>.</p>'

beforeAll(async () => {
  await makeSchool(pool)
  await (await import('../../server/jobs/jobs.server.ts')).prepareJobs()
  for (const course of ['course', 'other']) {
    const of = (id: string): string => (course === 'course' ? id : `${id}-${course}`)
    const unit = { id: of('unit'), parentId: null, kind: 'unit', title: 'Unit', documentId: null } as const
    const pages = { gates: '<h1>Gates</h1>', walls: `<h1>Walls</h1>${LINK}`, late: '<h1>Late</h1><p>x</p>' }
    await transaction(async (db) => {
      await insertEntries(db, course, [unit])
      for (const [name, html] of Object.entries(pages)) {
        const { page } = readPage(html)
        await insertDocument(db, of(name), course, 0)
        await insertSnapshot(db, of(name), 0, SCHEMA_VERSION, JSON.stringify(page.toJSON()))
        const title = page.firstChild!.textContent
        await insertEntries(db, course, [
          { id: of(name), parentId: unit.id, kind: 'page', title, documentId: of(name) },
        ])
      }
    })
  }
})
afterAll(() => pool.end())

const htmlOf = async (id: string): Promise<string> => writePage((await currentTree(pool, id))!.page, 'source')
const run = (): Promise<void> => followTitle({ entryId: 'gates', personId: 'author' })
const linkedTitle = async (): Promise<string | null> =>
  (await pool.query<{ t: string | null }>(`select linked_title as t from plan_entries where id = 'gates'`)).rows[0]!.t

test('one job waits for a title that has come to rest, and begins later with every change', async () => {
  await rename('course', 'author', 'gates', 'Gates a')
  await rename('course', 'author', 'gates', 'Gates and stiles')
  const { rows } = await pool.query<{ waits: boolean }>(
    `select run_at > now() + interval '10 seconds' as waits from graphile_worker.jobs where key = 'title gates'`,
  )
  expect(rows).toEqual([{ waits: true }])
  expect(await linkedTitle()).toBe('Gates')
})

test('links whose words were the title follow it, in this course alone; others keep their words', async () => {
  await run()
  expect(await htmlOf('walls')).toContain('See <a href="gates">Gates and stiles</a> or <a href="gates">these</a>.')
  expect(await htmlOf('walls-other')).toContain(LINK)
  expect(await linkedTitle()).toBe(null)
  const { rows } = await pool.query(`select person_id, client_id from batches where document_id = 'walls'`)
  expect(rows).toEqual([{ person_id: 'author', client_id: 'links' }])
})

test('a link that was put in since the page was kept whole is found, too', async () => {
  const { acceptBatch } = await import('../../server/documents/accept-batch.server.ts')
  const { page, version } = (await currentTree(pool, 'late'))!
  const { Transform } = await import('prosemirror-transform')
  const link = page.type.schema.text('Gates and stiles', [page.type.schema.marks.link!.create({ href: 'gates' })])
  const { steps } = new Transform(page).insert(page.content.size - 1, link)
  await acceptBatch('late', 'author', {
    id: 'put',
    base: version,
    client: 'tab',
    schemaVersion: SCHEMA_VERSION,
    steps: steps.map((step) => step.toJSON() as unknown),
  })
  await rename('course', 'author', 'gates', '')
  await run()
  expect(await htmlOf('late'), 'an empty title is waited for').toContain('Gates and stiles</a>')
  await rename('course', 'coauthor', 'gates', 'Stiles')
  await run()
  expect(await htmlOf('late')).toContain('<p>x<a href="gates">Stiles</a></p>')
  expect(await htmlOf('walls')).toContain('See <a href="gates">Stiles</a> or')
})

test('a title that changes while links follow is followed the next time', async () => {
  const { setLinkedTitle } = await import('../../server/links/queries.server.ts')
  await rename('course', 'author', 'gates', 'Wickets')
  await setLinkedTitle(pool, { courseId: 'course', entryId: 'gates', before: 'Stiles', title: 'Kissing gates' })
  expect(await linkedTitle()).toBe('Kissing gates')
})

test('links to a unit, which has no page of its own, follow its title as well', async () => {
  const { acceptBatch } = await import('../../server/documents/accept-batch.server.ts')
  const { page, version } = (await currentTree(pool, 'late'))!
  const { Transform } = await import('prosemirror-transform')
  const link = page.type.schema.text('Unit', [page.type.schema.marks.link!.create({ href: 'unit' })])
  const steps = new Transform(page).insert(page.content.size - 1, link).steps.map((step) => step.toJSON() as unknown)
  const put = { id: 'unit-link', base: version, client: 'tab', schemaVersion: SCHEMA_VERSION, steps }
  expect((await acceptBatch('late', 'author', put)).status).toBe('taken')
  expect(await rename('course', 'author', 'unit', 'Building up')).toEqual({ ok: true })
  await followTitle({ entryId: 'unit', personId: 'author' })
  expect(await htmlOf('late')).toContain('<a href="unit">Building up</a>')
})
