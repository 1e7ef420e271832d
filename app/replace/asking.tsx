import { Button } from 'antd'
import { useEffect, useRef } from 'react'
import { MOST_MATCHES } from '../../core/find/find.ts'
import { FindField, PutField } from '../find/fields.tsx'
import { FindChoices, KeepCapitals } from '../find/find-choices.tsx'
import { counted } from './counted.ts'
import { standingWords } from './replaced-desk.tsx'
import type { CourseLines } from './use-lines.ts'
import { tickedOf } from './ticks.ts'
import type { Replacing } from './use-replacing.ts'

/** What is looked for and what takes its place, what was found, and the way to do it. */
export function Asking(replacing: Replacing) {
  const { asked, setQuery, searched, lines, ids, replace, problem } = replacing
  const { query } = asked
  const field = useRef<HTMLInputElement>(null)
  useEffect(() => field.current?.select(), [])
  const whyNot = whyNotYet(replacing)
  return (
    <form
      className="replace-form"
      onSubmit={(event) => {
        event.preventDefault()
        if (whyNot === '') replace()
      }}
    >
      <div className="find-row">
        <FindField
          ref={field}
          {...{ query, setQuery }}
          problem={searched.problem}
          data-begin
          autoFocus
          aria-describedby="replace-said"
          // Enter in the first field changes nothing yet.
          onKeyDown={(event) => event.key === 'Enter' && event.preventDefault()}
        />
        <FindChoices {...{ query, setQuery }} />
      </div>
      <PutRow {...{ replacing, whyNot }} />
      <p id="replace-said" className={searched.problem ? 'field-problem' : 'soft'} role="status">
        {searched.problem || saidOf(replacing, whyNot)}
      </p>
      {problem && (
        <p className="field-problem" role="alert">
          {problem}
        </p>
      )}
      <Looked {...{ lines, ids }} />
    </form>
  )
}

/** What takes the place, and the button that does it. */
function PutRow({ replacing, whyNot }: { replacing: Replacing; whyNot: string }) {
  const { asked, setPut } = replacing
  const { query, put } = asked
  return (
    <div className="find-row">
      <PutField {...{ query, put, setPut }} />
      <KeepCapitals {...{ put, setPut, query }} />
      <Button type="primary" htmlType="submit" disabled={whyNot !== ''}>
        {buttonWords(replacing)}
      </Button>
    </div>
  )
}

function buttonWords({ asked: { put }, searched, ticks }: Replacing): string {
  const ticked = tickedOf(searched.pages, ticks)
  const count = ticked.reduce((sum, { places }) => sum + places.length, 0)
  if (count === 0) return 'Replace'
  return `${put.words === '' ? 'Take out of' : 'Replace'} ${counted(count, 'place')} on ${counted(ticked.length, 'page')}`
}

/** Why nothing can be replaced now; empty when it can. */
function whyNotYet({ asked: { query }, searched, ticks, lines, ids, jobs }: Replacing): string {
  if (query.words === '') return 'Type what to look for. Nothing is changed before you press the button.'
  if (searched.query !== query) return 'Looking…'
  if (searched.count === 0) return nothingYet(searched.isCurrent && lines.done === ids.length, lines.problem)
  if (lines.done < ids.length) return 'Not everything has been looked through yet.'
  if (jobs.all?.some(({ state }) => state === 'waiting' || state === 'running'))
    return 'Words are being replaced in this course just now.'
  return tickedOf(searched.pages, ticks).length === 0 ? 'No place is ticked.' : ''
}

/** Nothing is there only when all has been looked through. */
function nothingYet(isAll: boolean, problem: string): string {
  if (isAll) return 'Nothing was found.'
  return problem === '' ? 'Looking…' : 'Nothing was found so far.'
}

/** What was found; right after words were replaced, what came of that. */
function saidOf({ asked: { query }, searched: { count, pages }, jobs }: Replacing, whyNot: string): string {
  const last = jobs.all?.[0]
  if (count === 0)
    return last?.words === query.words && last.state === 'done' && last.doing === 'replace'
      ? `Done: ${standingWords(last)}`
      : whyNot
  const most = count === MOST_MATCHES ? ' No more are changed at once; there may be others.' : ''
  return `Found in ${counted(count, 'place')} on ${counted(pages.length, 'page')}.${most} ${whyNot}`.trimEnd()
}

/** How much of the course is known. */
function Looked({ lines: { done, problem, pages, load }, ids }: { lines: CourseLines; ids: readonly string[] }) {
  if (problem)
    return (
      <p className="field-problem" role="alert">
        {problem}{' '}
        <button type="button" className="link-button" onClick={() => load(ids.filter((id) => !pages.has(id)))}>
          Try again
        </button>
      </p>
    )
  return done < ids.length ? (
    <p className="soft small" role="status">
      Looked through {done.toLocaleString('en')} of {counted(ids.length, 'page')} so far…
    </p>
  ) : null
}
