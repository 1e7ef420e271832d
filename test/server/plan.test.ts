import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import type { OutlineLine } from '../../core/plan/outline.ts'
import { beforeAll, expect, test } from 'vitest'
import { makeSchool } from './setup/factories.ts'
import { useFreshDatabase } from './setup/database.ts'

await useFreshDatabase()
const { pool } = await import('../../server/database/pool.server.ts')
const {
  addLines: addNamedLines,
  changeSettings,
  moveEntries,
  removeEntries,
  rename,
  restore,
  splitIntoBook,
  weigh,
} = await import('../../server/plan/plan.server.ts')
const { listPlan } = await import('../../server/plan/queries.server.ts')
const { publish } = await import('../../server/editions/publish.server.ts')
const { listEditions } = await import('../../server/editions/queries.server.ts')
const { findEntryToRead } = await import('../../server/reading/queries.server.ts')
const { acceptBatch } = await import('../../server/documents/accept-batch.server.ts')
const { NO_USES, usesWords } = await import('../../core/plan/uses.ts')
const { editionContent } = await import('../../server/reading/edition-content.server.ts')
const { outlineOf } = await import('../../server/reading/shapes.server.ts')
const { inOrder } = await import('../../core/plan/tree.ts')

let ids = 0
const addLines = (courseId: string, afterId: string | null, lines: readonly OutlineLine[]) =>
  addNamedLines(
    courseId,
    afterId,
    lines.map((line) => ({ ...line, id: `line-${ids++}` })),
  )

beforeAll(async () => {
  await makeSchool(pool)
  // Titles that change are followed by a job.
  await (await import('../../server/jobs/jobs.server.ts')).prepareJobs()
  return () => pool.end()
})

const shape = async (): Promise<string[]> =>
  inOrder(await listPlan(pool, 'course')).map(({ depth, kind, title }) => `${'  '.repeat(depth)}${kind} ${title}`)
const idOf = async (title: string): Promise<string> =>
  (await listPlan(pool, 'course')).find((row) => row.title === title)!.id

test('an outline becomes a tree', async () => {
  const result = await addLines(
    'course',
    null,
    [
      ['U1', 0],
      ['L1', 1],
      ['P1', 2],
      ['P2', 2],
      ['L2', 1],
      ['U2', 0],
      ['P3', 2],
    ].map(([title, depth]) => ({ title: String(title), depth: Number(depth) })),
  )
  expect(result.ok).toBe(true)
  expect(await shape()).toEqual([
    'unit U1',
    '  lesson L1',
    '    page P1',
    '    page P2',
    '  lesson L2',
    'unit U2',
    '  page P3',
  ])
})

test('a line goes after the one it was typed under', async () => {
  await addLines('course', await idOf('P1'), [{ title: 'P1b', depth: 2 }])
  await addLines('course', await idOf('L1'), [{ title: 'P0', depth: 2 }])
  await addLines('course', await idOf('P1'), [{ title: 'In the unit', depth: 1, kind: 'page' }])
  expect((await shape()).slice(0, 8)).toEqual([
    'unit U1',
    '  lesson L1',
    '    page P0',
    '    page P1',
    '    page P1b',
    '    page P2',
    '  page In the unit',
    '  lesson L2',
  ])
})

test('moving keeps what stands under, and refuses what can’t be', async () => {
  const [lesson, unit, page] = [await idOf('L1'), await idOf('U2'), await idOf('P3')]
  expect(await moveEntries('course', [lesson], { parentId: unit, beforeId: page })).toEqual({ ok: true })
  expect((await shape()).slice(-6)).toEqual([
    '  lesson L1',
    '    page P0',
    '    page P1',
    '    page P1b',
    '    page P2',
    '  page P3',
  ])
  expect(await moveEntries('course', [unit], { parentId: lesson, beforeId: null })).toMatchObject({ ok: false })
  expect(await moveEntries('course', [lesson], { parentId: page, beforeId: null })).toEqual({
    ok: false,
    reason: 'A lesson stands in a unit.',
  })
  expect(await moveEntries('course', [lesson], { parentId: 'gone', beforeId: null })).toMatchObject({ ok: false })
})

