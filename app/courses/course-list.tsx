import { Form, Link } from 'react-router'
import type { CourseProgress } from '../../server/home/studying.server.ts'

interface ListedCourse {
  readonly id: string
  readonly title: string
  readonly language: string
  readonly direction: 'ltr' | 'rtl'
  readonly role: 'author' | 'student' | 'guest' | null
  readonly mayWrite: boolean
}

interface Props {
  courses: readonly ListedCourse[]
  progress: readonly CourseProgress[]
  words: string
  from: number
  part: number
  hasMore: boolean
}

const ROLE = { author: 'Author', student: 'Student', guest: 'Guest reader' } as const

/** The courses of a person, found by words of their titles where there are many. */
export function CourseList({ courses, progress, words, from, part, hasMore }: Props) {
  const to = (place: number): string => `/?${new URLSearchParams({ words, from: String(place) }).toString()}`
  return (
    <section className="home-courses" aria-labelledby="home-courses">
      <h2 id="home-courses">Courses</h2>
      {(hasMore || from > 0 || words !== '') && (
        <Form role="search" className="home-search">
          <input
            className="plain-field"
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
      <ul>
        {courses.map((course) => (
          <CourseLine key={course.id} course={course} progress={progress.find(({ id }) => id === course.id)} />
        ))}
      </ul>
      {(hasMore || from > 0) && (
        <nav aria-label="More courses" className="home-parts">
          {from > 0 && <Link to={to(Math.max(0, from - part))}>Previous {part}</Link>}
          {hasMore && <Link to={to(from + part)}>Next {part}</Link>}
        </nav>
      )}
    </section>
  )
}

function CourseLine({
  course: { id, title, language, direction, role, mayWrite },
  progress,
}: {
  course: ListedCourse
  progress: CourseProgress | undefined
}) {
  const named = { lang: language, dir: direction, className: 'home-course' }
  return (
    <li>
      {mayWrite ? (
        <Link to={`/courses/${id}/plan`} {...named}>
          {title}
        </Link>
      ) : (
        <a href={`/read/${id}`} {...named}>
          {title}
        </a>
      )}
      <span className="home-course-facts">
        <span className="soft">{role ? ROLE[role] : 'Manager'}</span>
        {mayWrite && <a href={`/read/${id}`}>Reading room</a>}
      </span>
      {progress && progress.done !== '' && <Squares progress={progress} />}
    </li>
  )
}

/** A square an item, as long as they can be told apart; else a bar. */
function Squares({ progress: { done, words } }: { progress: CourseProgress }) {
  return (
    <span className="home-progress">
      <span className="soft small">{words}</span>
      {done.length <= 60 && (
        <span className="squares" aria-hidden>
          {[...done].map((each, at) => (
            <span key={at} className={each === '1' ? 'is-done' : ''} />
          ))}
        </span>
      )}
    </span>
  )
}
