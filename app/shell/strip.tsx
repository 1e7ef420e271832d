import { Button } from 'antd'
import { ChevronDown, Keyboard } from 'lucide-react'
import { type ReactNode, useEffect, useRef, useState } from 'react'
import { Link, NavLink, useLocation, useSubmit } from 'react-router'
import { initials } from '../../core/people/initials.ts'
import type { Person } from '../../server/people/queries.server.ts'
import { useAreaKeys } from './areas.ts'
import { Mark } from './mark.tsx'
import { Menu } from './menu.tsx'
import { onDemand } from './on-demand.tsx'
import { unsentWords } from './unsent.ts'
import { useTitleWords } from './title-language.ts'
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
  const title = useTitleWords()
  useHelpKey(() => setHelpOpen(true))
  return (
    <header className="work-strip" data-area="strip">
      <a className="skip" href="#work" onClick={skip}>
        Skip to the main part
      </a>
      <Link to="/" className="strip-mark" data-begin aria-label="All courses">
        <Mark />
      </Link>
      {course ? (
        <>
          <span className="strip-course" {...title}>
            {course.title}
          </span>
          <Places courseId={course.id} />
          <PlacesMenu courseId={course.id} />
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
          aria-label="Keyboard help"
          aria-keyshortcuts="F1"
          title="Keyboard help (F1)"
          onClick={() => setHelpOpen(true)}
        />
        <OwnFace person={person} onKeys={() => setHelpOpen(true)} />
      </span>
      {isHelpOpen && <KeysDialog onClose={() => setHelpOpen(false)} />}
    </header>
  )
}

/** The screens of a course. */
const placesOf = (courseId: string) => [
  { to: `/courses/${courseId}/plan`, name: 'Plan', isOutside: false },
  { to: `/courses/${courseId}/questions`, name: 'Questions', isOutside: false },
  { to: `/courses/${courseId}/readers`, name: 'Readers', isOutside: false },
  // The reading room is the server's alone.
  { to: `/read/${courseId}`, name: 'Reading room', isOutside: true },
]

function Places({ courseId }: { courseId: string }) {
  return (
    <nav aria-label="Course" className="strip-nav">
      {placesOf(courseId).map(({ to, name, isOutside }) =>
        isOutside ? (
          <a key={to} href={to}>
            {name}
          </a>
        ) : (
          <NavLink key={to} to={to}>
            {name}
          </NavLink>
        ),
      )}
    </nav>
  )
}

/** The same where they have no room side by side. */
function PlacesMenu({ courseId }: { courseId: string }) {
  const { pathname } = useLocation()
  const places = placesOf(courseId)
  const here = places.find(({ to }) => pathname.startsWith(to))
  const items = places.map(({ to, name, isOutside }) => ({
    key: to,
    label: isOutside ? <a href={to}>{name}</a> : <Link to={to}>{name}</Link>,
  }))
  return (
    <Menu menu={{ items, selectedKeys: here ? [here.to] : [] }}>
      <button
        type="button"
        className="plain-button strip-places"
        aria-label={`${here?.name ?? 'Go to'}: screens of the course`}
      >
        {here?.name ?? 'Go to'} <ChevronDown size={14} aria-hidden />
      </button>
    </Menu>
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

function OwnFace({ person, onKeys }: { person: Person; onKeys: () => void }) {
  const submit = useSubmit()
  const { pathname, search } = useLocation()
  const choose = (theme: string): void =>
    void submit({ theme, to: pathname + search }, { method: 'post', action: '/theme' })
  const items = [
    { key: 'name', label: `${person.name}, ${person.email}`, disabled: true },
    { type: 'divider' as const },
    { key: 'notices', label: <a href="/notices">Notices</a> },
    { key: 'account', label: <a href="/account">Your account</a> },
    { key: 'keys', label: 'Keyboard help (F1)', onClick: onKeys },
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
