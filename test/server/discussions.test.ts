import { beforeAll, expect, test } from 'vitest'
import { makeSchool } from './setup/factories.ts'
import { doJobs } from './setup/jobs.ts'
import { visitor } from './setup/visitor.ts'
import { useFreshDatabase } from './setup/database.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { publish } = await import('../../server/editions/publish.server.ts')
const { actOnPost, mustPostFirst, readThread, readThreadOf, readThreads, rewritePost, writePost } =
  await import('../../server/discussions/discussion.server.ts')
const { readSettings } = await import('../../core/plan/settings.ts')
const { updateSettings } = await import('../../server/plan/queries.server.ts')
const { listNotices } = await import('../../server/notices/queries.server.ts')
const { updateFollow } = await import('../../server/discussions/queries.server.ts')
const { prepareJobs } = await import('../../server/jobs/jobs.server.ts')

const words = (text: string): object => ({
  type: 'passage',
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
})

const as = (personId: string, entryId = 'talk') => visitor(personId, entryId)
const write = async (personId: string, id: string, parentId: string | null = null, text = `words of ${id}`) =>
  writePost(await as(personId), { id, parentId, unsafeContent: words(text) })
const set = (settings: object) => updateSettings(pool, 'course', 'talk', null, readSettings(settings))

beforeAll(async () => {
  await makeSchool(pool)
  await prepareJobs()
  await transaction(async (db) => {
    await createDocument(db, 'course', 'talk', 'Gaps')
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    await insertEntries(db, 'course', [
      { id: 'talk', parentId: 'unit', kind: 'discussion', title: 'Gaps', documentId: 'talk' },
    ])
  })
  await publish('talk', 'author', { note: '', version: 0 })
})

test('posts stand in threads; sent twice they are written once; whoever follows is told, whoever wrote is not', async () => {
  await updateFollow(pool, 'talk', 'author', true)
  expect(await write('student', 'one')).toMatchObject({ ok: true, post: { id: 'one', isMine: true, replies: 0 } })
  expect(await write('student', 'one')).toMatchObject({ ok: true })
  expect(await write('author', 'two', 'one')).toMatchObject({ ok: true, post: { rootId: 'one', isAuthor: true } })
  expect(await write('student', 'three', 'two')).toMatchObject({ ok: true, post: { rootId: 'one', parentId: 'two' } })
  const { threads } = await readThreads(await as('guest'), null)
  expect(threads.map(({ post, replies }) => [post.id, post.replies, replies.map(({ id }) => id)])).toEqual([
    ['one', 2, ['two', 'three']],
  ])
  await doJobs('tell')
  expect((await listNotices(pool, 'author')).map(({ words: told }) => told)).toEqual([
    'Test student wrote in “Gaps”: words of three',
    'Test student wrote in “Gaps”: words of one',
  ])
  expect((await listNotices(pool, 'student')).map(({ words: told }) => told)).toEqual([
    'Test author wrote in “Gaps”: words of two',
  ])
  expect(
    (
      await pool.query(
        `select done_at is not null as done from progress where entry_id = 'talk' and person_id = 'student'`,
      )
    ).rows,
  ).toEqual([{ done: true }])
})

test('only authors mark, lock and hide; what is hidden says why and is kept from others', async () => {
  for (const act of ['helpful', 'lock', 'show'] as const)
    expect(await actOnPost(await as('student'), 'two', { act })).toMatchObject({
      ok: false,
      reason: 'Only authors of the course do that.',
    })
  expect(await actOnPost(await as('author'), 'three', { act: 'helpful' })).toMatchObject({
    ok: true,
    post: { isHelpful: true },
  })
  expect(await actOnPost(await as('author'), 'three', { act: 'hide', reason: 'Names a neighbour.' })).toMatchObject({
    ok: true,
  })
  const seenBy = async (personId: string) =>
    (await readThread(await as(personId), 'one'))!.replies.find(({ id }) => id === 'three')!
  expect(await seenBy('guest')).toMatchObject({ html: '', hiddenReason: 'Names a neighbour.', hiddenBy: 'Test author' })
  expect(JSON.stringify(await seenBy('guest'))).not.toContain('words of three')
  expect((await seenBy('student')).html).toContain('words of three')
  expect(await write('student', 'four', 'three')).toMatchObject({
    ok: false,
    reason: expect.stringContaining('hidden'),
  })
  expect(await rewritePost(await as('student'), 'three', words('again'))).toMatchObject({ ok: false })
  expect(await actOnPost(await as('author'), 'three', { act: 'show' })).toMatchObject({
    ok: true,
    post: { hiddenReason: null },
  })
})

