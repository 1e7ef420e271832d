import { App, Select } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { useRevalidator } from 'react-router'
import { type EntryKind, kindOfEntry } from '../../core/plan/kinds.ts'
import { kindOfLine, type OutlineLine, parseOutline, PLAN_TITLE_LENGTH } from '../../core/plan/outline.ts'
import { choicesFor } from '../../core/plan/tree.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { askPlan } from './ask-plan.ts'

/** Where the next line goes: after an entry, this deep. */
export interface ComposerPlace {
  afterId: string | null
  depth: number
}

interface Props {
  place: ComposerPlace
  plan: readonly PlanRow[]
  courseId: string
  onMoved(place: ComposerPlace): void
  onClose(): void
}

/**
 * A line of the outline being typed: Enter keeps it and begins the next, Tab and Shift+Tab nest, an outline that is
 * pasted becomes a tree at once. A line is sent as soon as it is entered; until the server has it, it stays in sight.
 */
export function Composer({ place, plan, courseId, onMoved, onClose }: Props) {
  const { message } = App.useApp()
  const revalidator = useRevalidator()
  const [typed, setTyped] = useState('')
  const [chosen, setChosen] = useState<EntryKind | null>(null)
  const [sending, setSending] = useState<readonly string[]>([])
  const [problem, setProblem] = useState('')
  const field = useRef<HTMLInputElement>(null)
  const waiting = useRef(0)
  const queue = useRef<Promise<string | null>>(Promise.resolve(place.afterId))
  useEffect(() => {
    field.current?.focus()
    // Put elsewhere by hand: the next line goes there, not after the last one typed.
    if (waiting.current === 0) queue.current = Promise.resolve(place.afterId)
  }, [place.afterId])

  const { deepest } = choicesFor(plan, place.afterId, place.depth)
  const depth = Math.min(place.depth, deepest)
  const { usual, kinds } = choicesFor(plan, place.afterId, depth)
  const said = kindOfLine(typed)
  const kind = said.kind ?? (chosen && kinds.includes(chosen) ? chosen : usual)
  const becomes = kind === 'aim' ? 'Aim' : kindOfEntry(kind).label

  const add = (lines: readonly OutlineLine[], notes: readonly string[] = []): void => {
    setSending((titles) => [...titles, ...lines.map(({ title }) => title)])
    setProblem('')
    waiting.current++
    // Lines typed quickly are sent one after the other, each after the one before it.
    queue.current = queue.current.then(async (afterId) => {
      const result = await askPlan(courseId, { intent: 'add', afterId, lines: [...lines] })
      setSending((titles) => titles.slice(lines.length))
      waiting.current--
      if (!result.ok) {
        setProblem(`${result.reason ?? 'The server does not answer.'} The line is still here.`)
        setTyped((now) => now || lines.map(({ title }) => title).join(' / '))
        return afterId
      }
      for (const note of [...notes, ...(result.notes ?? [])]) void message.info(note, 8)
      await revalidator.revalidate()
      const last = result.ids?.at(-1) ?? afterId
      onMoved({ afterId: last, depth: lines.at(-1)?.depth ?? depth })
      return last
    })
  }
  const enter = (): void => {
    const title = typed.trim()
    if (title === '') return
    add([{ ...said, title: said.title.slice(0, PLAN_TITLE_LENGTH), depth, ...(kind === usual ? {} : { kind }) }])
    setTyped('')
    // Pages may follow pages in a unit; anything else is chosen anew.
    if (chosen !== 'page') setChosen(null)
  }
  const onKeyDown = (event: React.KeyboardEvent): void => {
    event.stopPropagation()
    if (event.key === 'Enter') enter()
    else if (event.key === 'Tab' && !event.shiftKey && depth < deepest) onMoved({ ...place, depth: depth + 1 })
    else if (event.key === 'Tab' && event.shiftKey && depth > 0) onMoved({ ...place, depth: depth - 1 })
    else if (event.key === 'Backspace' && typed === '' && depth > 0) onMoved({ ...place, depth: depth - 1 })
    else if (event.key === 'Escape') onClose()
    else return
    event.preventDefault()
  }
  const onPaste = (event: React.ClipboardEvent): void => {
    const text = event.clipboardData.getData('text/plain')
    if (!/[\r\n]/.test(text.trim())) return
    event.preventDefault()
    const { lines, notes } = parseOutline(text, depth)
    if (lines.length > 0) add(lines.map((line) => ({ ...line, title: line.title || 'Untitled' })), notes)
  }
  return (
    <li role="treeitem" aria-level={depth + 1} className="composer-holder">
      {sending.map((title, at) => (
        <div key={at} className={`composer depth-${depth} is-sending`}>
          {title} <span className="soft small">being kept…</span>
        </div>
      ))}
      <div className={`composer depth-${depth}`}>
        {kinds.length > 1 ? (
          <Select size="small" aria-label="What the line becomes" popupMatchSelectWidth={false} value={kind === 'aim' ? usual : kind} onChange={setChosen} options={kinds.map((each) => ({ value: each, label: kindOfEntry(each).label }))} />
        ) : (
          <span className="composer-kind">{becomes}</span>
        )}
        <input ref={field} aria-label={`Title of the new ${becomes.toLowerCase()}`} aria-describedby="composer-help" aria-invalid={problem !== ''} maxLength={PLAN_TITLE_LENGTH} value={typed} placeholder={`Name of the ${becomes.toLowerCase()}, or paste an outline`} onChange={(event) => setTyped(event.target.value)} onKeyDown={onKeyDown} onPaste={onPaste} />
        <button type="button" className="link-button" onClick={onClose}>
          Done
        </button>
      </div>
      <p id="composer-help" className={`composer-help depth-${depth} ${problem ? 'is-problem' : 'soft'}`} role={problem ? 'alert' : undefined}>
        {problem || 'Enter for the next line · Tab deeper · Shift+Tab back · “Discussion: …”, “Book: …” or a web address say what a line is · Esc when done'}
      </p>
    </li>
  )
}
