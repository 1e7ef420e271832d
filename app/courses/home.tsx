import { Form, Link } from 'react-router'
import { z } from 'zod'
import { may } from '../../core/access/access.ts'
import { typedWords } from '../../core/search/typed.ts'
import { COURSES_A_PART, listCourses } from '../../server/courses/queries.server.ts'
import { pool } from '../../server/database/pool.server.ts'
import { requirePerson } from '../../server/web/guard.server.ts'
import { Strip } from '../shell/strip.tsx'
import type { Route } from './+types/home'
import './home.css'

export const meta = () => [{ title: 'Courses – Fieldstone' }]

const query = z.object({ words: typedWords, from: z.coerce.number().int().min(0).max(1_000_000).catch(0) })

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = requirePerson(context, request)
  const { words, from } = query.parse(Object.fromEntries(new URL(request.url).searchParams))
  const courses = await listCourses(pool, person.id, person.isManager, words, from)
  return {
    person,
    words,
    from,
    part: COURSES_A_PART,
    hasMore: courses.length > COURSES_A_PART,
    courses: courses
      .slice(0, COURSES_A_PART)
      .map((course) => ({
        id: course.id,
        title: course.title,
        role: course.role,
        mayWrite: may({ isManager: person.isManager, role: course.role }, 'write'),
      })),
  }
}

const ROLE = { author: 'Author', student: 'Student', guest: 'Guest reader' } as const

export default function Home({ loaderData: { person, courses, words, from, part, hasMore } }: Route.ComponentProps) {
  return (
    <>
      <Strip person={person} />
      <main className="home" id="work" data-area="work">
        <h1>Courses</h1>
        {(hasMore || from > 0 || words !== '') && (
          <Form role="search" className="home-search">
            <input
              type="search"
              name="words"
              key={words}
              defaultValue={words}
              aria-label="Find a course by words of its title"
              placeholder="Find a course"
            />
            <button className="plain-button">Find</button>
          </Form>
        )}
        {courses.length === 0 && words !== '' && <p>No course has these words in its title.</p>}
        {courses.length === 0 && words === '' && (
          <p>You are not in a course yet. A teacher or the manager of the school can let you in.</p>
        )}
        <ul>
          {courses.map(({ id, title, role, mayWrite }) => (
            <li key={id}>
              {mayWrite ? <Link to={`/courses/${id}/plan`}>{title}</Link> : <a href={`/read/${id}`}>{title}</a>}
              <span className="soft">{role ? ROLE[role] : 'Manager'}</span>
              {mayWrite && <a href={`/read/${id}`}>Reading room</a>}
            </li>
          ))}
        </ul>
        {(hasMore || from > 0) && (
          <nav aria-label="More courses" className="home-parts">
            {from > 0 && (
              <Link to={`/?${new URLSearchParams({ words, from: String(Math.max(0, from - part)) }).toString()}`}>
                Previous {part}
              </Link>
            )}
            {hasMore && (
              <Link to={`/?${new URLSearchParams({ words, from: String(from + part) }).toString()}`}>Next {part}</Link>
            )}
          </nav>
        )}
      </main>
    </>
  )
}
