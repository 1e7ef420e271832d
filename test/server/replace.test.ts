import { afterAll, beforeAll, expect, test } from 'vitest'
import { findIn, linesOf } from '../../core/find/find.ts'
import { readPage } from '../../core/html/read.ts'
import { writePage } from '../../core/html/write.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { schema } from '../../core/document/schema.ts'
import { Transform } from 'prosemirror-transform'
import type { AskedReplacement } from '../../core/replace/wire.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { acceptBatch } = await import('../../server/documents/accept-batch.server.ts')
const { insertDocument, insertSnapshot } = await import('../../server/documents/queries.server.ts')
const { currentTree, dropTree } = await import('../../server/documents/trees.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { purge } = await import('../../server/jobs/queries.server.ts')
const { linesIn } = await import('../../server/replace/lines.server.ts')
const { listReplacements, setState } = await import('../../server/replace/queries.server.ts')
const { beginReplacing, goOn, runReplacing, undoReplacing } = await import('../../server/replace/replace.server.ts')

beforeAll(async () => {
  await makeSchool(pool)
  await (await import('../../server/jobs/jobs.server.ts')).prepareJobs()
  await insertEntries(pool, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
})
afterAll(() => pool.end())

async function addPages(pages: Readonly<Record<string, string>>): Promise<void> {
  await transaction(async (db) => {
    for (const [id, html] of Object.entries(pages)) {
      await insertDocument(db, id, 'course', 0)
      await insertSnapshot(db, id, 0, SCHEMA_VERSION, JSON.stringify(readPage(html).page.toJSON()))
    }
    await insertEntries(
      db,
      'course',
      Object.keys(pages).map((id) => ({ id, parentId: 'unit', kind: 'page', title: id, documentId: id })),
    )
  })
}

const htmlOf = async (id: string): Promise<string> => writePage((await currentTree(pool, id))!.page, 'source')

/** Every place of some words in these pages, as a browser asks for them. */
async function asking(id: string, words: string, put: string, of: readonly string[]): Promise<AskedReplacement> {
  const pages = []
  for (const documentId of of) {
    const { page, version } = (await currentTree(pool, documentId))!
    const found = findIn(linesOf(page), { words, isCase: false, isWhole: false, isPattern: false })
    if (found.length > 0)
      pages.push({ documentId, version, places: found.map(({ from, to }): [number, number] => [from, to]) })
  }
  return { intent: 'replace', id, words, put, pages }
}

const run = (id: string, personId = 'author'): Promise<void> => runReplacing({ id, personId })
const found = async (id: string) => (await listReplacements(pool, 'course')).find((each) => each.id === id)!

/** What somebody else writes into a page meanwhile. */
async function write(documentId: string, at: number, words: string): Promise<void> {
  const { page, version } = (await currentTree(pool, documentId))!
  const { steps } = new Transform(page).insert(at, schema.text(words))
  const batch = { id: `w-${documentId}-${version}`, base: version, client: 'other', schemaVersion: SCHEMA_VERSION }
  expect(
    (await acceptBatch(documentId, 'coauthor', { ...batch, steps: steps.map((step) => step.toJSON() as unknown) }))
      .status,
  ).toBe('taken')
}

test('words are replaced on every page, in titles and notes too, and the whole is taken back', async () => {
  const pages = {
    one: '<h1>Walls</h1><p>A <b>wa</b>ll<span role="doc-footnote">Of walls</span></p>',
    two: '<h1>Two</h1><ul><li><p>wall</p></li></ul>',
    three: '<h1>Three</h1><p>none</p>',
  }
  await addPages(pages)
  const before = await Promise.all(['one', 'two', 'three'].map(htmlOf))
  expect(await beginReplacing('course', 'author', await asking('r1', 'wall', 'dyke', ['one', 'two']))).toEqual({
    ok: true,
    id: 'r1',
  })
  expect(await found('r1')).toMatchObject({ state: 'waiting', done: 0, total: 2 })
  await run('r1')
  expect(await found('r1')).toMatchObject({ state: 'done', doing: 'replace', done: 2, replaced: 4, notes: [] })
  expect(await htmlOf('one')).toMatch(
    /^<h1>dykes<\/h1>\s*<p>A <strong>dyke<\/strong><span role="doc-footnote">Of dykes/,
  )
  const { rows } = await pool.query<{ title: string }>(`select title from plan_entries where id = 'one'`)
  expect(rows[0]!.title).toBe('dykes')
  // The same request once more, as its answer was lost: nothing is done twice.
  expect(await beginReplacing('course', 'author', await asking('r1', 'dyke', 'dyke dyke', ['one']))).toEqual({
    ok: true,
    id: 'r1',
  })
  await run('r1')
  expect(await undoReplacing('course', 'coauthor', 'r1')).toMatchObject({ ok: true })
  await run('r1', 'coauthor')
  expect(await found('r1')).toMatchObject({ state: 'done', doing: 'undo', restored: 4, notes: [] })
  expect(await Promise.all(['one', 'two', 'three'].map(htmlOf))).toEqual(before)
  expect(await undoReplacing('course', 'author', 'r1')).toMatchObject({ ok: false })
})

test('places without a sign between them are counted one by one, there and back', async () => {
  await addPages({ side: '<h1>Side</h1><p>wallwallwall and wall</p>' })
  await beginReplacing('course', 'author', await asking('r-side', 'wall', 'dyke', ['side']))
  await run('r-side')
  expect(await htmlOf('side')).toContain('<p>dykedykedyke and dyke</p>')
  await undoReplacing('course', 'author', 'r-side')
  await run('r-side')
  expect(await htmlOf('side')).toContain('<p>wallwallwall and wall</p>')
  expect(await found('r-side')).toMatchObject({ replaced: 4, restored: 4, notes: [] })
})

test('what others write meanwhile stays, before and after; what they changed is told', async () => {
  await addPages({ four: '<h1>Four</h1><p>wall, wall, wall</p>', gone: '<h1>Gone</h1><p>wall</p>' })
  const asked = await asking('r2', 'wall', 'dyke', ['four', 'gone'])
  await write('four', 8, 'x')
  await pool.query(`update plan_entries set deleted_at = now() where id = 'gone'`)
  await beginReplacing('course', 'author', asked)
  await run('r2')
  expect(await htmlOf('four')).toContain('<p>wxall, dyke, dyke</p>')
  expect(await htmlOf('gone')).toContain('<p>wall</p>')
  expect((await found('r2')).notes).toEqual([
    { title: 'four', note: '1 place stayed: the words there had changed meanwhile.', entryId: 'four' },
    { title: 'gone', note: 'It was deleted meanwhile.', entryId: 'gone' },
  ])
  await write('four', 7, 'See ')
  await write('four', 21, '!')
  await undoReplacing('course', 'author', 'r2')
  dropTree('four')
  await run('r2')
  expect(await htmlOf('four')).toContain('<p>See wxall, dyk!e, wall</p>')
  expect(await found('r2')).toMatchObject({ restored: 1, replaced: 2 })
})

test('a page of another course is refused, and so is a second replacement at the same time', async () => {
  await insertDocument(pool, 'foreign', 'other', 0)
  const places: [number, number][] = [[1, 2]]
  const asked = {
    intent: 'replace' as const,
    words: 'a',
    put: 'b',
    pages: [{ documentId: 'foreign', version: 0, places }],
  }
  expect(await beginReplacing('course', 'author', { ...asked, id: 'r3' })).toMatchObject({ ok: false })
  expect(await beginReplacing('other', 'author', await asking('r1', 'wall', 'x', ['one']))).toMatchObject({ ok: false })
  await addPages({ five: '<h1>Five</h1><p>wall</p>' })
  await beginReplacing('course', 'author', await asking('r4', 'wall', 'dyke', ['five']))
  expect(await beginReplacing('course', 'author', await asking('r5', 'wall', 'dyke', ['five']))).toMatchObject({
    ok: false,
    reason: 'Words are being replaced in this course just now. Wait until that is done.',
  })
  await run('r4', 'student')
  expect(await found('r4')).toMatchObject({ state: 'failed', done: 0 })
  expect(await htmlOf('five')).toContain('<p>wall</p>')
  expect(await undoReplacing('other', 'author', 'r4')).toMatchObject({ ok: false })
  expect(await goOn('other', 'author', 'r4')).toMatchObject({ ok: false })
})

test('a page with more places than a change holds; one that was broken off goes on where it was', async () => {
  await addPages({ long: `<h1>Long</h1>${'<p>wall and wall</p>'.repeat(260)}`, last: '<h1>Last</h1><p>wall</p>' })
  const before = await htmlOf('long')
  await beginReplacing('course', 'author', await asking('r6', 'wall', 'wall wall', ['long', 'last']))
  await run('r6')
  const after = await htmlOf('long')
  expect(after.match(/wall/g)!.length).toBe(1040)
  // As if its process had ended after the batches of a page, before it said that the page is done.
  await pool.query(`update replacement_pages set replaced = null where replacement_id = 'r6' and document_id = 'long'`)
  await setState(pool, 'r6', 'running')
  await pool.query(`update replacements set touched_at = now() - interval '10 minutes' where id = 'r6'`)
  expect(await found('r6')).toMatchObject({ state: 'failed', problem: 'It was broken off in the middle.', done: 1 })
  expect(await goOn('course', 'author', 'r6')).toMatchObject({ ok: true })
  await run('r6')
  expect(await htmlOf('long')).toBe(after)
  expect(await found('r6')).toMatchObject({ state: 'done', replaced: 521 })
  await undoReplacing('course', 'author', 'r6')
  await run('r6')
  expect(await htmlOf('long')).toBe(before)
})

test('places that overlap, or of no page that ever was, take nothing away', async () => {
  await addPages({ six: '<h1>Six</h1><p>wall of stones</p>' })
  const pages = [
    {
      documentId: 'six',
      version: 0,
      places: [
        [6, 10],
        [8, 12],
        [6, 6],
        [1, 4_000_000],
      ] as [number, number][],
    },
  ]
  await beginReplacing('course', 'author', { intent: 'replace', id: 'r7', words: 'x', put: 'dyke', pages })
  await run('r7')
  expect(await htmlOf('six')).toContain('<p>dyke of stones</p>')
  await beginReplacing('course', 'author', {
    intent: 'replace',
    id: 'r8',
    words: 'x',
    put: 'y',
    pages: [{ ...pages[0]!, version: 999 }],
  })
  await run('r8')
  expect((await found('r8')).notes[0]?.note).toBe('It has changed too much since it was looked through.')
})

test('a course of 500 pages: looked through in parts that end, replaced and taken back whole', async () => {
  const ids = Array.from({ length: 500 }, (_, at) => `p${at}`)
  await addPages(
    Object.fromEntries(ids.map((id, at) => [id, `<h1>Page ${at}</h1><p>${'A stone of the wall. '.repeat(20)}</p>`])),
  )
  let asked = ids.slice(0, 50)
  let parts = 0
  const sizes: number[] = []
  while (asked.length > 0) {
    const { pages, left } = await linesIn('course', asked)
    sizes.push(JSON.stringify(pages).length)
    asked = left
    parts++
  }
  expect(parts).toBe(1)
  expect(Math.max(...sizes)).toBeLessThan(700_000)
  const before = await htmlOf('p499')
  expect(await beginReplacing('course', 'author', await asking('r9', 'wall', 'dyke', ids))).toEqual({
    ok: true,
    id: 'r9',
  })
  await run('r9')
  expect(await found('r9')).toMatchObject({ state: 'done', done: 500, total: 500, replaced: 10_000 })
  expect(await htmlOf('p499')).not.toContain('wall')
  await undoReplacing('course', 'author', 'r9')
  await run('r9')
  expect(await found('r9')).toMatchObject({ doing: 'undo', restored: 10_000, notes: [] })
  expect(await htmlOf('p499')).toBe(before)
})

test('a part of what is written ends after so much text; what is left is asked for again', async () => {
  await addPages({ big1: `<h1>B</h1><p>${'x'.repeat(350_000)}</p>`, big2: '<h1>B2</h1><p>y</p>' })
  const { pages, left } = await linesIn('course', ['big1', 'unit', 'nothing', 'big2'])
  expect(pages.map(({ id }) => id)).toEqual(['big1'])
  expect(left).toEqual(['big2'])
})

test('records go when the log no longer leads back', async () => {
  await pool.query(`update replacements set created_at = now() - interval '31 days'`)
  await purge(pool)
  expect(await listReplacements(pool, 'course')).toEqual([])
})
