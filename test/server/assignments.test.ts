import { sayIn } from '../../core/words/say.ts'
import { beforeAll, expect, test } from 'vitest'
import { useFreshDatabase } from './setup/database.ts'
import { doJobs } from './setup/jobs.ts'
import { makeSchool } from './setup/factories.ts'
import { visitor } from './setup/visitor.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries, updateSettings } = await import('../../server/plan/queries.server.ts')
const { publish } = await import('../../server/editions/publish.server.ts')
const { readSettings } = await import('../../core/plan/settings.ts')
const { updateFollow } = await import('../../server/discussions/queries.server.ts')
const { listNotices } = await import('../../server/notices/queries.server.ts')
const { prepareJobs } = await import('../../server/jobs/jobs.server.ts')
const { keepBytes } = await import('../../server/shelf/bytes.server.ts')
const { insertShelfItem } = await import('../../server/shelf/queries.server.ts')
const { giveBack, handIn, keepDraft } = await import('../../server/assignments/assignment.server.ts')
const { findDraft, listStandings, listSubmissions } = await import('../../server/assignments/queries.server.ts')

const words = (text: string): object => ({
  type: 'passage',
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
})
const blank = { type: 'passage', content: [{ type: 'paragraph' }] }
const PLACE = { courseId: 'course', entryId: 'task', title: 'Your metre', say: sayIn('en') }

const as = (personId: string) => visitor(personId, 'task')

beforeAll(async () => {
  await makeSchool(pool)
  await prepareJobs()
  await pool.query(`insert into memberships (course_id, person_id, role) values ('course', 'outsider', 'student')`)
  await transaction(async (db) => {
    await createDocument(db, 'course', 'task', 'Your metre')
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    await insertEntries(db, 'course', [
      { id: 'task', parentId: 'unit', kind: 'assignment', title: 'Your metre', documentId: 'task' },
    ])
    for (const [id, person, isContribution] of [
      ['mine', 'student', true],
      ['theirs', 'outsider', true],
      ['shelf', 'author', false],
    ] as const)
      await insertShelfItem(db, {
        id,
        courseId: 'course',
        hash: await keepBytes(db, Buffer.from(id)),
        name: `${id}.txt`,
        mediaType: 'text/plain',
        width: null,
        height: null,
        isReady: true,
        isContribution,
        personId: person,
      })
  })
  await publish('task', 'author', { note: '', version: 0 })
})

test('a draft is kept whatever it holds, is nobody else’s, and goes when it is handed in', async () => {
  const who = await as('student')
  expect(await keepDraft(who, blank, [])).toEqual({ ok: true })
  expect(await keepDraft(who, words('One metre.'), [{ id: 'mine', name: 'measures' }])).toEqual({ ok: true })
  expect(await findDraft(pool, 'task', 'student')).toMatchObject({ files: [{ id: 'mine' }] })
  expect(await findDraft(pool, 'task', 'outsider')).toBeNull()
  expect(await listStandings(pool, 'course', 'task')).toEqual(
    expect.arrayContaining([expect.objectContaining({ personId: 'student' })]),
  )
  expect(await handIn(who, words('One metre.'), [{ id: 'mine', name: 'measures' }])).toEqual({ ok: true, number: 1 })
  expect(await findDraft(pool, 'task', 'student')).toBeNull()
})

test('nothing, somebody else’s file and what is no passage are refused; so are authors and guests', async () => {
  const who = await as('student')
  expect(await handIn(who, blank, [])).toMatchObject({
    ok: false,
    reason: expect.stringContaining('nothing to hand in') as unknown,
  })
  for (const id of ['theirs', 'shelf', 'nothing'])
    expect(await handIn(who, words('x'), [{ id, name: 'a file' }]), id).toEqual({
      ok: false,
      reason: '“a file” is not a file you brought. Add it again.',
    })
  for (const unsafe of [
    null,
    { type: 'doc' },
    { type: 'passage', content: [{ type: 'htmlPiece' }] },
    { type: 'passage', content: [{ type: 'paragraph', content: [{ type: 'text', text: '\u0000' }] }] },
  ])
    expect(await handIn(who, unsafe, []), JSON.stringify(unsafe)).toMatchObject({ ok: false })
  expect(await handIn(await as('author'), words('x'), [])).toMatchObject({
    ok: false,
    reason: expect.stringContaining('Authors look at') as unknown,
  })
  expect(await keepDraft(await as('guest'), words('x'), [])).toMatchObject({
    ok: false,
    reason: expect.stringContaining('as a guest') as unknown,
  })
})

test('handed in several times at once each has a number of its own; followers among the authors are told', async () => {
  await updateFollow(pool, 'task', 'author', true)
  const who = await as('outsider')
  const all = await Promise.all(Array.from({ length: 4 }, (_, at) => handIn(who, words(`Try ${at}`), [])))
  expect(all.map((each) => (each.ok ? each.number : 0)).sort()).toEqual([1, 2, 3, 4])
  expect((await listSubmissions(pool, 'task', 'outsider')).map(({ number }) => number)).toEqual([4, 3, 2, 1])
  await doJobs('tell')
  expect(
    (await listNotices(pool, 'author')).filter(({ words: told }) => told.startsWith('Test outsider handed in')),
  ).toHaveLength(4)
  expect(
    (
      await pool.query(
        `select done_at is not null as done from progress where entry_id = 'task' and person_id = 'outsider'`,
      )
    ).rows,
  ).toEqual([{ done: true }])
})

test('late is late by the server’s clock, to the moment', async () => {
  await updateSettings(pool, 'course', 'task', null, readSettings({ dueAt: '2031-03-30T01:00:00.000Z' }))
  const who = await as('student')
  for (const [now, isLate] of [
    ['2031-03-30T00:59:59.999Z', false],
    ['2031-03-30T01:00:00.000Z', false],
    ['2031-03-30T01:00:00.001Z', true],
  ] as const) {
    const handed = await handIn(who, words(now), [], new Date(now))
    if (!handed.ok) throw new Error(handed.reason)
    expect((await listSubmissions(pool, 'task', 'student'))[0], now).toMatchObject({ number: handed.number, isLate })
  }
})

test('it is returned once it has been read: with words, to the newest, and the student is told', async () => {
  const [newest] = await listSubmissions(pool, 'task', 'student')
  const author = { personId: 'author', name: 'Test author' }
  expect(await giveBack(author, PLACE, 'student', newest!.number, blank)).toMatchObject({
    ok: false,
    reason: expect.stringContaining('Write a comment') as unknown,
  })
  expect(await giveBack(author, PLACE, 'student', newest!.number - 1, words('old'))).toMatchObject({
    ok: false,
    reason: expect.stringContaining('handed in again') as unknown,
  })
  expect(await giveBack(author, PLACE, 'guest', 1, words('x'))).toMatchObject({ ok: false })
  expect(await giveBack(author, PLACE, 'student', newest!.number, words('The batter is right.'))).toEqual({
    ok: true,
    number: newest!.number,
  })
  expect((await listSubmissions(pool, 'task', 'student'))[0]).toMatchObject({
    returnedAt: expect.any(String) as unknown,
  })
  await doJobs('tell')
  expect((await listNotices(pool, 'student'))[0]).toMatchObject({
    words: 'Test author returned your “Your metre” with a comment.',
  })
})