test('what is deleted in one go comes back in one go, at its place', async () => {
  const before = await shape()
  const removed = await removeEntries('course', [await idOf('U2')])
  expect(removed).toMatchObject({ ok: true, count: 7 })
  expect(await shape()).toEqual(['unit U1', '  page In the unit', '  lesson L2'])
  if (removed.ok) expect(await restore('course', removed.deletionId)).toEqual({ ok: true, count: 7 })
  expect(await shape()).toEqual(before)
})

test('renaming a page is a step in its log', async () => {
  const id = await idOf('P1')
  expect(await rename('course', 'author', id, 'Footings')).toEqual({ ok: true })
  expect((await pool.query('select person_id, client_id from batches where document_id = $1', [id])).rows).toEqual([
    { person_id: 'author', client_id: 'plan' },
  ])
  expect((await listPlan(pool, 'course')).find((row) => row.id === id)?.title).toBe('Footings')
})

test('an edition stays as it is while the author writes on', async () => {
  const id = await idOf('Footings')
  expect(await publish(id, 'author', { note: 'first', version: 1 })).toEqual({ ok: true, number: 1 })
  expect(await publish(id, 'author', { note: 'again', version: 1 })).toEqual({
    ok: false,
    reason: 'Nothing has changed since edition 1.',
  })
  await acceptBatch(id, 'author', {
    id: 'later',
    base: 1,
    client: 'test',
    schemaVersion: SCHEMA_VERSION,
    steps: [{ stepType: 'replace', from: 11, to: 11, slice: { content: [{ type: 'text', text: 'unpublished' }] } }],
  })
  const read = async (): Promise<string> => {
    const { edition } = (await findEntryToRead(pool, 'course', id, 'student'))!
    return `${edition!.number} ${JSON.stringify(await editionContent(edition!))} ${edition!.title}`
  }
  expect(await read()).toMatch(/^1 /)
  expect(await read()).not.toContain('unpublished')
  expect((await listPlan(pool, 'course')).find((row) => row.id === id)?.state).toBe('edited')
  expect(await publish(id, 'author', { note: 'second', version: 2 })).toEqual({ ok: true, number: 2 })
  expect(await read()).toContain('unpublished')
  expect((await listEditions(pool, id)).map(({ number, note }) => [number, note])).toEqual([
    [2, 'second'],
    [1, 'first'],
  ])
})

test('a page without a title is not published', async () => {
  const added = await addLines('course', null, [{ title: 'x', depth: 2 }])
  const id = added.ok ? added.ids[0]! : ''
  await acceptBatch(id, 'author', {
    id: 'empty',
    base: 0,
    client: 'test',
    schemaVersion: SCHEMA_VERSION,
    steps: [{ stepType: 'replace', from: 1, to: 2 }],
  })
  expect(await publish(id, 'author', { note: '', version: 1 })).toMatchObject({
    ok: false,
    reason: expect.stringContaining('title'),
  })
})

test('students see published items alone, and two publishing at once give one edition', async () => {
  const read = await findEntryToRead(pool, 'course', await idOf('Footings'), 'student')
  expect((await outlineOf(read!)).places.filter(({ kind }) => kind === 'page').map(({ title }) => title)).toEqual([
    'Footings',
  ])
  expect(await findEntryToRead(pool, 'course', await idOf('P2'), 'student')).toBeNull()
  const id = await idOf('P2')
  const results = await Promise.all([
    publish(id, 'author', { note: 'a', version: 0 }),
    publish(id, 'coauthor', { note: 'b', version: 0 }),
  ])
  expect(results.filter(({ ok }) => ok)).toHaveLength(1)
})

