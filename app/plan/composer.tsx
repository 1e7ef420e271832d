import { nanoid } from 'nanoid'
import { useEffect, useLayoutEffect, useRef, useState } from 'react'
import type { NamedLine } from '../../core/plan/foresee.ts'
import { type EntryKind, kindOfEntry } from '../../core/plan/kinds.ts'
import { kindOfLine, parseOutline, PLAN_TITLE_LENGTH } from '../../core/plan/outline.ts'
import { choicesFor, pathTo, plant } from '../../core/plan/tree.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { announce } from '../shell/announce.ts'
import type { QueueView } from './plan-queue.ts'

/** Where the first line goes: after an entry, this deep. */
export interface ComposerPlace {
  afterId: string | null
  depth: number
}

interface Props {
  place: ComposerPlace
  /** The plan with the lines that were typed here. */
  plan: readonly PlanRow[]
  trouble: QueueView['trouble']
  /** Sends lines in the background; what became of them is said elsewhere. */
  onAdd: (afterId: string | null, lines: readonly NamedLine[], notes: readonly string[]) => void
  /** The last line typed: the composer stands behind it. */
  onPlace: (place: ComposerPlace) => void
  onClose: () => void
}

const TROUBLE = {
  away: 'The server does not answer. The lines are kept here and sent by themselves; go on typing.',
  'signed out':
    'You have been signed out. The lines are kept here and sent when you have signed in again in another window.',
}

interface KindChoiceProps {
  kinds: readonly EntryKind[]
  chosen: EntryKind
  onChoose: (kind: EntryKind) => void
}

/** What a line becomes, of what may stand in its place. */
function KindChoice({ kinds, chosen, onChoose }: KindChoiceProps) {
  return (
    <select
      aria-label="Kind of this line"
      value={chosen}
      onChange={({ target }) => onChoose(target.value as EntryKind)}
    >
      {kinds.map((each) => (
        <option key={each} value={each}>
          {kindOfEntry(each).label}
        </option>
      ))}
    </select>
  )
}

/**
 * A line of the outline being typed: Enter keeps it and begins the next, Tab and Shift+Tab nest, an outline that is
 * pasted becomes a tree at once. Its words and its level are its own until it is left: whatever the server says
 * meanwhile changes neither.
 */
export function Composer(props: Props) {
  const { trouble, onClose } = props
  const { typed, setTyped, depth, kind, usual, kinds, setChosen, onKeyDown, onPaste } = useOutlineLine(props)
  const { field, isIn } = useHeldFocus()
  const becomes = kind === 'aim' ? 'Aim' : kindOfEntry(kind).label
  return (
    <li role="treeitem" aria-level={depth + 1} className="composer-holder">
      <div className={`composer depth-${depth}`}>
        {kinds.length > 1 ? (
          <KindChoice kinds={kinds} chosen={kind === 'aim' ? usual : kind} onChoose={setChosen} />
        ) : (
          <span className="composer-kind">{becomes}</span>
        )}
        <input
          ref={field}
          aria-label={`Title of the new ${becomes.toLowerCase()}`}
          aria-describedby="composer-help"
          maxLength={PLAN_TITLE_LENGTH}
          value={typed}
          placeholder={`Name of the ${becomes.toLowerCase()}, or paste an outline`}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={onKeyDown}
          onPaste={onPaste}
          onFocus={() => (isIn.current = true)}
          onBlur={(event) => (isIn.current = event.relatedTarget === null)}
        />
        <button type="button" className="link-button" onClick={onClose}>
          Done
        </button>
      </div>
      <p
        id="composer-help"
        className={`composer-help depth-${depth} ${trouble ? 'is-problem' : 'soft'}`}
        role={trouble ? 'alert' : undefined}
      >
        {trouble
          ? TROUBLE[trouble]
          : 'Enter for the next line · Tab deeper · Shift+Tab back · “Discussion: …”, “Book: …” or a web address say what a line is · Esc when done'}
      </p>
    </li>
  )
}

/** The field in which the cursor stays, whatever comes and goes around it, until it is left. */
function useHeldFocus() {
  const field = useRef<HTMLInputElement>(null)
  const isIn = useRef(true)
  // Put elsewhere by a button or key of the plan: the cursor comes along.
  useEffect(() => field.current?.focus(), [])
  // Rows that come or go around it may move the field; the cursor stays in it.
  useLayoutEffect(() => {
    if (isIn.current && document.activeElement === document.body) field.current?.focus()
  })
  return { field, isIn }
}

/** The line that is being typed: what it becomes, how deep it stands, what its keys do. */
function useOutlineLine({ place, plan, onAdd, onPlace, onClose }: Props) {
  const [typed, setTyped] = useState('')
  const [chosen, setChosen] = useState<EntryKind | null>(null)
  const { afterId } = place
  const { deepest } = choicesFor(plan, afterId, place.depth)
  const depth = Math.min(place.depth, deepest)
  const { usual, kinds } = choicesFor(plan, afterId, depth)
  const said = kindOfLine(typed)
  const kind = said.kind ?? (chosen && kinds.includes(chosen) ? chosen : usual)
  const add = (lines: readonly NamedLine[], notes: readonly string[] = []): void => {
    onAdd(afterId, lines, notes)
    announce(lines.length === 1 ? `“${lines[0]!.title}” added.` : `${lines.length} lines added.`)
    const ids = lines.map(({ id }) => id)
    const { entries } = plant(plan, afterId, lines, () => ids.shift()!)
    const last = entries.at(-1)
    if (last)
      onPlace({
        afterId: lines.filter((line) => line.kind !== 'aim').at(-1)!.id,
        depth: pathTo([...plan, ...entries], last.id).length - 1,
      })
  }
  const enter = (): void => {
    const title = said.title.slice(0, PLAN_TITLE_LENGTH).toWellFormed().trim()
    if (title === '') return
    add([{ ...said, title, depth, kind, id: nanoid(12) }])
    setTyped('')
    // Pages may follow pages in a unit; anything else is chosen anew.
    if (chosen !== 'page') setChosen(null)
  }
  const nest = (by: 1 | -1): void => {
    const to = depth + by
    if (to >= 0 && to <= deepest) onPlace({ afterId, depth: to })
  }
  const onKeyDown = (event: React.KeyboardEvent): void => {
    event.stopPropagation()
    if (event.nativeEvent.isComposing) return
    if (event.key === 'Enter') enter()
    // Too often stays in the line: it is left by Esc, as the line below says.
    else if (event.key === 'Tab') nest(event.shiftKey ? -1 : 1)
    else if (event.key === 'Backspace' && typed === '' && depth > 0) nest(-1)
    else if (event.key === 'Escape') onClose()
    else return
    event.preventDefault()
  }
  const onPaste = outlinePaste(depth, add)
  return { typed, setTyped, depth, kind, usual, kinds, setChosen, onKeyDown, onPaste }
}

/** Takes an outline that is pasted; what has no line break is pasted like any words. */
function outlinePaste(depth: number, add: (lines: readonly NamedLine[], notes?: readonly string[]) => void) {
  return (event: React.ClipboardEvent): void => {
    const text = event.clipboardData.getData('text/plain')
    if (!/[\r\n]/.test(text.trim())) return
    event.preventDefault()
    const { lines, notes } = parseOutline(text, depth)
    if (lines.length > 0)
      add(
        lines.map((line) => ({ ...line, title: line.title || 'Untitled', id: nanoid(12) })),
        notes,
      )
  }
}
