import { beforeAll, expect, test } from 'vitest'
import { MOST_FOUND, NOTHING_FOUND } from '../../core/finder/found.ts'
import { readPage } from '../../core/html/read.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'
import { CHOICE } from './setup/questions.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { findInCourse } = await import('../../server/finder/queries.server.ts')
const { insertDocument, insertSnapshot } = await import('../../server/documents/queries.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { publish } = await import('../../server/editions/publish.server.ts')

const AUTHOR = { id: 'author', isManager: false }

const PAGES = {
  walls: '<h1>Walls</h1><h2>Frost &amp; thaw</h2><p>x</p><h2>100% dry</h2><p>x</p>',
  draft: '<h1>Draft</h1><h2>Frost in a draft</h2><p>x</p>',
  many: `<h1>Many</h1>${'<h2>Stone</h2><p>x</p>'.repeat(30)}`,
}

beforeAll(async () => {
  await makeSchool(pool)
  await transaction(async (db) => {
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    for (const [id, html] of Object.entries(PAGES)) {
      await insertDocument(db, id, 'course', 0)
      await insertSnapshot(db, id, 0, SCHEMA_VERSION, JSON.stringify(readPage(html).page.toJSON()))
      await insertEntries(db, 'course', [{ id, parentId: 'unit', kind: 'page', title: id, documentId: id }])
    }
  })
  for (const id of ['walls', 'many']) await publish(id, 'author', { note: '', version: 0 })
})

test('people are found by parts of their names; those who are not in the course are not', async () => {
  const { rows } = await pool.query<{ name: string }>(`select name from people where id = 'author'`)
  const name = rows[0]!.name
  expect((await findInCourse(pool, 'course', name.slice(0, 6), AUTHOR)).people.map(({ id }) => id)).toContain('author')
  expect((await findInCourse(pool, 'course', 'outsider', AUTHOR)).people).toEqual([])
  expect(await findInCourse(pool, 'course', '  ', AUTHOR)).toEqual(NOTHING_FOUND)
})

test('headings are those of the newest editions, with their places; signs of patterns stand for themselves', async () => {
  expect((await findInCourse(pool, 'course', 'thaw frost', AUTHOR)).headings).toEqual([
    { entryId: 'walls', page: 'walls', text: 'Frost & thaw', place: 'frost-thaw' },
  ])
  expect((await findInCourse(pool, 'course', '0%', AUTHOR)).headings.map(({ text }) => text)).toEqual(['100% dry'])
  expect((await findInCourse(pool, 'course', '_', AUTHOR)).headings).toEqual([])
  await pool.query(`update plan_entries set deleted_at = now() where id = 'walls'`)
  expect((await findInCourse(pool, 'course', 'frost', AUTHOR)).headings).toEqual([])
})

test('no list is without an end', async () => {
  expect((await findInCourse(pool, 'course', 'stone', AUTHOR)).headings.length).toBe(MOST_FOUND)
})

test('questions of the bank are found by title and by what they ask; other courses are those one writes in', async () => {
  await pool.query(
    `insert into questions (id, course_id, title, kind, content, words, created_by, updated_by)
      values ('q', 'course', 'Ties', 'one', $1, 'Which stone', 'author', 'author'),
        ('gone', 'course', 'Ties of old', 'one', $1, '', 'author', 'author'),
        ('foreign', 'other', 'Ties elsewhere', 'one', $1, '', 'author', 'author')`,
    [JSON.stringify(CHOICE)],
  )
  await pool.query(`update questions set deleted_at = now() where id = 'gone'`)
  expect((await findInCourse(pool, 'course', 'ties', AUTHOR)).questions).toEqual([
    { id: 'q', title: 'Ties', words: 'Which stone' },
  ])
  expect((await findInCourse(pool, 'course', 'stone which', AUTHOR)).questions.map(({ id }) => id)).toEqual(['q'])
  const { rows } = await pool.query<{ title: string }>(`select title from courses where id = 'other'`)
  const others = (person: typeof AUTHOR) => findInCourse(pool, 'course', rows[0]!.title, person)
  expect((await others(AUTHOR)).courses).toEqual([])
  expect((await others({ id: 'manager', isManager: true })).courses.map(({ id }) => id)).toEqual(['other'])
  await pool.query(`insert into memberships (course_id, person_id, role) values ('other', 'author', 'student')`)
  expect((await others(AUTHOR)).courses, 'read, not written').toEqual([])
  await pool.query(`update memberships set role = 'author' where course_id = 'other' and person_id = 'author'`)
  expect((await others(AUTHOR)).courses.map(({ id }) => id)).toEqual(['other'])
})
