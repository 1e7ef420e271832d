import { afterAll, beforeAll, expect, test } from 'vitest'
import { cookieFor, type RunningApp, startApp } from './setup/app.ts'
import { makeSchool } from './setup/factories.ts'
import { useFreshDatabase } from './setup/database.ts'

const url = await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { publish } = await import('../../server/editions/publish.server.ts')
const { countStudents, listItemReadings, listStudentReadings } = await import('../../server/readers/queries.server.ts')

const STUDENTS = 3000
let app: RunningApp

beforeAll(async () => {
  await makeSchool(pool)
  await pool.query(
    `insert into people (id, name, email, password_hash, colour) select 's' || n, 'Student ' || lpad(n::text, 5, '0'),
      's' || n || '@test.example', 'none', '#46586b' from generate_series(1, $1::int) as n`,
    [STUDENTS],
  )
  await pool.query(
    `insert into memberships select 'course', 's' || n, 'student' from generate_series(1, $1::int) as n`,
    [STUDENTS],
  )
  await transaction(async (db) => {
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    for (const id of ['one', 'two']) await createDocument(db, 'course', id, id)
    await insertEntries(
      db,
      'course',
      ['one', 'two'].map((id) => ({ id, parentId: 'unit', kind: 'page' as const, title: id, documentId: id })),
    )
  })
  for (const id of ['one', 'two']) await publish(id, 'author', { note: '', version: 0 })
  await pool.query(
    `insert into progress (entry_id, person_id, done_at) select 'two', 's' || n, now()
      from generate_series(1, 500) as n`,
  )
  // What students do in other courses is none of this one's.
  await pool.query(
    `insert into plan_entries (id, course_id, kind, title, position) values ('far', 'other', 'unit', 'Far', 0)`,
  )
  await pool.query(
    `insert into progress (entry_id, person_id, done_at) select 'far', 's' || n, now()
      from generate_series(1, 100) as n`,
  )
  app = await startApp(url)
})
afterAll(async () => {
  await app.stop()
  await pool.end()
})

test('students come in parts, by name, with what they did in this course alone', async () => {
  const page = await listStudentReadings(pool, 'course', { words: '', skip: 29, most: 2 })
  expect(page.map(({ name, done }) => [name, done])).toEqual([
    ['Student 00030', ['two']],
    ['Student 00031', ['two']],
  ])
  expect(
    (await listStudentReadings(pool, 'course', { words: '002', skip: 0, most: 500 })).every(({ name }) =>
      name.includes('002'),
    ),
  ).toBe(true)
  // A sign of the pattern language is a letter of a name like any other.
  expect(await listStudentReadings(pool, 'course', { words: '%', skip: 0, most: 5 })).toEqual([])
  expect(await countStudents(pool, 'course', '00030')).toEqual({ all: STUDENTS + 1, found: 1 })
  expect((await listItemReadings(pool, 'course')).map(({ id, done }) => [id, done]).sort()).toEqual([
    ['one', 0],
    ['two', 500],
  ])
})

test('the screen answers in parts under 100 kB, whoever is looked for', async () => {
  const cookie = await cookieFor(url, app.port, 'author')
  for (const query of ['', '?from=2970', '?name=0042', '?from=x&name=%00', '?from=999999']) {
    const response = await fetch(`${app.address}/courses/course/readers${query}`, { headers: { cookie } })
    const text = await response.text()
    expect(response.status, query).toBe(200)
    expect(text.length, query).toBeLessThan(100_000)
  }
  expect(
    await (await fetch(`${app.address}/courses/course/readers?from=2970`, { headers: { cookie } })).text(),
  ).toContain('Student 03000')
})
