import type { Database } from '../../../server/database/pool.server.ts'

/** A school with one course, made for tests alone: a manager, two authors, a student, a guest, and an outsider. */
export async function makeSchool(db: Database, passwordHash = 'none'): Promise<void> {
  const people = [
    ['manager', true],
    ['author', false],
    ['coauthor', false],
    ['student', false],
    ['guest', false],
    ['outsider', false],
  ] as const
  for (const [id, isManager] of people)
    await db.query(
      'insert into people (id, name, email, password_hash, is_manager, colour) values ($1, $2, $3, $4, $5, $6)',
      [id, `Test ${id}`, `${id}@test.example`, passwordHash, isManager, '#46586b'],
    )
  await db.query(`insert into courses (id, title) values ('course', 'Test course'), ('other', 'Other course')`)
  await db.query(
    `insert into memberships (course_id, person_id, role)
      values ('course', 'author', 'author'), ('course', 'coauthor', 'author'), ('course', 'student', 'student'),
      ('course', 'guest', 'guest'), ('other', 'outsider', 'author')`,
  )
}
