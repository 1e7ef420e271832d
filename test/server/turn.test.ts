import type { Node } from 'prosemirror-model'
import { beforeAll, expect, test } from 'vitest'
import { readPage } from '../../core/html/read.ts'
import { writePage } from '../../core/html/write.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { addLines, insertItem, splitIntoBook } = await import('../../server/plan/plan.server.ts')
const { listPlan, lockPlan } = await import('../../server/plan/queries.server.ts')
const { acceptBatch } = await import('../../server/documents/accept-batch.server.ts')
const { currentTree } = await import('../../server/documents/trees.server.ts')
const { makeOnePage, makePages, turnBack, turnPage } = await import('../../server/plan/turn.server.ts')
const { inOrder } = await import('../../core/plan/tree.ts')

beforeAll(async () => {
  await makeSchool(pool)
  await (await import('../../server/jobs/jobs.server.ts')).prepareJobs()
  const lines = [
    { id: 'unit-one', title: 'Unit', depth: 0 },
    { id: 'lesson-one', title: 'Lesson', depth: 1 },
  ]
  await addLines('course', null, lines)
  return () => pool.end()
})

const SORTS =
  '<h1>Sorts</h1><p>Before.</p><h2 id="a">A</h2><p><a href="#b">b</a></p><h3>deep</h3><p>d</p><h2 id="b">B</h2><p>b</p>'

async function addPage(id: string, source = SORTS): Promise<void> {
  const { page } = readPage(source)
  await transaction(async (db) => {
    const title = page.firstChild!.textContent
    await insertItem(db, 'course', await lockPlan(db, 'course'), 'lesson-one', { id, kind: 'page', title }, page)
  })
}
const treeOf = async (id: string) => (await currentTree(pool, id))!
const html = (page: Node): string => writePage(page, 'source').replaceAll('\n', '')
const idsOf = (made: { ok: boolean; ids?: string[] }): string[] => made.ids ?? []
const titles = async (): Promise<string[]> =>
  inOrder(await listPlan(pool, 'course')).map(({ depth, kind, title }) => `${depth} ${kind} ${title}`)

test('a page’s headings become tabs, and are as they were, as long as nobody has written since', async () => {
  await addPage('tabs')
  const before = html((await treeOf('tabs')).page)
  const made = await turnPage('course', 'author', 'tabs', { shape: 'tabs' })
  expect(made).toMatchObject({ ok: true, turned: { before: 0 } })
  expect(html((await treeOf('tabs')).page)).toContain('<section id="a"><h2>A</h2>')
  const turned = made.ok ? made.turned : { before: 0, version: 0 }
  expect(await turnBack('course', 'author', 'tabs', turned)).toMatchObject({ ok: true })
  expect(html((await treeOf('tabs')).page)).toBe(before)
  const again = await turnPage('course', 'author', 'tabs', { shape: 'table' })
  const { version } = await treeOf('tabs')
  await acceptBatch('tabs', 'coauthor', {
    id: 'more',
    base: version,
    client: 'test',
    schemaVersion: SCHEMA_VERSION,
    steps: [{ stepType: 'replace', from: 1, to: 1, slice: { content: [{ type: 'text', text: 'All ' }] } }],
  })
  expect(await turnBack('course', 'author', 'tabs', again.ok ? again.turned : turned)).toMatchObject({
    ok: false,
    reason: expect.stringContaining('history'),
  })
})

test('pages are made after a page, which stays; what leads from one to the other goes on leading there', async () => {
  await addPage('apart')
  const made = await makePages('course', 'apart', {})
  const ids = idsOf(made)
  expect(ids).toHaveLength(2)
  expect(html((await treeOf(ids[0]!)).page)).toBe(`<h1>A</h1><p><a href="${ids[1]!}">b</a></p><h2>deep</h2><p>d</p>`)
  expect(html((await treeOf('apart')).page)).toBe(SORTS)
  const plan = await titles()
  const at = plan.lastIndexOf('2 page Sorts')
  expect(plan.slice(plan.indexOf('2 page A') - 1, plan.indexOf('2 page A') + 2)).toEqual([
    '2 page Sorts',
    '2 page A',
    '2 page B',
  ])
  expect(at).toBeGreaterThan(-1)
  expect(await makePages('course', 'apart', { place: { version: 7, from: 0, to: 1 } })).toMatchObject({
    ok: false,
    reason: expect.stringContaining('writing on this page'),
  })
  expect(await makePages('course', 'apart', { place: { version: 0, from: 1, to: 3 } })).toMatchObject({ ok: false })
  await addPage('bare', '<h1>Bare</h1><p>a</p>')
  expect(await makePages('course', 'bare', {})).toMatchObject({
    ok: false,
    reason: expect.stringContaining('headings'),
  })
  await addPage('untitled', '<h1>U</h1><h2></h2><p>a</p>')
  expect(await makePages('course', 'untitled', {})).toMatchObject({
    ok: false,
    reason: expect.stringContaining('title'),
  })
  await addPage('many', `<h1>M</h1>${'<h2>x</h2><p>y</p>'.repeat(61)}`)
  expect(await makePages('course', 'many', {})).toMatchObject({ ok: false, reason: expect.stringContaining('60') })
})

test('a book becomes one page beside it, its parts and chapters headings, with links between them within it', async () => {
  await addPage('long')
  const book = idsOf(await splitIntoBook('course', 'long'))
  const made = await makeOnePage('course', book[0]!)
  const [id] = idsOf(made)
  expect(html((await treeOf(id!)).page)).toBe(
    '<h1>Sorts</h1><p>Before.</p><h2 id="a">A</h2><p><a href="#b">b</a></p><h3>deep</h3><p>d</p><h2 id="b">B</h2><p>b</p>',
  )
  expect(await makeOnePage('course', 'unit-one')).toMatchObject({
    ok: false,
    reason: expect.stringContaining('no page'),
  })
})

test('what is of another course, or gone, is not turned', async () => {
  expect(await turnPage('other', 'author', 'apart', { shape: 'tabs' })).toMatchObject({ ok: false })
  expect(await makePages('other', 'apart', {})).toMatchObject({ ok: false })
  expect(await makeOnePage('other', 'unit-one')).toMatchObject({ ok: false })
  expect(await turnBack('other', 'author', 'apart', { before: 0, version: 0 })).toMatchObject({ ok: false })
})
