import { CalendarClock, CircleHelp, ClipboardPen, MessagesSquare, TriangleAlert } from 'lucide-react'
import type { ReactNode } from 'react'
import type { Waiting, WaitingKind, WaitingLine } from '../../server/home/waiting.server.ts'
import { shortDateTime } from '../shell/date-times.ts'
import { Stone } from '../shell/stone.tsx'
import { Titled } from './studying-part.tsx'
import { actionOf, saidOf } from './waiting-words.ts'

/** What waits, by who is held up by it. */
const GROUPS: readonly { id: string; title: string; note: string; kinds: readonly WaitingKind[] }[] = [
  {
    id: 'held',
    title: 'Pages to improve',
    note: 'findings of the proof, and pages that did not help',
    kinds: ['findings', 'notHelped'],
  },
  {
    id: 'answer',
    title: 'Students wait for your answer',
    note: 'to what they handed in or wrote',
    kinds: ['handIns', 'posts'],
  },
  { id: 'edited', title: 'Edited since published', note: 'students still read the edition before', kinds: ['edited'] },
  { id: 'dates', title: 'Coming dates', note: 'in the next three weeks', kinds: ['dates'] },
]

const ICONS: Record<WaitingKind, ReactNode> = {
  findings: <TriangleAlert size={15} className="is-wrong" aria-hidden />,
  notHelped: <CircleHelp size={15} aria-hidden />,
  handIns: <ClipboardPen size={15} aria-hidden />,
  posts: <MessagesSquare size={15} aria-hidden />,
  edited: <Stone state="edited" isNamed={false} />,
  dates: <CalendarClock size={15} aria-hidden />,
}

/** What waits for an author in all their courses, each with where it is seen to. */
export function WaitingPart({ waiting }: { waiting: Record<WaitingKind, Waiting> }) {
  const groups = GROUPS.map((group) => ({
    ...group,
    all: group.kinds.reduce((sum, kind) => sum + waiting[kind].all, 0),
    lines: group.kinds.flatMap((kind) => waiting[kind].lines.map((line) => ({ ...line, kind, entryKind: line.kind }))),
  })).filter(({ all }) => all > 0)
  return (
    <>
      <h2 className="home-title">What waits for you</h2>
      {groups.length === 0 && (
        <p className="home-none">
          Nothing. What students hand in and write, findings in pages, and what was edited since it was published stand
          here.
        </p>
      )}
      {groups.map(({ id, title, note, all, lines }) => (
        <section key={id} aria-labelledby={`home-${id}`}>
          <h3 id={`home-${id}`}>
            {title} <span className="home-count">{all}</span> <span className="soft">{note}</span>
          </h3>
          <ul className="home-lines">
            {lines.map((line) => (
              <WaitingRow key={`${line.kind} ${line.entryId} ${line.at}`} line={line} kind={line.kind} />
            ))}
          </ul>
          {all > lines.length && <p className="soft home-none">And {all - lines.length} more.</p>}
        </section>
      ))}
    </>
  )
}

function WaitingRow({ line, kind }: { line: WaitingLine; kind: WaitingKind }) {
  const { title, course, language, direction, at, timeZone } = line
  const { address, name } = actionOf(kind, line)
  const { before, after } = saidOf(kind, line)
  return (
    <li>
      <span className="home-icon">{ICONS[kind]}</span>
      <span className="home-what">
        <b>{before}</b> <Titled of={{ words: title, language, direction }} /> <span className="soft">{after}</span>
      </span>
      <span className="soft home-where">
        <Titled of={{ words: course, language, direction }} />
      </span>
      <span className="soft home-when">{shortDateTime(at, timeZone)}</span>
      <a className="quiet-link home-action" href={address}>
        {name}
        <span className="visually-hidden">: {title}</span>
      </a>
    </li>
  )
}
