import { RENDERER_VERSION } from '../core/html/render.ts'
import { SCHEMA_VERSION } from '../core/kinds/upgrades.ts'
import { readPage } from '../core/html/read.ts'
import { renderPage } from '../core/html/render.ts'
import { plainText } from '../core/document/plain-text.ts'
import { emptyPassage } from '../core/document/empty-passage.ts'
import type { Database } from '../server/database/pool.server.ts'
import { longPage } from './html.ts'

/** How large a school is. */
export interface SchoolSize {
  readonly courses: number
  readonly people: number
  readonly posts: number
  readonly notices: number
}

/** A large school (a guess at one of a region: as many courses, people, posts and notices as are said). */
export const LARGE: SchoolSize = { courses: 300, people: 20_000, posts: 100_000, notices: 445_000 }

/**
 * A course of so many pages in units of 45 and lessons of 15, each page published: `NAME-page-0` and on. Written in the
 * database itself; what is there already stays, so that it can be run again after it was stopped.
 */
export async function seedCourse(db: Database, name: string, pages: number, words = 150): Promise<void> {
  const { page } = readPage(longPage(words * 6))
  const { title, segments, headings } = renderPage(page)
  await db.query(`insert into courses (id, title) values ($1, $1) on conflict do nothing`, [name])
  await db.query(
    `insert into plan_entries (id, course_id, kind, title, position) select $1::text || '-unit-' || n, $1::text, 'unit',
      'Unit ' || n, n from generate_series(0, ceil($2::int / 45.0)::int - 1) n on conflict do nothing`,
    [name, pages],
  )
  await db.query(
    `insert into plan_entries (id, course_id, parent_id, kind, title, position) select $1::text || '-lesson-' || n,
      $1::text, $1::text || '-unit-' || n / 3, 'lesson', 'Lesson ' || n, n
      from generate_series(0, ceil($2::int / 15.0)::int - 1) n on conflict do nothing`,
    [name, pages],
  )
  await db.query(
    `insert into documents (id, course_id) select $1::text || '-page-' || n, $1::text
      from generate_series(0, $2::int - 1) n on conflict do nothing`,
    [name, pages],
  )
  await db.query(
    `insert into plan_entries (id, course_id, parent_id, kind, title, position,
      document_id) select $1::text || '-page-' || n, $1::text, $1::text || '-lesson-' || n / 15, 'page', 'Page ' || n,
      n, $1::text || '-page-' || n from generate_series(0, $2::int - 1) n on conflict do nothing`,
    [name, pages],
  )
  await db.query(
    `insert into editions (document_id, number, version, schema_version, renderer, title, note, words, words_text,
      content, segments, headings, published_by, players, search)
     select $1::text || '-page-' || n, 1, 0, ${SCHEMA_VERSION}, ${RENDERER_VERSION}, $3::text, '', $4::int, $5::text, $6::json, $7::json, $8::json,
       'author', '{}', search_words($1::text, 'en', $3::text || ' ' || n, $5::text)
       from generate_series(0, $2::int - 1) n on conflict do nothing`,
    [
      name,
      pages,
      title,
      words,
      plainText(page.content),
      JSON.stringify(page.toJSON()),
      JSON.stringify(segments),
      JSON.stringify(headings),
    ],
  )
}

/**
 * Fills a database with a school of this size, part by part: stopped, it goes on where it was. `say` hears how far it
 * is.
 */
export async function seedSchool(
  db: Database,
  size: SchoolSize,
  say: (words: string) => void = () => undefined,
): Promise<void> {
  const PART = 10_000
  for (let from = 1; from <= size.people; from += PART)
    await db.query(
      `insert into people (id, name, email, password_hash, colour) select 'p' || n, 'Person ' || n,
        'p' || n || '@test.example', 'none', '#46586b' from generate_series($1::int, $2::int) n on conflict do nothing`,
      [from, Math.min(size.people, from + PART - 1)],
    )
  say(`${size.people} people`)
  for (let at = 0; at < size.courses; at++) await seedCourse(db, `school-${at}`, 60)
  say(`${size.courses} courses`)
  await db.query(
    `insert into memberships (course_id, person_id, role) select 'school-' || (n + k * 37) % $2::int, 'p' || n,
      'student' from generate_series(1, $1::int) n, generate_series(0, 3) k on conflict do nothing`,
    [size.people, size.courses],
  )
  for (let from = 1; from <= size.posts; from += PART) {
    await db.query(
      `insert into posts (id, entry_id, root_id, person_id, content, html, words, created_at, search)
       select 'post-' || n, 'school-' || n % $3::int || '-page-' || n % 60, 'post-' || n, 'p' || 1 + n % $4::int, $5::json, '<p>A post about stone</p>', 'A post about stone, number ' || n, now() - n * interval '1 minute',
         search_words('school-' || n % $3::int, 'en', '', 'A post about stone, number ' || n) from generate_series($1::int, $2::int) n on conflict do nothing`,
      [from, Math.min(size.posts, from + PART - 1), size.courses, size.people, JSON.stringify(emptyPassage)],
    )
  }
  say(`${size.posts} posts`)
  for (let from = 1; from <= size.notices; from += PART * 5)
    await db.query(
      `insert into notices (person_id, course_id, sort, words, address, telling, mailed_at, created_at)
       select 'p' || 1 + n % $3::int, 'school-' || n % $4::int, 'reply', 'Somebody wrote', '/', 'seed-' || n, now(),
         now() - n * interval '10 seconds' from generate_series($1::int, $2::int) n on conflict do nothing`,
      [from, Math.min(size.notices, from + PART * 5 - 1), size.people, size.courses],
    )
  say(`${size.notices} notices`)
  await db.query(
    `insert into progress (entry_id, person_id, done_at) select 'school-' || (n + k * 37) % $2::int || '-page-' || j,
      'p' || n, now() from generate_series(1, $1::int) n, generate_series(0, 1) k, generate_series(0, 9) j
      on conflict do nothing`,
    [size.people, size.courses],
  )
  await db.query('analyze')
}
