import { afterAll, beforeAll, expect, test } from 'vitest'
import { sayIn } from '../../core/words/say.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'
import { visitor } from './setup/visitor.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { publish } = await import('../../server/editions/publish.server.ts')
const { WAITING_KINDS, waitingFor } = await import('../../server/home/waiting.server.ts')
const { studyingFor } = await import('../../server/home/studying.server.ts')
const { sayMissing, sayWhetherHelped } = await import('../../server/reading/helped.server.ts')
const { listMissing } = await import('../../server/readers/queries.server.ts')
const { writePost } = await import('../../server/discussions/discussion.server.ts')
const { handIn } = await import('../../server/assignments/assignment.server.ts')
const { prepareJobs } = await import('../../server/jobs/jobs.server.ts')
const { updateDone } = await import('../../server/reading/queries.server.ts')

const KINDS = { first: 'page', second: 'page', talk: 'discussion', task: 'assignment', draft: 'page' } as const
const inDays = (days: number): string => new Date(Date.now() + days * 86_400_000).toISOString()
const words = (text: string): object => ({
  type: 'passage',
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
})

beforeAll(async () => {
  await prepareJobs()
  await makeSchool(pool)
  await transaction(async (db) => {
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    for (const id of Object.keys(KINDS)) await createDocument(db, 'course', id, `The ${id}`)
    await insertEntries(
      db,
      'course',
      Object.entries(KINDS).map(([id, kind]) => ({ id, parentId: 'unit', kind, title: `The ${id}`, documentId: id })),
    )
    await db.query(`update plan_entries set opens_at = $1 where id = 'draft'`, [inDays(2)])
    await db.query(`update plan_entries set settings = json_build_object('dueAt', $1::text) where id = 'task'`, [
      inDays(5),
    ])
    await db.query(`update plan_entries set settings = json_build_object('closesAt', $1::text) where id = 'talk'`, [
      inDays(40),
    ])
  })
  for (const id of ['first', 'second', 'talk', 'task']) {
    const done = await publish(id, 'author', { note: '', version: 0 })
    if (!done.ok) throw new Error(done.reason)
  }
})
afterAll(() => pool.end())

const waiting = async (personId = 'author', courseId: string | null = null) => {
  const found = await waitingFor(pool, personId, courseId, WAITING_KINDS)
  return Object.fromEntries(
    Object.entries(found).map(([kind, { lines }]) => [
      kind,
      lines.map(({ entryId, count, words: said }) => [entryId, count, said]),
    ]),
  )
}
const reader = async (personId: string, entryId: string) => {
  const who = await visitor(personId, entryId)
  return {
    place: who.place,
    person: { id: personId, name: who.name, email: '', isManager: false, colour: '#000000' },
    visit: { say: sayIn('en'), course: { course_id: 'course' } } as never,
  }
}

test('nothing but dates waits at first: what opens as a draft, and what is due within three weeks', async () => {
  expect(await waiting()).toEqual({
    ...{ handIns: [], posts: [], notHelped: [], findings: [], edited: [] },
    dates: [
      ['draft', 0, 'opens as draft'],
      ['task', 0, 'due'],
    ],
  })
})

test('an answer that was handed in, a post without a reply: they wait until somebody has answered', async () => {
  await handIn(await visitor('student', 'task'), words('One metre.'), [])
  await writePost(await visitor('student', 'talk'), { id: 'one', parentId: null, unsafeContent: words('How deep?') })
  const { handIns, posts } = await waiting()
  expect([handIns, posts]).toEqual([[['task', 1, '']], [['talk', 1, 'Test student']]])
  await writePost(await visitor('student', 'talk'), { id: 'two', parentId: 'one', unsafeContent: words('Me again.') })
  expect((await waiting()).posts).toHaveLength(1)
  await writePost(await visitor('author', 'talk'), { id: 'three', parentId: 'one', unsafeContent: words('Knee deep.') })
  await pool.query(`update submissions set returned_at = now(), comment = '{}', comment_html = 'x'`)
  const after = await waiting()
  expect([after.handIns, after.posts]).toEqual([[], []])
})

test('what was edited since it was published, and findings in what is published', async () => {
  await pool.query(`update documents set questions_changed_at = now() where id = 'second'`)
  await pool.query(`update documents set findings = 3 where id in ('second', 'draft')`)
  const found = await waiting()
  expect([found.edited!.map(([id]) => id), found.findings]).toEqual([['second'], [['second', 3, '']]])
})

test('what did not help waits with what is missing, without a name, until the next edition; authors are told', async () => {
  const who = await reader('student', 'first')
  await sayMissing(who, 'Too soon.')
  expect(await listMissing(pool, 'course')).toEqual([])
  await sayWhetherHelped(who, false)
  await sayMissing(who, 'Where does the\nwater go?')
  await sayMissing(who, 'Where does the\nwater go?')
  expect((await waiting()).notHelped).toEqual([['first', 1, 'Where does the\nwater go?']])
  expect(await listMissing(pool, 'course')).toEqual([
    { entryId: 'first', title: 'The first', words: 'Where does the\nwater go?' },
  ])
  const { rows } = await pool.query<{ payload: { words: string } }>(
    `select payload from graphile_worker._private_jobs where payload::text like '%water%'`,
  )
  expect(rows.map(({ payload }) => payload.words)).toEqual([
    'A reader misses something in “The first”: Where does the water go?',
  ])
  // Who says yes after all misses nothing any more.
  await sayWhetherHelped(who, true)
  expect([(await waiting()).notHelped, await listMissing(pool, 'course')]).toEqual([[], []])
})

test('others hear nothing of it: whoever writes no course, or another', async () => {
  for (const id of ['student', 'outsider', 'manager']) expect(Object.values(await waiting(id)).flat(), id).toEqual([])
  // A manager who looks at one course sees what waits there.
  expect((await waiting('manager', 'course')).dates).toHaveLength(2)
})

test('a student goes on after what was done last, hears what is due, and sees how far they are', async () => {
  const of = async () => studyingFor(pool, 'guest', ['course'], sayIn('en'))
  const begin = await of()
  expect([begin.goOn?.address, begin.goOn?.isBegun]).toEqual(['/read/course/first', false])
  expect(begin.due.map(({ address, words: said }) => [address, said.split(' · ')[0]])).toEqual([
    ['/read/course/task', 'assignment'],
    ['/read/course/talk', 'discussion'],
  ])
  expect(begin.progress).toEqual([{ id: 'course', done: '0000', words: '0 of 4 items done' }])
  await updateDone(pool, 'second', 'guest', true)
  const later = await of()
  expect([later.goOn?.address, later.goOn?.isBegun]).toEqual(['/read/course/talk', true])
  expect(later.progress[0]!.done).toBe('0100')
  for (const id of ['first', 'talk', 'task']) await updateDone(pool, id, 'guest', true)
  const end = await of()
  expect([end.goOn, end.due]).toEqual([null, []])
})
