import { App, Select } from 'antd'
import { useEffect, useRef, useState } from 'react'
import { useRevalidator } from 'react-router'
import { z } from 'zod'
import { parseOutline, PLAN_TITLE_LENGTH } from '../../core/plan/outline.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import type { PlanRequest } from './plan-requests.ts'

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

const answer = z.object({ ok: z.boolean(), reason: z.string().optional(), ids: z.array(z.string()).optional(), notes: z.array(z.string()).optional() })

/**
 * A line of the outline being typed: Enter keeps it and begins the next, Tab and Shift+Tab nest, an outline that is
 * pasted becomes a tree at once. A line is sent as soon as it is entered; until the server has it, it stays in sight.
 */
export function Composer({ place, plan, courseId, onMoved, onClose }: Props) {
  const { message } = App.useApp()
  const revalidator = useRevalidator()
  const [typed, setTyped] = useState('')
  const [isInUnit, setInUnit] = useState(false)
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

  const context = contextOf(plan, place.afterId)
  const deepest = context.unit ? 2 : 0
  const depth = Math.min(place.depth, deepest)
  const becomes = depth === 0 ? 'Unit' : depth === 1 ? (isInUnit ? 'Page' : 'Lesson') : 'Page'

  const add = (lines: { title: string; depth: number }[], notes: readonly string[] = []): void => {
    setSending((titles) => [...titles, ...lines.map(({ title }) => title)])
    setProblem('')
    waiting.current++
    // Lines typed quickly are sent one after the other, each after the one before it.
    queue.current = queue.current.then(async (afterId) => {
      const result = await post(courseId, { intent: 'add', afterId, lines, level1: isInUnit ? 'page' : 'lesson' })
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
    add([{ title: title.slice(0, PLAN_TITLE_LENGTH), depth }])
    setTyped('')
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
    const { lines, notes } = parseOutline(text, 2 - depth)
    if (lines.length > 0) add(lines.map((line) => ({ title: line.title || 'Untitled', depth: Math.min(2, line.depth + depth) })), notes)
  }
  return (
    <li role="treeitem" aria-level={depth + 1} className="composer-holder">
      {sending.map((title, at) => (
        <div key={at} className={`composer depth-${depth} is-sending`}>
          {title} <span className="soft small">being kept…</span>
        </div>
      ))}
      <div className={`composer depth-${depth}`}>
        {depth === 1 ? (
          <Select size="small" aria-label="What the line becomes" value={isInUnit ? 'page' : 'lesson'} onChange={(value) => setInUnit(value === 'page')} options={[{ value: 'lesson', label: 'Lesson' }, { value: 'page', label: 'Page' }]} />
        ) : (
          <span className="composer-kind">{becomes}</span>
        )}
        <input ref={field} aria-label={`Title of the new ${becomes.toLowerCase()}`} aria-describedby="composer-help" aria-invalid={problem !== ''} maxLength={PLAN_TITLE_LENGTH} value={typed} placeholder={`Name of the ${becomes.toLowerCase()}, or paste an outline`} onChange={(event) => setTyped(event.target.value)} onKeyDown={onKeyDown} onPaste={onPaste} />
        <button type="button" className="link-button" onClick={onClose}>
          Done
        </button>
      </div>
      <p id="composer-help" className={`composer-help depth-${depth} ${problem ? 'is-problem' : 'soft'}`} role={problem ? 'alert' : undefined}>
        {problem || 'Enter for the next line · Tab deeper · Shift+Tab back · Esc when done'}
      </p>
    </li>
  )
}

function contextOf(plan: readonly PlanRow[], id: string | null): { unit: boolean } {
  return { unit: id !== null ? plan.some((entry) => entry.id === id) : plan.some(({ kind }) => kind === 'unit') }
}

async function post(courseId: string, request: PlanRequest): Promise<z.infer<typeof answer>> {
  try {
    const response = await fetch(`/courses/${courseId}/plan-lines`, { method: 'POST', body: JSON.stringify(request), headers: { 'Content-Type': 'application/json' } })
    return answer.parse(await response.json())
  } catch {
    return { ok: false, reason: 'The server does not answer.' }
  }
}
