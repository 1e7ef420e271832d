import { z } from 'zod'
import { may } from '../../core/access/access.ts'
import { typedWords } from '../../core/search/typed.ts'
import { sayFor } from '../../server/web/say-for.server.ts'
import { type Course, COURSES_A_PART, listCourses } from '../../server/courses/queries.server.ts'
import { pool } from '../../server/database/pool.server.ts'
import { studyingFor } from '../../server/home/studying.server.ts'
import { WAITING_KINDS, waitingFor } from '../../server/home/waiting.server.ts'
import { listNotices } from '../../server/notices/queries.server.ts'
import type { Person } from '../../server/people/queries.server.ts'
import { requirePerson } from '../../server/web/guard.server.ts'
import { Strip } from '../shell/strip.tsx'
import type { Route } from './+types/home'
import { CourseList } from './course-list.tsx'
import { StudyingPart } from './studying-part.tsx'
import { WaitingPart } from './waiting-part.tsx'
import './home.css'

export const meta = () => [{ title: 'Home – Fieldstone' }]

const query = z.object({ words: typedWords, from: z.coerce.number().int().min(0).max(1_000_000).catch(0) })

/** So many notices stand on the opening screen; the rest is a step away. */
const NEWS = 5

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = requirePerson(context, request)
  const { words, from } = query.parse(Object.fromEntries(new URL(request.url).searchParams))
  const courses = await listCourses(pool, person.id, person.isManager, words, from)
  const shown = courses.slice(0, COURSES_A_PART)
  const studied = shown.filter(({ role }) => role === 'student' || role === 'guest')
  const isWriter = shown.some(({ role }) => role === 'author')
  const [waiting, studying] = await Promise.all([
    isWriter ? waitingFor(pool, person.id, null, WAITING_KINDS) : null,
    studied.length > 0 ? studyingOf(request, person, studied) : null,
  ])
  return {
    ...{ person, words, from, waiting, studying },
    part: COURSES_A_PART,
    hasMore: courses.length > COURSES_A_PART,
    courses: shown.map(({ id, title, language, direction, role }) => ({
      ...{ id, title, language, direction, role },
      mayWrite: may({ isManager: person.isManager, role }, 'write'),
    })),
  }
}

/** A student's part, in the language that their browser asks for, with its words. */
async function studyingOf(request: Request, person: Person, studied: readonly Course[]) {
  const say = sayFor(request)
  const [studying, notices] = await Promise.all([
    studyingFor(
      pool,
      person.id,
      studied.map(({ id }) => id),
      say,
    ),
    listNotices(pool, person.id, NEWS),
  ])
  return {
    ...studying,
    news: notices.filter(({ isSeen }) => !isSeen),
    language: say.language,
    direction: say.direction,
    words: {
      goOn: say(studying.goOn?.isBegun === false ? 'home.begin' : 'home.goOn'),
      allDone: say('home.allDone'),
      dueNext: say('home.dueNext'),
      nothingDue: say('home.nothingDue'),
      open: say('home.open'),
      newForYou: say('home.newForYou'),
      allNotices: say('home.allNotices'),
    },
  }
}

/** What everybody begins with: what waits for them, and their courses. */
export default function Home({ loaderData }: Route.ComponentProps) {
  const { person, waiting, studying, ...list } = loaderData
  return (
    <div className="home-screen">
      <Strip person={person} />
      <main className="home" id="work" data-area="work">
        <h1 className="visually-hidden">Home</h1>
        <div className="home-waiting">
          {studying && <StudyingPart studying={studying} />}
          {waiting && <WaitingPart waiting={waiting} />}
          {!studying && !waiting && list.courses.length === 0 && list.words === '' && (
            <p className="home-empty">
              You are not in a course yet. A teacher or the manager of the school can let you in.
            </p>
          )}
        </div>
        <CourseList {...list} progress={studying?.progress ?? []} />
      </main>
    </div>
  )
}
