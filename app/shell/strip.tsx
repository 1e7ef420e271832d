import { Button } from 'antd'
import { ChevronDown, Keyboard, Search } from 'lucide-react'
import { type ReactNode, useEffect, useRef, useState } from 'react'
import { Link, NavLink, useLocation, useNavigate, useSubmit } from 'react-router'
import { initials } from '../../core/people/initials.ts'
import type { Person } from '../../server/people/queries.server.ts'
import { useAreaKeys } from './areas.ts'
import { Mark } from './mark.tsx'
import { Menu } from './menu.tsx'
import { type Offered, useOffered } from './offered.ts'
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
  const [open, setOpen] = useState<'keys' | 'finder' | null>(null)
  const title = useTitleWords()
  useOpeningKeys(setOpen)
  useOffered(usePlacesOffered(person, course?.id, () => setOpen('keys')))
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
        <Openers onOpen={setOpen} />
        <OwnFace person={person} onOpen={setOpen} />
      </span>
      {open === 'keys' && <KeysDialog onClose={() => setOpen(null)} />}
      {open === 'finder' && <FinderDialog course={course} onClose={() => setOpen(null)} />}
    </header>
  )
}

/** What opens from the strip. */
const OPENERS = [
  { what: 'finder', name: 'Find anything', key: 'Ctrl+J', Icon: Search },
  { what: 'keys', name: 'Keyboard help', key: 'F1', Icon: Keyboard },
] as const

function Openers({ onOpen }: { onOpen: (what: 'keys' | 'finder') => void }) {
  return OPENERS.map(({ what, name, key, Icon }) => (
    <Button
      key={what}
      size="small"
      type="text"
      className="strip-help"
      icon={<Icon size={16} strokeWidth={1.75} aria-hidden />}
      aria-label={name}
      aria-keyshortcuts={key.replace('Ctrl', 'Control')}
      title={`${name} (${key})`}
      onClick={() => onOpen(what)}
    />
  ))
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

const FinderDialog = onDemand(() => import('../finder/finder-dialog.tsx').then((module) => module.FinderDialog))
const KeysDialog = onDemand(() => import('./keys-dialog.tsx').then((module) => module.KeysDialog))

/** To the text of the sheet, or to where the screen's work begins. */
function skip(event: React.MouseEvent): void {
  const goal = document.querySelector<HTMLElement>('.ProseMirror') ?? document.getElementById('work')
  if (!goal) return
  event.preventDefault()
  if (!goal.isContentEditable) goal.tabIndex = -1
  goal.focus()
}

/**
 * F1 shows the keys, as it shows help in every program (common practice); Ctrl+J the finder, unless a dialog waits for
 * an answer.
 */
function useOpeningKeys(open: (what: 'keys' | 'finder') => void): void {
  const latest = useRef(open)
  latest.current = open
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.shiftKey || event.altKey) return
      const isMod = event.ctrlKey || event.metaKey
      const what = event.key === 'F1' && !isMod ? 'keys' : event.key.toLowerCase() === 'j' && isMod ? 'finder' : null
      if (what === null) return
      event.preventDefault()
      if (what === 'keys' || !document.querySelector('[role="dialog"]')) latest.current(what)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}

/** The screens that one can go to from everywhere. */
function usePlacesOffered(person: Person, courseId: string | undefined, onKeys: () => void) {
  const navigate = useNavigate()
  const submit = useSubmit()
  const { pathname, search } = useLocation()
  const place = (name: string, help: string, run: () => void): Offered => ({
    ...{ id: `place ${name}`, group: 'Go to', name, help, run },
    ...{ key: name === 'Keyboard help' ? 'F1' : '', whyNot: '' },
  })
  const theme = (value: string) => (): void =>
    void submit({ theme: value, to: pathname + search }, { method: 'post', action: '/theme' })
  return (): readonly Offered[] => [
    ...(courseId === undefined ? [] : placesOf(courseId)).map(({ to, name, isOutside }) =>
      place(name, 'Of this course', () => (isOutside ? location.assign(to) : void navigate(to))),
    ),
    ...(courseId === undefined
      ? []
      : [
          place(
            'Find and replace',
            'Words in everything that is written in this course',
            () => void navigate(`/courses/${courseId}/replace`),
          ),
        ]),
    place('All courses', 'What waits for you, and your courses', () => void navigate('/')),
    place('Notices', 'What you were told', () => location.assign('/notices')),
    place('Your account', 'Password, second step, mails', () => location.assign('/account')),
    ...(person.isManager
      ? [
          place('Hosts that may be embedded', 'For managers', () => void navigate('/hosts')),
          place('Audit trail', 'For managers', () => void navigate('/audit')),
        ]
      : []),
    place('Keyboard help', 'All keys', onKeys),
    place('Light colours', 'Of the screen', theme('light')),
    place('Dark colours', 'Of the screen', theme('dark')),
    place('Sign out', `${person.name}, ${person.email}`, () => leave(submit)),
  ]
}

function OwnFace({ person, onOpen }: { person: Person; onOpen: (what: 'keys' | 'finder') => void }) {
  const submit = useSubmit()
  const { pathname, search } = useLocation()
  const choose = (theme: string): void =>
    void submit({ theme, to: pathname + search }, { method: 'post', action: '/theme' })
  const items = [
    { key: 'name', label: `${person.name}, ${person.email}`, disabled: true },
    { type: 'divider' as const },
    { key: 'notices', label: <a href="/notices">Notices</a> },
    { key: 'account', label: <a href="/account">Your account</a> },
    { key: 'finder', label: 'Find anything (Ctrl+J)', onClick: () => onOpen('finder') },
    { key: 'keys', label: 'Keyboard help (F1)', onClick: () => onOpen('keys') },
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
