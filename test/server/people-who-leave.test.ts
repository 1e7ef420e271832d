import { afterAll, beforeAll, expect, test } from 'vitest'
import { readPage } from '../../core/html/read.ts'
import { cookieFor, type RunningApp, startApp, withClient } from './setup/app.ts'
import { useFreshDatabase } from './setup/database.ts'
import { CHOICE, say } from './setup/questions.ts'
import { makeSchool } from './setup/factories.ts'

/*
 * Posts stays when they leave a course, or the school. No list that they are in breaks for those who stay.
 */
const url = await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { insertPublished } = await import('../../server/editions/publish.server.ts')
const { readQuestion, written } = await import('../../server/questions/bank.server.ts')
const { insertQuestion } = await import('../../server/questions/queries.server.ts')
const { replaceExercise } = await import('../../server/exercises/queries.server.ts')

const page = readPage('<h1>Walls</h1><p>Frost lifts stones.</p>').page

let app: RunningApp
beforeAll(async () => {
  await makeSchool(pool)
  await transaction(async (db) => {
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    const read = readQuestion(CHOICE)
    if (!read.ok) throw new Error(read.reason)
    await insertQuestion(db, 'course', null, 'coauthor', written('q', 'Question', read.content))
    for (const kind of ['page', 'discussion', 'assignment', 'exercise'] as const) {
      await createDocument(db, 'course', kind, page)
      await insertEntries(db, 'course', [{ id: kind, parentId: 'unit', kind, title: kind, documentId: kind }])
      if (kind === 'exercise') await replaceExercise(db, 'course', 'exercise', [{ questionId: 'q', points: 1 }])
      const published = await insertPublished(db, kind, 'coauthor', { version: 0, page }, '', 1)
      if (!published.ok) throw new Error(published.reason)
    }
    await db.query(
      `insert into batches (document_id, id, base, version, person_id, client_id, schema_version, steps)
        values ('page', 'b', 0, 1, 'coauthor', 'c', 1,
        '[{"stepType":"replace","from":8,"to":8,"slice":{"content":[{"type":"text","text":"More. "}]}}]')`,
    )
    await db.query(
      `insert into posts (id, entry_id, root_id, person_id, content, html, words, search, hidden_at, hidden_by, hidden_reason) values
      ('p1', 'discussion', 'p1', 'student', $1, '<p>frost</p>', 'frost of a student', search_words('course', 'en', '', 'frost of a student'), null, null, null),
      ('p2', 'discussion', 'p2', 'coauthor', $1, '<p>frost</p>', 'frost', search_words('course', 'en', '', 'frost'), now(), 'coauthor', 'Not here.'),
      ('p3', 'page', 'p3', 'student', $1, '<p>frost</p>', 'frost', search_words('course', 'en', '', 'frost'), null, null, null)`,
      [JSON.stringify(say('frost'))],
    )
    await db.query(
      `insert into submissions (entry_id, person_id, number, content, html, is_late, comment, comment_html, returned_at, returned_by) values ('assignment', 'student', 1, $1, '<p>done</p>', false, $1, '<p>well</p>', now(), 'coauthor')`,
      [JSON.stringify(say('done'))],
    )
    await db.query(
      `insert into attempts (id, entry_id, person_id, number, document_id, edition, seed, finished_at)
        values ('a', 'exercise', 'student', 1, 'exercise', 1, 7, now())`,
    )
    await db.query(
      `insert into attempt_answers (attempt_id, question_id, given, share, tries) values ('a', 'q', '["a"]', 1, 1)`,
    )
    await db.query(`insert into progress (entry_id, person_id, done_at) values ('page', 'student', now())`)
    await db.query(`insert into votes (entry_id, person_id, did_help) values ('page', 'student', false)`)
    await db.query(
      `insert into templates (id, course_id, person_id, reach, name, description, kind, schema_version, content)
        values ('t', 'course', 'coauthor', 'everyone', 'Diary', '', 'page', 1, $1)`,
      [JSON.stringify(page.toJSON())],
    )
    await db.query(
      `insert into transfers (id, course_id, person_id, direction, format, entry_id, manner, name, state)
        values ('x', 'course', 'coauthor', 'out', 'epub', 'page', 'published', 'Walls', 'failed')`,
    )
    await db.query(
      `insert into set_aside (id, document_id, person_id, reason, words, content)
        values ('s', 'page', 'coauthor', 'mine', 'x', '{"content":[{"type":"paragraph"}]}')`,
    )
    await db.query(`insert into audit (person_id, act, about, address) values ('coauthor', 'export', 'x', '127.0.0.1')`)
  })
  await pool.end()
  app = await startApp(url)
})
afterAll(() => app.stop())

const SCREENS: readonly (readonly [who: string, path: string, shows: string])[] = [
  ['author', '/courses/course/plan', 'Edited since'],
  ['author', '/courses/course/items/page', 'Walls'],
  ['author', '/courses/course/readers', ''],
  ['author', '/courses/course/questions', 'Question'],
  ['author', '/courses/course/hand-ins/assignment', ''],
  ['author', '/courses/course/hand-ins/assignment?of=student', ''],
  ['author', '/courses/course/templates', 'Diary'],
  ['author', '/courses/course/transfers', 'Walls'],
  ['author', '/documents/page/past', 'Test coauthor'],
  ['author', '/documents/page/past/1', 'More.'],
  ['author', '/documents/page/edition-list', 'Test coauthor'],
  ['author', '/documents/page/set-aside', '"s"'],
  ['author', '/documents/page/log?since=0&page=true', 'More.'],
  ['guest', '/read/course', 'Walls'],
  ['guest', '/read/course/page', '1 comment'],
  ['guest', '/read/course/search?words=frost', 'Test student'],
  ['guest', '/discuss/course/discussion', 'Test student'],
  ['guest', '/discuss/course/discussion?post=p1', 'Test student'],
  ['author', '/discuss/course/discussion', 'Not here.'],
  ['guest', '/discuss/course/discussion/posts', 'Test student'],
  ['guest', '/discuss/course/page', 'Test student'],
  ['manager', '/audit', 'Test coauthor'],
]

test.each(['members', 'no longer members', 'deleted'] as const)('who wrote are %s', async (standing) => {
  if (standing === 'no longer members')
    await withClient(url, (client) =>
      client.query(`delete from memberships where person_id in ('student', 'coauthor')`),
    )
  if (standing === 'deleted')
    await withClient(url, (client) =>
      client.query(`update people set deleted_at = now() where id in ('student', 'coauthor')`),
    )
  for (const [who, path, shows] of SCREENS) {
    const response = await fetch(app.address + path, { headers: { cookie: await cookieFor(url, app.port, who) } })
    expect([path, response.status]).toEqual([path, 200])
    expect([path, (await response.text()).includes(shows)]).toEqual([path, true])
  }
})