test('a page becomes a book of its headings, beside it; a page without headings says what to do', async () => {
  const added = await addLines('course', null, [{ title: 'Long page', depth: 2 }])
  const id = added.ok ? added.ids[0]! : ''
  expect(await splitIntoBook('course', id)).toMatchObject({ ok: false, reason: expect.stringContaining('no headings') })
  const heading = (text: string) => ({
    type: 'heading',
    attrs: { level: 2, id: null },
    content: [{ type: 'text', text }],
  })
  const words = (text: string) => ({ type: 'paragraph', content: [{ type: 'text', text }] })
  await acceptBatch(id, 'author', {
    id: 'long',
    base: 0,
    client: 'test',
    schemaVersion: SCHEMA_VERSION,
    steps: [
      {
        stepType: 'replace',
        from: 11,
        to: 13,
        slice: { content: [words('Before.'), heading('Strip'), words('a'), heading('Sort'), words('b')] },
      },
    ],
  })
  expect(await splitIntoBook('course', id)).toMatchObject({
    ok: true,
    notes: [expect.stringContaining('a book of 2 chapters')],
  })
  const plan = await shape()
  expect(plan.slice(plan.findIndex((line) => line.includes('page Long page'))).slice(0, 4)).toEqual([
    '  page Long page',
    '  book Long page',
    '    chapter Strip',
    '    chapter Sort',
  ])
})

test('settings change one by one; a chapter whose book is gone comes back as a page', async () => {
  const book = await idOf('Strip').then(
    async (id) => (await listPlan(pool, 'course')).find((row) => row.id === id)!.parentId!,
  )
  expect(await changeSettings('course', book, { settings: { inSequence: true } })).toEqual({ ok: true })
  expect(await changeSettings('course', book, { opensAt: '2026-09-07T08:00:00.000Z' })).toEqual({ ok: true })
  expect((await listPlan(pool, 'course')).find((row) => row.id === book)).toMatchObject({
    opensAt: '2026-09-07T08:00:00.000Z',
    settings: { inSequence: true },
  })
  expect(await changeSettings('course', 'gone', { opensAt: null })).toMatchObject({ ok: false })
  const deleted = await removeEntries('course', [await idOf('Strip')])
  await removeEntries('course', [book])
  expect(await restore('course', deleted.ok ? deleted.deletionId : '')).toMatchObject({ ok: true })
  expect((await shape()).filter((line) => line.includes('Strip'))).toEqual(['  page Strip'])
})

test('an entry that is deleted while another moves it: the plan stays whole whoever is first, and nothing is lost', async () => {
  const [first] = (await listPlan(pool, 'course')).filter(({ kind }) => kind === 'unit')
  for (let round = 0; round < 20; round++) {
    const added = await addLines('course', first!.id, [
      { title: `Lesson ${round}`, depth: 1, kind: 'lesson' },
      { title: `Page ${round}`, depth: 2 },
    ])
    if (!added.ok) throw new Error(added.reason)
    const [lesson, page] = added.ids as [string, string]
    // One moves the page out of the lesson while another deletes the lesson with all in it.
    const [moved, removed] = await Promise.all([
      moveEntries('course', [page], { parentId: first!.id, beforeId: null }),
      removeEntries('course', [lesson]),
    ])
    const plan = await listPlan(pool, 'course')
    const isThere = plan.some(({ id }) => id === page)
    expect(plan.every(({ parentId }) => parentId === null || plan.some(({ id }) => id === parentId))).toBe(true)
    if (moved.ok) expect([isThere, removed]).toEqual([true, expect.objectContaining({ ok: true, count: 1 })])
    else expect([isThere, moved.reason]).toEqual([false, 'What was to be moved is no longer in the plan.'])
    if (removed.ok) await restore('course', removed.deletionId)
    expect((await listPlan(pool, 'course')).some(({ id }) => id === page)).toBe(true)
  }
  // To where somebody has just deleted the place.
  const added = await addLines('course', first!.id, [
    { title: 'Gone', depth: 1, kind: 'lesson' },
    { title: 'Stays', depth: 1, kind: 'page' },
  ])
  if (!added.ok) throw new Error(added.reason)
  await removeEntries('course', [added.ids[0]!])
  expect(await moveEntries('course', [added.ids[1]!], { parentId: added.ids[0]!, beforeId: null })).toEqual({
    ok: false,
    reason: 'The place to move to is no longer in the plan.',
  })
})

