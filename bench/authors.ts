import { cookieFor } from '../test/server/setup/app.ts'

/**
 * So many authors of a course, each a person of their own, signed in: what one person may do in a minute is limited.
 * Gives back their cookies.
 */
export async function signedInAuthors(url: string, port: number, courseId: string, count: number): Promise<string[]> {
  const { pool } = await import('../server/database/pool.server.ts')
  const ids = Array.from({ length: count }, (_, at) => `${courseId}-author-${at}`)
  await pool.query(
    `insert into people (id, name, email, password_hash, colour) select id, id, id || '@bench.example', 'none',
      '#46586b' from unnest($1::text[]) as id`,
    [ids],
  )
  await pool.query(
    `insert into memberships (course_id, person_id, role) select $1::text, id, 'author' from unnest($2::text[]) as id`,
    [courseId, ids],
  )
  return Promise.all(ids.map((id) => cookieFor(url, port, id)))
}
