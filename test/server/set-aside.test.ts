import { afterAll, beforeAll, expect, test } from 'vitest'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertSetAside, listSetAside } = await import('../../server/documents/queries.server.ts')

beforeAll(async () => {
  await makeSchool(pool)
  await transaction((db) => createDocument(db, 'course', 'page', 'Page'))
})
afterAll(() => pool.end())

const passage = (id: string): { id: string; reason: string; content: unknown; words: string } => ({
  id,
  reason: 'mine',
  content: {},
  words: `Words of ${id}`,
})

test('passages kept at once stay in their order; one that is sent twice is kept once', async () => {
  await insertSetAside(pool, 'page', 'author', ['c', 'a', 'b'].map(passage))
  await insertSetAside(pool, 'page', 'author', ['b', 'd'].map(passage))
  await insertSetAside(pool, 'page', 'author', [])
  expect((await listSetAside(pool, 'page')).map(({ id, words }) => [id, words])).toEqual(
    ['c', 'a', 'b', 'd'].map((id) => [id, `Words of ${id}`]),
  )
})