test('lines that come twice, because an answer was lost, are added once', async () => {
  const [first] = (await listPlan(pool, 'course')).filter(({ kind }) => kind === 'unit')
  const lines = [
    { id: 'twice-lesson', title: 'Twice', depth: 1, kind: 'lesson' as const },
    { id: 'twice-aim', title: 'strip a gap', depth: 2, kind: 'aim' as const },
    { id: 'twice-page', title: 'Page', depth: 2 },
  ]
  for (let attempt = 0; attempt < 2; attempt++)
    expect(await addNamedLines('course', first!.id, lines)).toMatchObject({ ok: true })
  const plan = await listPlan(pool, 'course')
  expect(plan.filter(({ title }) => title === 'Twice')).toMatchObject([{ settings: { aims: ['strip a gap'] } }])
  expect(plan.filter(({ parentId }) => parentId === 'twice-lesson').map(({ id }) => id)).toEqual(['twice-page'])
  // An aim typed as a line of its own belongs to the lesson above it, which was there before.
  for (let attempt = 0; attempt < 2; attempt++)
    await addNamedLines('course', 'twice-page', [
      { id: 'later-aim', title: 'sort what comes out', depth: 2, kind: 'aim' },
    ])
  expect((await listPlan(pool, 'course')).find(({ id }) => id === 'twice-lesson')?.settings.aims).toEqual([
    'strip a gap',
    'sort what comes out',
  ])
})

test('more aims than a lesson holds are told, and the plan can still be read', async () => {
  const [first] = (await listPlan(pool, 'course')).filter(({ kind }) => kind === 'unit')
  const result = await addLines('course', first!.id, [
    { title: 'Many', depth: 1, kind: 'lesson' },
    ...Array.from({ length: 25 }, (_, at) => ({ title: `Aim ${at}`, depth: 2, kind: 'aim' as const })),
  ])
  expect(result).toMatchObject({ notes: ['A lesson or unit holds at most 20 aims: 5 were left out.'] })
  expect((await listPlan(pool, 'course')).find(({ title }) => title === 'Many')?.settings.aims).toHaveLength(20)
})

test('ids of another course are nobody’s to take', async () => {
  await pool.query(`insert into courses (id, title) values ('elsewhere', 'Elsewhere')`)
  await pool.query(
    `insert into plan_entries (id, course_id, kind, title, position)
      values ('theirs', 'elsewhere', 'unit', 'Theirs', 0)`,
  )
  expect(await addNamedLines('course', null, [{ id: 'theirs', title: 'Mine', depth: 0 }])).toMatchObject({ ok: false })
  expect((await pool.query(`select title, course_id from plan_entries where id = 'theirs'`)).rows).toEqual([
    { title: 'Theirs', course_id: 'elsewhere' },
  ])
})

test('a lesson comes back although no unit is left', async () => {
  const lesson = (await listPlan(pool, 'course')).find(({ kind }) => kind === 'lesson')!
  const deleted = await removeEntries('course', [lesson.id])
  const units = (await listPlan(pool, 'course')).filter(({ kind }) => kind === 'unit').map(({ id }) => id)
  await removeEntries('course', units)
  expect(await restore('course', deleted.ok ? deleted.deletionId : '')).toMatchObject({ ok: true })
  const plan = await listPlan(pool, 'course')
  expect(plan.filter(({ kind }) => kind === 'unit').map(({ title }) => title)).toEqual(['Restored'])
  expect(plan.find(({ id }) => id === lesson.id)?.parentId).toBe(plan.find(({ kind }) => kind === 'unit')!.id)
})

