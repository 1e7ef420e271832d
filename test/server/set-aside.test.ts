import { afterAll, beforeAll, expect, test } from 'vitest'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertSetAside, listSetAside, settleSetAside, unsettleSetAside } =
  await import('../../server/documents/queries.server.ts')

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

test('what was left out says what it lost; several are decided about at once, and had back at once', async () => {
  const listed = async () => (await listSetAside(pool, 'other')).map(({ id, reason, told }) => [id, reason, told])
  await transaction((db) => createDocument(db, 'course', 'other', 'Other'))
  await insertSetAside(pool, 'other', 'author', [
    { ...passage('left-1'), reason: 'left out', told: 'This block lost its border.' },
    { ...passage('left-2'), reason: 'left out', told: 'A comment was left out.' },
    passage('stays'),
  ])
  // Somebody’s words come first, whenever they came.
  const all = [
    ['stays', 'mine', ''],
    ['left-1', 'left out', 'This block lost its border.'],
    ['left-2', 'left out', 'A comment was left out.'],
  ]
  expect(await listed()).toEqual(all)
  // Of another page nothing is settled.
  await settleSetAside(pool, 'page', ['left-1', 'stays'], 'author')
  expect(await listed()).toEqual(all)
  await settleSetAside(pool, 'other', ['left-1', 'left-2'], 'author')
  expect(await listed()).toEqual([['stays', 'mine', '']])
  await unsettleSetAside(pool, 'other', ['left-2'])
  expect((await listed()).map(([id]) => id)).toEqual(['stays', 'left-2'])
})
