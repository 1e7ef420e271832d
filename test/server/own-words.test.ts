import { beforeAll, expect, test } from 'vitest'
import { MOST_OWN_WORDS } from '../../core/spelling/own-words.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()
const { pool } = await import('../../server/database/pool.server.ts')
const { deleteOwnWord, insertOwnWord, listOwnWords } = await import('../../server/spelling/queries.server.ts')
beforeAll(() => makeSchool(pool))

test('a word is in a list once; lists of persons and courses are apart', async () => {
  for (const word of ['smoot', 'hearting', 'smoot'])
    expect(await insertOwnWord(pool, 'course', 'course', word)).toBe(true)
  await insertOwnWord(pool, 'mine', 'author', 'smoot')
  expect(await listOwnWords(pool, 'course', 'author')).toEqual({ mine: ['smoot'], course: ['hearting', 'smoot'] })
  expect(await listOwnWords(pool, 'course', 'coauthor')).toEqual({ mine: [], course: ['hearting', 'smoot'] })
  await deleteOwnWord(pool, 'course', 'course', 'smoot')
  expect(await listOwnWords(pool, 'course', 'author')).toEqual({ mine: ['smoot'], course: ['hearting'] })
})

test('a full list takes no more, but goes on holding what it has', async () => {
  await pool.query(
    `insert into own_words (person_id, word) select 'author', 'w' || translate(i::text, '0123456789', 'abcdefghij')
      from generate_series(1, $1::int) i on conflict do nothing`,
    [MOST_OWN_WORDS],
  )
  expect(await insertOwnWord(pool, 'mine', 'author', 'another')).toBe(false)
  expect(await insertOwnWord(pool, 'mine', 'author', 'smoot')).toBe(true)
})

test('lists go with whose they are', async () => {
  await pool.query(`insert into courses (id, title) values ('brief', 'Brief')`)
  await insertOwnWord(pool, 'course', 'brief', 'smoot')
  await pool.query(`delete from courses where id = 'brief'`)
  expect((await listOwnWords(pool, 'brief', 'nobody')).course).toEqual([])
})
