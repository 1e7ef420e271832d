import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { beforeAll, expect, test } from 'vitest'
import { makeSchool } from './setup/factories.ts'
import { useFreshDatabase } from './setup/database.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { acceptBatch } = await import('../../server/documents/accept-batch.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { currentTree, dropTree, treeAt } = await import('../../server/documents/trees.server.ts')
const { flushSnapshots } = await import('../../server/documents/snapshots.server.ts')

beforeAll(async () => {
  await makeSchool(pool)
  // Titles that change are followed by a job.
  await (await import('../../server/jobs/jobs.server.ts')).prepareJobs()
  await transaction(async (db) => {
    for (const id of ['page', 'races', 'tables', 'stored']) await createDocument(db, 'course', id, 'Walls')
  })
  return () => pool.end()
})

const text = (at: number, words: string): unknown => ({
  stepType: 'replace',
  from: at,
  to: at,
  slice: { content: [{ type: 'text', text: words }] },
})
const send = (document: string, base: number, steps: unknown, id = `b${Math.random()}`.replace('.', '')) =>
  acceptBatch(document, 'author', { id, base, client: 'test', schemaVersion: SCHEMA_VERSION, steps })

test('a batch is taken once, however often it is sent', async () => {
  const taken = { status: 'taken', from: 0, to: 1, before: [], steps: null }
  expect(await send('page', 0, [text(8, 'one')], 'first')).toEqual(taken)
  expect(await send('page', 0, [text(8, 'one')], 'first')).toEqual(taken)
  const { rows } = await pool.query('select count(*)::int as count from batches where document_id = $1', ['page'])
  expect(rows[0]).toEqual({ count: 1 })
})

test('whoever is late is moved over what came first, and gets it', async () => {
  const answer = await send('page', 0, [text(8, 'late'), text(12, 'r')], 'late')
  expect(answer).toMatchObject({
    status: 'taken',
    from: 1,
    to: 2,
    before: [{ id: 'first', from: 0, to: 1, person: 'author' }],
    steps: [{ from: 11, slice: { content: [{ text: 'later' }] } }],
  })
  expect((await currentTree(pool, 'page'))?.page.textContent).toBe('Wallsonelater')
})

test('a late batch sent again is taken once, by a process that remembers nothing too', async () => {
  const again = { status: 'taken', from: 1, to: 2, before: [{ id: 'first' }], steps: [{ from: 11 }] }
  expect(await send('page', 0, [text(8, 'late'), text(12, 'r')], 'late')).toMatchObject(again)
  dropTree('page')
  expect(await send('page', 0, [text(8, 'late'), text(12, 'r')], 'late')).toMatchObject(again)
  expect((await currentTree(pool, 'page'))?.page.textContent).toBe('Wallsonelater')
})

test('a batch of which nothing has a place any more is taken as nothing, however often it comes', async () => {
  await send(
    'page',
    2,
    [
      {
        stepType: 'replace',
        from: 7,
        to: 17,
        slice: { content: [{ type: 'paragraph', content: [{ type: 'text', text: 'anew' }] }] },
      },
    ],
    'anew',
  )
  for (let attempt = 0; attempt < 2; attempt++)
    expect(await send('page', 2, [text(10, 'nowhere')], 'nowhere')).toMatchObject({
      status: 'taken',
      from: 3,
      to: 3,
      steps: [],
    })
  const { rows } = await pool.query(`select id from batches where document_id = 'page' order by base`)
  expect(rows.map(({ id }: { id: string }) => id)).toEqual(['first', 'late', 'anew'])
})

test('letters typed one by one are one step of the log', async () => {
  expect(await send('page', 3, [text(8, 'a'), text(9, 'b'), text(10, 'c')], 'typed')).toMatchObject({ from: 3, to: 4 })
})

test('the plan’s title changes with the page or not at all', async () => {
  await send('page', 4, [text(6, 'X')], 'titled')
  await pool.query(
    `insert into plan_entries (id, course_id, parent_id, kind, title, position, document_id)
      values ('u', 'course', null, 'unit', 'U', 0, null), ('e', 'course', 'u', 'page', 'WallsX', 0, 'page')`,
  )
  await pool.query(`create function fail() returns trigger language plpgsql as 'begin raise exception ''no''; end'`)
  await pool.query('create trigger fail before update on plan_entries for each row execute function fail()')
  await expect(send('page', 5, [text(7, 'Y')], 'failing')).rejects.toThrow('no')
  await pool.query('drop trigger fail on plan_entries')
  expect((await currentTree(pool, 'page'))?.page.firstChild?.textContent).toBe('WallsX')
  await send('page', 5, [text(7, 'Y')], 'failing')
  expect((await pool.query(`select title from plan_entries where id = 'e'`)).rows).toEqual([{ title: 'WallsXY' }])
})

test.each([
  ['a version of the future', 4000, [text(8, 'x')], 'does not exist'],
  ['steps that are none', 6, { a: 1 }, 'expected form'],
  ['late steps that do not fit their own page', 0, [text(4000, 'x')], 'does not fit'],
  ['a NUL', 6, [text(8, 'a\u0000')], 'control character'],
])('%s is refused', async (_name, base, steps, sentence) => {
  const answer = await send('page', base, steps)
  expect(answer).toMatchObject({ status: 'refused' })
  expect(answer.status === 'refused' && answer.reason).toContain(sentence)
})

