import { afterAll, beforeAll, expect, test, vi } from 'vitest'
import { readPage } from '../../core/html/read.ts'
import { cookieFor, type RunningApp, startApp } from './setup/app.ts'
import { countingProxy, type CountingProxy } from './setup/counting-proxy.ts'
import { useFreshDatabase } from './setup/database.ts'
import { CHOICE, say } from './setup/questions.ts'
import { makeSchool } from './setup/factories.ts'

/*
 * How often each screen asks the database: a small number that does not grow with the course. A list that asks once a
 * line is quick with three lines, and is found here.
 */
const url = await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { insertPublished } = await import('../../server/editions/publish.server.ts')
const { prepareJobs } = await import('../../server/jobs/jobs.server.ts')
const { readQuestion, written } = await import('../../server/questions/bank.server.ts')
const { insertQuestion } = await import('../../server/questions/queries.server.ts')
const { replaceExercise } = await import('../../server/exercises/queries.server.ts')

/** A course with everything in it, `size` of each. */
async function fill(courseId: string, size: number): Promise<void> {
  const page = readPage('<h1>Walls and frost</h1><p>Stones.</p>').page
  const id = (name: string, at: number | string = 0): string => `${courseId}-${name}-${at}`
  await transaction(async (db) => {
    const entry = async (
      name: string,
      kind: 'page' | 'discussion' | 'assignment' | 'exercise' | 'book' | 'chapter' | 'link' | 'note',
      parentId: string,
      at: number,
    ): Promise<void> => {
      await createDocument(db, courseId, id(name, at), page)
      await insertEntries(db, courseId, [{ id: id(name, at), parentId, kind, title: name, documentId: id(name, at) }])
      if (kind === 'exercise') {
        const questionId = id('question', at)
        const read = readQuestion(CHOICE)
        if (!read.ok) throw new Error(read.reason)
        await insertQuestion(db, courseId, null, 'author', written(questionId, `Question ${at}`, read.content))
        await replaceExercise(db, courseId, id(name, at), [{ questionId, points: 1 }])
      }
      const published = await insertPublished(db, id(name, at), 'author', { version: 0, page }, '', 1)
      if (!published.ok) throw new Error(published.reason)
      if (kind === 'page') await insertPublished(db, id(name, at), 'author', { version: 1, page }, 'again', 2)
    }
    await insertEntries(db, courseId, [
      { id: id('unit'), parentId: null, kind: 'unit', title: 'Unit', documentId: null },
    ])
    await insertEntries(db, courseId, [
      { id: id('lesson'), parentId: id('unit'), kind: 'lesson', title: 'Lesson', documentId: null },
    ])
    for (let at = 0; at < size; at++) {
      for (const kind of ['page', 'note', 'discussion', 'assignment', 'exercise', 'book', 'link'] as const)
        await entry(kind, kind, id('lesson'), at)
      await entry('chapter', 'chapter', id('book'), at)
      await db.query(
        `insert into posts (id, entry_id, root_id, person_id, content, html, words) values ($1, $2, $1, 'author', '{}', '<p>frost</p>', 'frost')`,
        [id('post', at), id('discussion')],
      )
      await db.query(
        `insert into posts (id, entry_id, parent_id, root_id, person_id, content, html, words) values ($1, $2, $3, $3, 'author', '{}', '<p>frost</p>', 'frost')`,
        [id('reply', at), id('discussion'), id('post', at)],
      )
      await db.query(
        `insert into submissions (entry_id, person_id, number, content, html, is_late) values ($1, 'student', $2, $3, '<p>done</p>', false)`,
        [id('assignment'), at + 1, JSON.stringify(say('done'))],
      )
      await db.query(
        `insert into attempts (id, entry_id, person_id, number, document_id, edition, seed, finished_at)
          values ($1, $2, 'student', $3, $2, 1, 7, now())`,
        [id('attempt', at), id('exercise'), at + 1],
      )
      await db.query(
        `insert into notices (person_id, course_id, entry_id, sort, words, address)
          values ('student', $1, $2, 'reply', 'new', '/')`,
        [courseId, id('page')],
      )
      await db.query(`insert into progress (entry_id, person_id, done_at) values ($1, 'student', now())`, [
        id('page', at),
      ])
    }
  })
}