test('a locked thread, a locked or closed discussion, a guest: nobody writes, and is told why', async () => {
  await actOnPost(await as('author'), 'one', { act: 'lock' })
  expect(await write('student', 'five', 'two')).toMatchObject({
    ok: false,
    reason: expect.stringContaining('This thread is locked'),
  })
  expect(await write('author', 'six', 'two')).toMatchObject({ ok: true })
  await actOnPost(await as('author'), 'one', { act: 'unlock' })
  await set({ isLocked: true })
  expect(await write('student', 'seven')).toMatchObject({ ok: false, reason: expect.stringContaining('locked') })
  await set({ closesAt: '2020-01-01T00:00:00.000Z' })
  expect(await write('student', 'seven')).toMatchObject({ ok: false, reason: expect.stringContaining('closed') })
  await set({})
  expect(await write('guest', 'seven')).toMatchObject({ ok: false, reason: expect.stringContaining('guest') })
  expect(await write('student', 'seven', 'nothing')).toMatchObject({
    ok: false,
    reason: expect.stringContaining('no longer there'),
  })
})

test('post first: others’ words come after one’s own', async () => {
  await set({ postFirst: true })
  const newcomer = await as('coauthor')
  const student = { ...newcomer, isAuthor: false, mayTakePart: true }
  expect(await mustPostFirst(student)).toBe(true)
  expect(await readThreads(student, null)).toEqual({ threads: [], hasMore: false })
  expect(await readThread(student, 'one')).toBeNull()
  expect(await writePost(student, { id: 'eight', parentId: 'one', unsafeContent: words('x') })).toMatchObject({
    ok: false,
    reason: 'Write a post of your own first.',
  })
  expect(await writePost(student, { id: 'eight', parentId: null, unsafeContent: words('mine') })).toMatchObject({
    ok: true,
  })
  expect((await readThreads(student, null)).threads.map(({ post }) => post.id)).toEqual(['eight', 'one'])
  await set({})
})

test('one’s own post is changed and taken back; a thread stays while others answer in it', async () => {
  expect(await rewritePost(await as('student'), 'two', words('x'))).toMatchObject({ ok: false })
  expect(await rewritePost(await as('student'), 'one', words('better'))).toMatchObject({
    ok: true,
    post: { html: '<p>better</p>', editedAt: expect.any(String) },
  })
  expect(await rewritePost(await as('student'), 'one', words(' '))).toMatchObject({ ok: false })
  expect(await actOnPost(await as('author'), 'one', { act: 'take back' })).toMatchObject({
    ok: false,
    reason: expect.stringContaining('the person who wrote'),
  })
  expect(await actOnPost(await as('student'), 'one', { act: 'take back' })).toMatchObject({
    ok: true,
    post: { html: '', isDeleted: true },
  })
  expect((await readThreads(await as('guest'), null)).threads.map(({ post }) => post.id)).toEqual(['eight', 'one'])
  // Taken back by mistake: whoever wrote it, and nobody else, brings it back.
  expect(await actOnPost(await as('author'), 'one', { act: 'bring back' })).toMatchObject({
    ok: false,
    reason: expect.stringContaining('the person who wrote'),
  })
  expect(await actOnPost(await as('student'), 'one', { act: 'bring back' })).toMatchObject({
    ok: true,
    post: { html: '<p>better</p>', isDeleted: false },
  })
  expect(await actOnPost(await as('student'), 'one', { act: 'bring back' })).toMatchObject({ ok: false })
  expect(await actOnPost(await as('student'), 'one', { act: 'take back' })).toMatchObject({ ok: true })
})