test('a client of another content model is told to load anew', async () => {
  expect(
    await acceptBatch('page', 'author', { id: 'old', base: 1, client: 'test', schemaVersion: 99, steps: [] }),
  ).toEqual({ status: 'outdated' })
})

test('twenty writers at once, as from two processes: each is taken at the first attempt', async () => {
  const write = async (number: number): Promise<void> => {
    // Another process appends without this one's knowing.
    if (number % 5 === 0) dropTree('races')
    expect(await send('races', 0, [text(8, `<${number}>`)], `writer-${number}`)).toMatchObject({ status: 'taken' })
  }
  await Promise.all(Array.from({ length: 20 }, (_, number) => write(number)))
  dropTree('races')
  const tree = await currentTree(pool, 'races')
  expect(tree?.version).toBe(20)
  for (let number = 0; number < 20; number++) expect(tree?.page.textContent).toContain(`<${number}>`)
})

test('an uneven table is evened by the system, as a batch of its own', async () => {
  const cell = { type: 'tableCell', content: [{ type: 'paragraph' }] }
  const table = {
    type: 'table',
    content: [
      { type: 'tableRow', content: [cell, cell] },
      { type: 'tableRow', content: [cell] },
    ],
  }
  await send('tables', 0, [{ stepType: 'replace', from: 7, to: 7, slice: { content: [table] } }])
  const tree = await currentTree(pool, 'tables')
  expect(tree?.page.child(1).children.map((row) => row.childCount)).toEqual([2, 2])
  const { rows } = await pool.query('select person_id, id from batches where document_id = $1 order by base', [
    'tables',
  ])
  expect(rows).toMatchObject([{ person_id: 'author' }, { person_id: null, id: 'system-1' }])
})

test('the page is the same from snapshot and log, from the log alone, and at each version', async () => {
  for (let base = 0; base < 60; base++) await send('stored', base, [text(8, `${base % 10}`)], `stored-${base}`)
  await flushSnapshots()
  dropTree('stored')
  const fromSnapshot = await currentTree(pool, 'stored')
  expect(
    (await pool.query('select max(version) as max from snapshots where document_id = $1', ['stored'])).rows[0],
  ).toEqual({ max: 60 })
  await pool.query('delete from snapshots where document_id = $1 and version > 0', ['stored'])
  dropTree('stored')
  const fromLog = await currentTree(pool, 'stored')
  expect(fromLog?.page.toJSON()).toEqual(fromSnapshot?.page.toJSON())
  expect((await treeAt(pool, 'stored', 12))?.page.textContent).toBe('Walls109876543210')
  expect(await treeAt(pool, 'stored', 99)).toBeNull()
})

test('old batches become one a sitting; the page at its ends, and now, is the same', async () => {
  const { squash } = await import('../../server/documents/squash.server.ts')
  await pool.query(
    `update batches
      set created_at = now() - interval '40 days' + base * interval '1 minute' + case
      when base >= 25 then interval '2 hours' else interval '0' end where document_id = 'stored' and base < 50`,
  )
  dropTree('stored')
  const before = [await treeAt(pool, 'stored', 25), await treeAt(pool, 'stored', 50), await currentTree(pool, 'stored')]
  expect(await transaction((db) => squash(db, 'stored'))).toBe(48)
  const { rows } = await pool.query<{ base: number; version: number; count: number }>(
    `select base, version, json_array_length(steps) as count from batches where document_id = 'stored' order by base`,
  )
  expect(rows.slice(0, 3)).toMatchObject([
    { base: 0, version: 25 },
    { base: 25, version: 50 },
    { base: 50, version: 51 },
  ])
  dropTree('stored')
  const after = [await treeAt(pool, 'stored', 25), await treeAt(pool, 'stored', 50), await currentTree(pool, 'stored')]
  expect(after.map((tree) => tree?.page.toJSON())).toEqual(before.map((tree) => tree?.page.toJSON()))
  // Work that waited for longer than that builds on a version nobody can replay any more: told, not guessed.
  expect(await treeAt(pool, 'stored', 12)).toBeNull()
  expect(await send('stored', 12, [text(8, 'x')])).toMatchObject({
    status: 'refused',
    reason: expect.stringContaining('no longer kept step by step'),
  })
  expect(await send('stored', 60, [text(8, 'x')])).toMatchObject({ status: 'taken' })
  expect(await transaction((db) => squash(db, 'stored'))).toBe(0)
  // A browser that was away for so long still learns that what it sent has arrived.
  const { isBatchTaken } = await import('../../server/documents/queries.server.ts')
  expect(await isBatchTaken(pool, 'stored', 'stored-3')).toBe(true)
  expect(await isBatchTaken(pool, 'stored', 'never')).toBe(false)
})

test('the words of a page are counted for the plan', async () => {
  expect((await pool.query('select words from documents where id = $1', ['stored'])).rows[0]).toEqual({ words: 1 })
})

test('a deleted page takes nothing', async () => {
  await pool.query('delete from snapshots where document_id = $1', ['tables'])
  await pool.query('delete from batches where document_id = $1', ['tables'])
  dropTree('tables')
  expect(await send('tables', 0, [text(8, 'x')])).toEqual({ status: 'deleted' })
})