let proxy: CountingProxy
let app: RunningApp
let cookies: Record<'student' | 'author', string>
beforeAll(async () => {
  await makeSchool(pool)
  await prepareJobs()
  await pool.query(`insert into courses (id, title) values ('small', 'Small'), ('large', 'Large')`)
  await pool.query(
    `insert into memberships select course, person, role
      from (values ('small'), ('large')) c (course), (values ('student', 'student'), ('author', 'author')) p (person,
      role)`,
  )
  await fill('small', 1)
  await fill('large', 30)
  proxy = await countingProxy(url)
  app = await startApp(proxy.url)
  // What an older renderer wrote is written anew when a process starts; that is no part of any screen.
  await vi.waitFor(
    async () =>
      expect(
        (await pool.query(`select 1 from graphile_worker.jobs where task_identifier = 'renew-renderings'`)).rowCount,
      ).toBe(0),
    { timeout: 30_000, interval: 200 },
  )
  await pool.end()
  cookies = { student: await cookieFor(url, app.port, 'student'), author: await cookieFor(url, app.port, 'author') }
})
afterAll(async () => {
  await app.stop()
  proxy.close()
})

async function asked(who: 'student' | 'author', path: string): Promise<string[]> {
  const get = async (): Promise<void> => {
    const response = await fetch(`${app.address}${path}`, { headers: { cookie: cookies[who] } })
    expect([path, response.status]).toEqual([path, 200])
    await response.text()
  }
  // Once before, for what is held in memory.
  await get()
  // What the process does besides (a job whose minute has come) can only add to a count: the least is the screen's own.
  const counts: string[][] = []
  while (counts.length < 3) {
    proxy.take()
    await get()
    counts.push(proxy.take())
  }
  return counts.reduce((least, count) => (count.length < least.length ? count : least))
}

/** Each screen, and how many statements it may take: session and page, and what it has besides. */
const SCREENS: readonly (readonly [who: 'student' | 'author', path: string, most: number])[] = [
  ['student', '/read/COURSE', 3],
  ['student', '/read/COURSE/COURSE-page-0', 2],
  ['student', '/read/COURSE/COURSE-chapter-0', 2],
  ['student', '/read/COURSE/COURSE-link-0', 2],
  ['student', '/read/COURSE/COURSE-book-0', 3],
  ['student', '/read/COURSE/COURSE-lesson-0', 3],
  ['student', '/read/COURSE/COURSE-unit-0', 3],
  ['student', '/read/COURSE/COURSE-exercise-0', 5],
  ['student', '/read/COURSE/COURSE-page-0/changes', 5],
  ['student', '/read/COURSE/search?words=frost', 4],
  ['student', '/read/COURSE/terms', 3],
  ['student', '/read/COURSE/mine', 3],
  ['student', '/discuss/COURSE/COURSE-discussion-0', 8],
  ['student', '/assignments/COURSE/COURSE-assignment-0', 5],
  ['student', '/notices', 4],
  ['student', '/', 7],
  ['author', '/', 8],
  ['author', '/courses/COURSE/plan', 6],
  ['author', '/courses/COURSE/items/COURSE-page-0', 12],
  ['author', '/courses/COURSE/questions', 8],
  ['author', '/courses/COURSE/questions/paper', 4],
  ['author', '/courses/COURSE/readers', 18],
  ['author', '/courses/COURSE/replace', 6],
  ['author', '/courses/COURSE/hand-ins/COURSE-assignment-0', 9],
]

test.each(SCREENS)('%s, %s: at most %i statements, however much there is', async (who, path, most) => {
  const small = await asked(who, path.replaceAll('COURSE', 'small'))
  const large = await asked(who, path.replaceAll('COURSE', 'large'))
  expect(large.length, large.join('\n---\n')).toBeLessThanOrEqual(small.length)
  expect(large.length, large.join('\n---\n')).toBeLessThanOrEqual(most)
  // The session at least was asked for: the way counts.
  expect(large.length).toBeGreaterThan(0)
})
