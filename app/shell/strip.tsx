import { unsentWords } from './unsent.ts'
import { Dropdown } from 'antd'
import type { ReactNode } from 'react'
import { Link, NavLink, useLocation, useSubmit } from 'react-router'
import { initials } from '../../core/people/initials.ts'
import type { Person } from '../../server/people/queries.server.ts'
import { Mark } from './mark.tsx'
import './strip.css'

interface Props {
  person: Person
  course?: { id: string; title: string }
  /** Who else is here, beside one's own face. */
  others?: ReactNode
}

/** The strip on top: the course, its screens, who is here. */
export function Strip({ person, course, others }: Props) {
  return (
    <header className="work-strip">
      <Link to="/" className="strip-mark" aria-label="All courses">
        <Mark />
      </Link>
      {course ? (
        <>
          <span className="strip-course">{course.title}</span>
          <nav aria-label="Course" className="strip-nav">
            <NavLink to={`/courses/${course.id}/plan`}>Plan</NavLink>
            <NavLink to={`/courses/${course.id}/questions`}>Questions</NavLink>
            <NavLink to={`/courses/${course.id}/readers`}>Readers</NavLink>
            <a href={`/read/${course.id}`}>Reading room</a>
          </nav>
        </>
      ) : (
        <span className="strip-course">Fieldstone</span>
      )}
      <span className="strip-end">
        {others}
        <OwnFace person={person} />
      </span>
    </header>
  )
}

function OwnFace({ person }: { person: Person }) {
  const submit = useSubmit()
  const { pathname, search } = useLocation()
  const choose = (theme: string): void =>
    void submit({ theme, to: pathname + search }, { method: 'post', action: '/theme' })
  const items = [
    { key: 'name', label: `${person.name}, ${person.email}`, disabled: true },
    { type: 'divider' as const },
    { key: 'notices', label: <a href="/notices">Notices</a> },
    { key: 'account', label: <a href="/account">Your account</a> },
    { type: 'divider' as const },
    { key: 'light', label: 'Light', onClick: () => choose('light') },
    { key: 'dark', label: 'Dark', onClick: () => choose('dark') },
    { key: 'system', label: 'Light or dark as the system has it', onClick: () => choose('system') },
    { type: 'divider' as const },
    ...(person.isManager
      ? [
          { key: 'hosts', label: <Link to="/hosts">Hosts that may be embedded</Link> },
          { key: 'audit', label: <Link to="/audit">Audit trail</Link> },
          { type: 'divider' as const },
        ]
      : []),
    { key: 'out', label: 'Sign out', onClick: () => leave(submit) },
  ]
  return (
    <Dropdown menu={{ items }} trigger={['click']} placement="bottomRight">
      <button type="button" className="face" style={{ backgroundColor: person.colour }}>
        <span aria-hidden>{initials(person.name)}</span>
        <span className="visually-hidden">{person.name}: theme, sign out</span>
      </button>
    </Dropdown>
  )
}

/** Signs out, after asking when work still waits in this browser: another person must not find it. */
function leave(submit: ReturnType<typeof useSubmit>): void {
  const waiting = unsentWords()
  if (
    waiting &&
    !window.confirm(
      `${waiting} Sign out all the same? It stays in this browser and is sent when you sign in here again.`,
    )
  )
    return
  void submit(null, { method: 'post', action: '/sign-out' })
}
