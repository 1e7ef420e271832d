import { MOST_OWN_WORDS, type OwnList, type OwnWords } from '../../core/spelling/own-words.ts'
import type { Database } from '../database/pool.server.ts'

/** The own words of a person and of a course. */
export async function listOwnWords(db: Database, courseId: string, personId: string): Promise<OwnWords> {
  const { rows } = await db.query<{ word: string; isMine: boolean }>(
    `select word, person_id is not null as "isMine" from own_words
      where course_id = $1::text or person_id = $2::text order by word`,
    [courseId, personId],
  )
  return {
    mine: rows.filter(({ isMine }) => isMine).map(({ word }) => word),
    course: rows.filter(({ isMine }) => !isMine).map(({ word }) => word),
  }
}

/** Takes a word into a list; false when the list is full. A word that is there already stays. */
export async function insertOwnWord(db: Database, list: OwnList, ownerId: string, word: string): Promise<boolean> {
  const column = COLUMNS[list]
  const { rowCount } = await db.query(
    `insert into own_words (${column}, word) select $1::text, $2::text
      where (select count(*) from own_words where ${column} = $1::text) < $3::int
     on conflict do nothing`,
    [ownerId, word, MOST_OWN_WORDS],
  )
  if (rowCount) return true
  const { rows } = await db.query(`select 1 from own_words where ${column} = $1::text and word = $2::text`, [
    ownerId,
    word,
  ])
  return rows.length > 0
}

export async function deleteOwnWord(db: Database, list: OwnList, ownerId: string, word: string): Promise<void> {
  await db.query(`delete from own_words where ${COLUMNS[list]} = $1::text and word = $2::text`, [ownerId, word])
}

const COLUMNS: Readonly<Record<OwnList, string>> = { mine: 'person_id', course: 'course_id' }