test('what deleting would take from others is said before and after: work handed in, answers, posts, links', async () => {
  await addLines('course', null, [
    { title: 'Work', depth: 0 },
    { title: 'Inner', depth: 1 },
    { title: 'Task', depth: 2, kind: 'assignment' },
    { title: 'Talk', depth: 2, kind: 'discussion' },
    { title: 'Elsewhere', depth: 0, kind: 'unit' },
    { title: 'Linking', depth: 1, kind: 'page' },
  ])
  const [lesson, task, talk, linking] = await Promise.all(['Inner', 'Task', 'Talk', 'Linking'].map(idOf))
  expect(await weigh('course', [lesson!])).toEqual(NO_USES)
  await pool.query(
    `insert into submissions (entry_id, person_id, number, content, html, is_late)
      values ($1, 'student', 1, '{}', '', false), ($1, 'student', 2, '{}', '', false),
      ($1, 'guest', 1, '{}', '', false)`,
    [task],
  )
  await pool.query(
    `insert into posts (id, entry_id, root_id, person_id, content, html, words)
      values ('p1', $1, 'p1', 'student', '{}', '', ''), ('p2', $1, 'p2', 'student', '{}', '', '')`,
    [talk],
  )
  await pool.query(`update posts set deleted_at = now() where id = 'p2'`)
  await pool.query(`update snapshots set content = $2 where document_id = $1`, [
    linking,
    JSON.stringify({
      type: 'doc',
      content: [
        { type: 'title' },
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'the task', marks: [{ type: 'link', attrs: { href: `/read/course/${task}#how` } }] },
          ],
        },
      ],
    }),
  ])
  const expected = { handedIn: 2, answered: 0, posts: 1, linkedFrom: ['Linking'], links: 1 }
  expect(await weigh('course', [lesson!])).toEqual(expected)
  // Another course has nothing to do with it.
  expect(await weigh('other', [lesson!])).toEqual(NO_USES)
  const gone = await removeEntries('course', [lesson!])
  expect(gone).toMatchObject({ ok: true, uses: usesWords(expected) })
})

test('a link that was put in a moment ago, and stands in the log alone, is told as well', async () => {
  const { currentTree } = await import('../../server/documents/trees.server.ts')
  const { Transform } = await import('prosemirror-transform')
  await addLines('course', null, [
    { title: 'Unit of links', depth: 0, kind: 'unit' },
    { title: 'Led to', depth: 1, kind: 'page' },
    { title: 'Leading there', depth: 1, kind: 'page' },
  ])
  const [target, from] = await Promise.all(['Led to', 'Leading there'].map(idOf))
  expect(await weigh('course', [target!])).toEqual(NO_USES)
  const { documentId } = (await listPlan(pool, 'course')).find(({ id }) => id === from)!
  const { page, version } = (await currentTree(pool, documentId!))!
  const link = page.type.schema.text('there', [page.type.schema.marks.link!.create({ href: target })])
  const steps = new Transform(page).insert(page.content.size - 1, link).steps.map((step) => step.toJSON() as unknown)
  const put = { id: 'a-link', base: version, client: 'tab', schemaVersion: SCHEMA_VERSION, steps }
  expect((await acceptBatch(documentId!, 'author', put)).status).toBe('taken')
  expect(await weigh('course', [target!])).toEqual({ ...NO_USES, linkedFrom: ['Leading there'], links: 1 })
})

test('a page with an HTML piece that has no title is not published, and says where to look', async () => {
  const added = await addLines('course', null, [{ title: 'Gauge', depth: 2 }])
  const id = added.ok ? added.ids[0]! : ''
  const insert = (title: string, version: number) =>
    acceptBatch(id, 'author', {
      id: `piece-${version}`,
      base: version,
      client: 'test',
      schemaVersion: SCHEMA_VERSION,
      steps: [
        {
          stepType: 'replace',
          from: 7,
          to: version === 0 ? 7 : 8,
          slice: { content: [{ type: 'htmlPiece', attrs: { title, code: '<p>x</p>' } }] },
        },
      ],
    })
  await insert(' ', 0)
  expect(await publish(id, 'author', { note: '', version: 1 })).toMatchObject({
    ok: false,
    reason: expect.stringContaining('An HTML piece has no title'),
  })
  await insert('A gauge', 1)
  expect(await publish(id, 'author', { note: '', version: 2 })).toEqual({ ok: true, number: 1 })
})
