import { Button } from 'antd'
import { Keyboard } from 'lucide-react'
import { type ReactNode, useEffect, useRef, useState } from 'react'
import { Link, NavLink, useLocation, useSubmit } from 'react-router'
import { initials } from '../../core/people/initials.ts'
import type { Person } from '../../server/people/queries.server.ts'
import { useAreaKeys } from './areas.ts'
import { Mark } from './mark.tsx'
import { Menu } from './menu.tsx'
import { onDemand } from './on-demand.tsx'
import { unsentWords } from './unsent.ts'
import './strip.css'

interface Props {
  person: Person
  course?: { id: string; title: string }
  /** Who else is here, beside one's own face. */
  others?: ReactNode
}

/** The strip on top: the course, its screens, who is here. */
export function Strip({ person, course, others }: Props) {
  useAreaKeys()
  const [isHelpOpen, setHelpOpen] = useState(false)
  useHelpKey(() => setHelpOpen(true))
  return (
    <header className="work-strip" data-area="strip">
      <a className="skip" href="#work" onClick={skip}>
        Skip to the work
      </a>
      <Link to="/" className="strip-mark" data-begin aria-label="All courses">
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
        <Button
          size="small"
          type="text"
          className="strip-help"
          icon={<Keyboard size={16} strokeWidth={1.75} aria-hidden />}
          aria-label="Keys and access"
          aria-keyshortcuts="F1"
          title="Keys and access (F1)"
          onClick={() => setHelpOpen(true)}
        />
        <OwnFace person={person} />
      </span>
      {isHelpOpen && <KeysDialog onClose={() => setHelpOpen(false)} />}
    </header>
  )
}

const KeysDialog = onDemand(() => import('./keys-dialog.tsx').then((module) => module.KeysDialog))

/** To the text of the sheet, or to where the screen's work begins. */
function skip(event: React.MouseEvent): void {
  const goal = document.querySelector<HTMLElement>('.ProseMirror') ?? document.getElementById('work')
  if (!goal) return
  event.preventDefault()
  if (!goal.isContentEditable) goal.tabIndex = -1
  goal.focus()
}

/** F1 shows the keys, as it shows help in every program (common practice). */
function useHelpKey(show: () => void): void {
  const latest = useRef(show)
  latest.current = show
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== 'F1' || event.shiftKey || event.ctrlKey || event.altKey || event.metaKey) return
      event.preventDefault()
      latest.current()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
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
    { key: 'system', label: 'Same as the system', onClick: () => choose('system') },
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
    <Menu menu={{ items }} placement="bottomRight">
      <button type="button" className="face" style={{ backgroundColor: person.colour }}>
        <span aria-hidden>{initials(person.name)}</span>
        <span className="visually-hidden">{person.name}: theme, sign out</span>
      </button>
    </Menu>
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
