import { Link } from 'react-router'
import { may } from '../../core/access/access.ts'
import { listCourses } from '../../server/courses/queries.server.ts'
import { pool } from '../../server/database/pool.server.ts'
import { requirePerson } from '../../server/web/guard.server.ts'
import { Strip } from '../shell/strip.tsx'
import type { Route } from './+types/home'
import './home.css'

export const meta = () => [{ title: 'Courses – Fieldstone' }]

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = requirePerson(context, request)
  const courses = await listCourses(pool, person.id, person.isManager)
  return { person, courses: courses.map((course) => ({ id: course.id, title: course.title, role: course.role, mayWrite: may({ isManager: person.isManager, role: course.role }, 'write') })) }
}

const ROLE = { author: 'You write here', student: 'You learn here', guest: 'You read here' } as const

export default function Home({ loaderData: { person, courses } }: Route.ComponentProps) {
  return (
    <>
      <Strip person={person} />
      <main className="home">
        <h1>Courses</h1>
        {courses.length === 0 && <p>You are not in a course yet. A teacher or the manager of the school can let you in.</p>}
        <ul>
          {courses.map(({ id, title, role, mayWrite }) => (
            <li key={id}>
              {mayWrite ? <Link to={`/courses/${id}/plan`}>{title}</Link> : <a href={`/read/${id}`}>{title}</a>}
              <span className="soft">{role ? ROLE[role] : 'You manage the school'}</span>
              {mayWrite && <a href={`/read/${id}`}>Reading room</a>}
            </li>
          ))}
        </ul>
      </main>
    </>
  )
}
