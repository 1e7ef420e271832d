import { afterAll, beforeAll, expect, test } from 'vitest'
import { readPage } from '../../core/html/read.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { countFacts } = await import('../../server/documents/facts.server.ts')
const { currentTree } = await import('../../server/documents/trees.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')

beforeAll(() => makeSchool(pool))
afterAll(() => pool.end())

const findings = async (id: string): Promise<number> =>
  (await pool.query<{ findings: number }>('select findings from documents where id = $1', [id])).rows[0]!.findings
const recount = async (id: string): Promise<number> => {
  await countFacts(pool, id, (await currentTree(pool, id))!.page)
  return findings(id)
}

test('links to what is not in the course count as findings, but not while a book with links in it comes in', async () => {
  await transaction(async (db) => {
    const { page } = readPage('<h1>One</h1><p><a href="two">the second</a> and <a href="other">another</a></p>')
    await createDocument(db, 'course', 'one', page)
    await createDocument(db, 'course', 'two', 'Two')
    // A page of another course is none of this.
    await createDocument(db, 'other', 'other', 'Other')
    for (const course of ['course', 'other'])
      await insertEntries(db, course, [
        { id: `${course}-unit`, parentId: null, kind: 'unit', title: 'Unit', documentId: null },
      ])
    await insertEntries(db, 'other', [
      { id: 'other', parentId: 'other-unit', kind: 'page', title: 'Other', documentId: 'other' },
    ])
  })
  expect(await findings('one')).toBe(0)
  const entry = (id: string) => ({ id, parentId: 'course-unit', kind: 'page' as const, title: id, documentId: id })
  await insertEntries(pool, 'course', [entry('one'), entry('two')])
  expect(await recount('one')).toBe(1)
  await pool.query(`update plan_entries set deleted_at = now() where id = 'two'`)
  expect(await recount('one')).toBe(2)
})
