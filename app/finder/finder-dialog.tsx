import { Input } from 'antd'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useNavigate, useRouteLoaderData } from 'react-router'
import { groupsOfPlan, targetsOfPlan } from '../../core/links/targets.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { Dialog } from '../shell/dialog.tsx'
import { type Offered, offeredNow } from '../shell/offered.ts'
import { useFoundInCourse } from '../shell/use-found-in-course.ts'
import { findings, type Line, linesFound } from './lines.ts'
import './finder.css'

interface Props {
  course?: { readonly id: string; readonly title: string } | undefined
  onClose: () => void
}

/** Finds by name whatever there is: pages, headings, people, pieces, and everything that can be done here. */
export function FinderDialog({ course, onClose }: Props) {
  const { typed, type, lines, chosen, choose, isAsking, isUnanswered } = useFinder(course?.id)
  const leave = (line: Line | undefined): void => {
    if (!line || line.whyNot !== '') return
    onClose()
    line.run()
  }
  return (
    <Dialog open title="Find anything" width={640} footer={null} onCancel={onClose}>
      <Input
        value={typed}
        dir="auto"
        autoFocus
        data-begin
        role="combobox"
        aria-label="What are you looking for?"
        aria-expanded={lines.length > 0}
        aria-controls={lines.length > 0 ? LIST : undefined}
        aria-activedescendant={lines.length > 0 ? optionId(chosen) : undefined}
        autoComplete="off"
        placeholder="A page, a heading, a person, a piece, or something to do"
        onChange={({ target }) => type(target.value)}
        onKeyDown={(event) => {
          if (event.nativeEvent.isComposing) return
          if (event.key === 'Enter') return leave(lines[chosen])
          const to = goal(event.key, chosen, lines.length)
          if (to === null) return
          event.preventDefault()
          choose(to)
        }}
      />
      <Lines {...{ lines, chosen }} onPick={leave} />
      <p className="finder-foot soft small" role="status">
        {findings(typed, lines.length, isAsking, isUnanswered)}
      </p>
    </Dialog>
  )
}

const LIST = 'finder-list'
const optionId = (at: number): string => `finder-${at}`

/** Where an arrow key goes; null for a key that stays in the field. */
function goal(key: string, at: number, count: number): number | null {
  if (count === 0) return null
  if (key === 'ArrowDown') return (at + 1) % count
  if (key === 'ArrowUp') return (at - 1 + count) % count
  return key === 'PageDown' ? count - 1 : key === 'PageUp' ? 0 : null
}

interface LinesProps {
  lines: readonly Line[]
  chosen: number
  onPick: (line: Line) => void
}

function Lines({ lines, chosen, onPick }: LinesProps) {
  const list = useRef<HTMLDivElement>(null)
  useEffect(() => {
    list.current?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' })
  }, [chosen, lines])
  if (lines.length === 0) return null
  const groups = [...new Set(lines.map(({ group }) => group))]
  return (
    <div className="finder-list" id={LIST} role="listbox" aria-label="Found" ref={list}>
      {groups.map((group) => (
        <div key={group} role="group" aria-label={group}>
          <h3 aria-hidden>{group}</h3>
          {lines.map((line, at) =>
            line.group === group ? (
              <div
                key={line.id}
                id={optionId(at)}
                role="option"
                aria-selected={at === chosen}
                aria-disabled={line.whyNot !== '' || undefined}
                className="finder-line"
                onMouseDown={(event) => event.preventDefault()}
                onClick={() => onPick(line)}
              >
                <bdi className="finder-name">{line.name}</bdi> {line.key && <kbd>{line.key}</kbd>}{' '}
                <small>{line.whyNot || line.help}</small>
              </div>
            ) : null,
          )}
        </div>
      ))}
    </div>
  )
}

/** What is typed, and what it finds. */
function useFinder(courseId: string | undefined) {
  const navigate = useNavigate()
  const course = useRouteLoaderData<{ plan: readonly PlanRow[] }>('shell/course')
  const [typed, setTyped] = useState('')
  const [chosen, choose] = useState(0)
  // What can be done is asked once: nothing is written while the finder is open.
  const offered = useMemo<readonly Offered[]>(offeredNow, [])
  const targets = useMemo(() => targetsOfPlan(course?.plan ?? []), [course])
  const groups = useMemo(() => groupsOfPlan(course?.plan ?? []), [course])
  const { found, isAsking, isUnanswered } = useFoundInCourse(courseId, typed)
  const lines = linesFound(typed, { offered, targets, groups, found, courseId, go: (to) => void navigate(to) })
  return {
    ...{ typed, lines, isAsking, isUnanswered, choose },
    chosen: Math.min(chosen, Math.max(0, lines.length - 1)),
    type: (words: string): void => {
      setTyped(words)
      choose(0)
    },
  }
}
