import { beforeAll, expect, test } from 'vitest'
import { readPage } from '../../core/html/read.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries } = await import('../../server/plan/queries.server.ts')
const { prepareJobs } = await import('../../server/jobs/jobs.server.ts')
const { publish } = await import('../../server/editions/publish.server.ts')
const { renewRenderings } = await import('../../server/renderings/renew.server.ts')
const { hasTerms, listTerms } = await import('../../server/reading/terms.server.ts')

const PAGE =
  '<h1>Words</h1><p>A <dfn data-definition="A long stone.">through</dfn>, a <dfn data-definition="The lean.">batter</dfn>.</p>'

beforeAll(async () => {
  await makeSchool(pool)
  await prepareJobs()
  await transaction(async (db) => {
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    for (const id of ['open', 'draft', 'hidden']) {
      await createDocument(db, 'course', id, readPage(PAGE.replace('Words', id)).page)
      await insertEntries(db, 'course', [{ id, parentId: 'unit', kind: 'page', title: id, documentId: id }])
    }
  })
  for (const id of ['open', 'hidden']) await publish(id, 'author', { note: '', version: 0 })
})

test('the terms of what is published and may be opened are listed, of the newest edition, and no more than asked', async () => {
  const listed = await listTerms(pool, 'course', ['open', 'draft'])
  expect(listed.map(({ entryId, term, definition }) => [entryId, term, definition])).toEqual([
    ['open', 'batter', 'The lean.'],
    ['open', 'through', 'A long stone.'],
  ])
  expect(await listTerms(pool, 'other', ['open'])).toEqual([])
  const asked = [
    hasTerms(pool, 'course', ['open', 'draft']),
    hasTerms(pool, 'course', ['draft']),
    hasTerms(pool, 'other', ['open']),
  ]
  expect(await Promise.all(asked)).toEqual([true, false, false])
  expect(await listTerms(pool, 'course', ['open', 'hidden'], 2)).toHaveLength(3)
})

test('what an older version published gets its terms when it is rendered anew', async () => {
  await pool.query(`update editions set renderer = 1, terms = '[]' where document_id = 'hidden'`)
  expect(await listTerms(pool, 'course', ['hidden'])).toEqual([])
  await renewRenderings()
  expect((await listTerms(pool, 'course', ['hidden'])).map(({ term }) => term)).toEqual(['batter', 'through'])
})
