import type { Editor } from '@tiptap/core'
import { ArrowDown, ArrowUp, X } from 'lucide-react'
import { type KeyboardEvent, useEffect, useRef, useState } from 'react'
import { linesOf, type Match, MOST_MATCHES, type Put, type Query } from '../../core/find/find.ts'
import { ask } from './ask.ts'
import { Link, useParams } from 'react-router'
import { searchFor } from '../replace/asked.ts'
import { FindField, PutField } from './fields.tsx'
import { FindChoices, KeepCapitals } from './find-choices.tsx'
import { hideMatches, replaceMatches, showMatches } from './find-marks.ts'
import type { FindCall } from './use-find-call.ts'
import './find-bar.css'

interface Props {
  editor: Editor
  call: FindCall
  onClose: () => void
}

/** Looks for words on the sheet, and puts others in their place. */
export function FindBar({ editor, call, onClose }: Props) {
  const field = useRef<HTMLInputElement>(null)
  const found = useFinding(editor, call.query)
  const { query, setQuery, isLooked, problem, matches, current, go } = found
  useEffect(() => focusWhole(field.current), [call.at])
  const close = (): void => {
    hideMatches(editor)
    editor.view.focus()
    onClose()
  }
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Escape') close()
    else if (event.key === 'Enter' && event.target === field.current) go(event.shiftKey ? -1 : 1)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  return (
    <search className="find-bar" aria-label="Find on the sheet" onKeyDown={onKeyDown}>
      <div className="find-row">
        <FindField ref={field} {...{ query, setQuery, problem }} aria-describedby="find-said" />
        <FindChoices {...{ query, setQuery }} />
        <span id="find-said" className={problem ? 'field-problem' : 'soft'} role="status">
          {problem || (isLooked ? told(query, matches.length, current) : '')}
        </span>
        <button type="button" className="plain-button tool" aria-label="Previous match" onClick={() => go(-1)}>
          <ArrowUp size={16} aria-hidden />
        </button>
        <button type="button" className="plain-button tool" aria-label="Next match" onClick={() => go(1)}>
          <ArrowDown size={16} aria-hidden />
        </button>
        <button type="button" className="plain-button tool find-close" aria-label="Close find" onClick={close}>
          <X size={16} aria-hidden />
        </button>
      </div>
      {call.replaces && <ReplaceRow {...{ editor, found }} />}
    </search>
  )
}

function focusWhole(field: HTMLInputElement | null): void {
  field?.focus()
  field?.select()
}

function told(query: Query, count: number, current: number): string {
  if (query.words === '') return ''
  if (count === 0) return 'Nothing found.'
  const most = count === MOST_MATCHES ? ' or more' : ''
  return `${(current + 1).toLocaleString('en')} of ${count.toLocaleString('en')}${most}`
}

function ReplaceRow({ editor, found }: { editor: Editor; found: ReturnType<typeof useFinding> }) {
  const { query, matches, current, look } = found
  const [put, setPut] = useState<Put>({ words: '', keepsCapitals: true })
  const [said, setSaid] = useState('')
  const { courseId } = useParams()
  const replace = (which: readonly Match[]): void => {
    replaceMatches(editor, which, put, query)
    setSaid(
      which.length === 1 ? 'Replaced.' : `${which.length.toLocaleString('en')} replaced. Undo takes all of it back.`,
    )
    void look(query, current, true)
  }
  const one = matches[current]
  return (
    <div className="find-row">
      <PutField {...{ query, put, setPut }} onKeyDown={(event) => event.key === 'Enter' && one && replace([one])} />
      <KeepCapitals {...{ put, setPut, query }} />
      <button type="button" className="desk-button" disabled={!one} onClick={() => one && replace([one])}>
        Replace
      </button>
      <button type="button" className="desk-button" disabled={!one} onClick={() => replace(matches)}>
        Replace all
      </button>
      <Link className="quiet-link" to={`/courses/${courseId}/replace?${searchFor(query, put)}`}>
        In the whole course…
      </Link>
      <span className="soft" role="status">
        {said}
      </span>
    </div>
  )
}

const NONE: readonly Match[] = []

/** What is looked for on the sheet, and what is found; looked for again whenever the page has changed. */
function useFinding(editor: Editor, called: Query | null) {
  const [query, setAsked] = useState<Query>(
    () => called ?? { words: selectedWords(editor), isCase: false, isWhole: false, isPattern: false },
  )
  // What was found belongs to what was asked: while something else is looked for, nothing is replaced.
  const [found, setFound] = useState<{ query: Query; matches: readonly Match[] }>({ query, matches: [] })
  const matches = found.query === query ? found.matches : NONE
  const [current, setCurrent] = useState(0)
  const [problem, setProblem] = useState('')
  const asked = useRef(0)
  const look = async (next: Query, at: number | null, goes: boolean): Promise<void> => {
    const call = ++asked.current
    const { doc } = editor.state
    const answer = await ask(linesOf(doc), next)
    // Something else has been asked for since, or written.
    if (call !== asked.current || editor.isDestroyed || editor.state.doc !== doc) return
    setProblem('problem' in answer ? answer.problem : '')
    const all = 'problem' in answer ? [] : answer.matches
    const from = editor.state.selection.from
    const first = all.findIndex((match) => match.from >= from)
    const place = all.length === 0 ? 0 : at === null ? Math.max(0, first) : Math.min(at, all.length - 1)
    setFound({ query: next, matches: all })
    setCurrent(place)
    showMatches(editor, all, place, goes)
  }
  const setQuery = (next: Query): void => {
    setAsked(next)
    void look(next, null, true)
  }
  const go = (by: 1 | -1): void => {
    if (matches.length === 0) return
    const next = (current + by + matches.length) % matches.length
    setCurrent(next)
    showMatches(editor, matches, next, true)
  }
  const goesFirst = useRef(called !== null)
  useLookAgain(editor, () => {
    void look(query, goesFirst.current ? null : current, goesFirst.current)
    goesFirst.current = false
  })
  return { query, setQuery, isLooked: found.query === query, problem, matches, current, go, look }
}

/** Looks at once when it opens, and a moment after each change of the page. */
function useLookAgain(editor: Editor, look: () => void): void {
  const latest = useRef(look)
  latest.current = look
  useEffect(() => {
    latest.current()
    let timer: ReturnType<typeof setTimeout> | undefined
    const changed = ({ transaction }: { transaction: { docChanged: boolean } }): void => {
      if (!transaction.docChanged) return
      clearTimeout(timer)
      timer = setTimeout(() => latest.current(), 250)
    }
    editor.on('transaction', changed)
    return () => {
      clearTimeout(timer)
      editor.off('transaction', changed)
    }
  }, [editor])
}

/** What is selected in one paragraph is most likely what is looked for. */
function selectedWords({ state: { selection, doc } }: Editor): string {
  const { $from, $to, from, to } = selection
  return $from.sameParent($to) ? doc.textBetween(from, to, '', '').slice(0, 200) : ''
}