test('a long thread comes in parts from its end, and whole from the post one is sent to', async () => {
  await pool.query(
    `insert into posts (id, entry_id, root_id, person_id, content, html, words, created_at)
      values ('long', 'talk', 'long', 'author', '{}', 'x', 'x', now() - interval '2 days')`,
  )
  await pool.query(
    `insert into posts (id, entry_id, parent_id, root_id, person_id, content, html, words,
      created_at) select 'long-' || n, 'talk', 'long', 'long', 'author', '{}', 'x', 'x',
      now() - interval '1 day' + n * interval '1 second' from generate_series(1, 600) n`,
  )
  const guest = await as('guest')
  const ids = async (more: Parameters<typeof readThread>[2]): Promise<string[]> =>
    (await readThread(guest, 'long', more))!.replies.map(({ id }) => id)
  const last = await ids({})
  expect([last.length, last[0], last.at(-1)]).toEqual([50, 'long-551', 'long-600'])
  const before = await ids({ beforeId: 'long-551' })
  expect([before.length, before[0], before.at(-1)]).toEqual([50, 'long-501', 'long-550'])
  const from = (await readThreadOf(guest, 'long-590'))!
  expect([from.post.replies, from.replies.length, from.replies[0]!.id]).toEqual([600, 11, 'long-590'])
  // Older than so many answers: as many as come at once, still to the end.
  const old = (await readThreadOf(guest, 'long-3'))!.replies
  expect([old.length, old.at(-1)!.id]).toEqual([500, 'long-600'])
  expect(await readThreadOf(guest, 'nowhere')).toBeNull()
  await set({ postFirst: true })
  expect(await readThreadOf(await as('guest'), 'long-590')).toBeNull()
  await set({})
  await pool.query(`delete from posts where root_id = 'long'`)
})

/* Places where script is known to hide (OWASP, "XSS Filter Evasion Cheat Sheet"; from memory). */
test.each([
  '<script>alert(1)</script>',
  '<img src=x onerror=alert(1)>',
  '"><svg/onload=alert(1)>',
  '<iframe srcdoc="<script>alert(1)</script>">',
  '<a href="jav&#x09;ascript:alert(1)">x</a>',
  '<math><mi//xlink:href="data:x,<script>alert(1)</script>">',
  '<style>@import "javascript:alert(1)"</style>',
  '<details open ontoggle=alert(1)>',
])('%s is words in a post, never markup', async (text) => {
  const result = await writePost(await as('student'), {
    id: `evil-${text.length}`,
    parentId: null,
    unsafeContent: words(text),
  })
  expect(result.ok && result.post.html.replace(/^<p>|<\/p>$/g, '')).not.toContain('<')
})

test('threads come twenty at a time, in one order', async () => {
  for (let at = 0; at < 45; at++)
    await pool.query(
      `insert into posts (id, entry_id, root_id, person_id, content, html, words, created_at)
        values ($1, 'talk', $1, 'student', '{}', '', '', timestamptz '2020-01-01' + $2 * interval '1 minute')`,
      [`old-${at}`, Math.floor(at / 3)],
    )
  const ids: string[] = []
  for (let before: string | null = null, more = true; more;) {
    const { threads, hasMore } = await readThreads(await as('guest'), before)
    expect(threads.length).toBeLessThanOrEqual(20)
    ids.push(...threads.map(({ post }) => post.id))
    before = ids.at(-1) ?? null
    more = hasMore
  }
  expect(ids.filter((id) => id.startsWith('old-'))).toHaveLength(45)
  expect(new Set(ids).size).toBe(ids.length)
})

test('a discussion is read although a poster is no longer in the course, or is gone from the school', async () => {
  await write('student', 'left-behind')
  await write('coauthor', 'of-a-coauthor')
  await pool.query(`delete from memberships where person_id in ('student', 'coauthor')`)
  await pool.query(`update people set deleted_at = now() where id = 'coauthor'`)
  const { threads } = await readThreads(await as('guest'), null)
  expect(threads.find(({ post }) => post.id === 'left-behind')?.post).toMatchObject({
    person: 'Test student',
    isAuthor: false,
  })
  expect(threads.find(({ post }) => post.id === 'of-a-coauthor')?.post).toMatchObject({ person: 'Test coauthor' })
  expect((await readThread(await as('guest'), 'left-behind'))?.post.html).toContain('words of left-behind')
})
