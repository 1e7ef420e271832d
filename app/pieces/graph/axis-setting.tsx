import { useEffect, useState } from 'react'
import { MOST_REACH } from '../../../core/kinds/graph/kind.ts'

interface Props {
  axis: 'x' | 'y'
  /** Null for as much as the functions need. */
  range: readonly [number, number] | null
  /** Both may be left empty. */
  canBeEmpty?: boolean
  onKeep: (range: readonly [number, number] | null) => void
}

const typedOf = (range: Props['range']): [string, string] => (range ? [String(range[0]), String(range[1])] : ['', ''])

/** From where to where an axis goes; kept as soon as both numbers are right. */
export function AxisSetting({ axis, range, canBeEmpty = false, onKeep }: Props) {
  const [typed, setTyped] = useState(typedOf(range))
  const [from, to] = range ?? [null, null]
  useEffect(() => setTyped(typedOf(from === null || to === null ? null : [from, to])), [from, to])
  const problem = problemOf(typed, canBeEmpty)
  const type = (at: 0 | 1, words: string): void => {
    const next: [string, string] = at === 0 ? [words, typed[1]] : [typed[0], words]
    setTyped(next)
    if (problemOf(next, canBeEmpty) === '') onKeep(next[0] === '' ? null : [Number(next[0]), Number(next[1])])
  }
  const field = (at: 0 | 1, words: string) => (
    <label>
      {words}
      <input
        inputMode="numeric"
        dir="ltr"
        value={typed[at]}
        aria-invalid={problem !== '' || undefined}
        aria-describedby={`graph-axis-${axis}`}
        onChange={({ target }) => type(at, target.value.trim().replace('−', '-').replace(',', '.'))}
      />
    </label>
  )
  return (
    <fieldset className="desk-field graph-axis">
      <legend>{canBeEmpty ? `The ${axis} axis; empty for as much as is needed` : `The ${axis} axis`}</legend>
      {field(0, 'from')}
      {field(1, 'to')}
      <small id={`graph-axis-${axis}`} className="field-problem" role="status">
        {problem}
      </small>
    </fieldset>
  )
}

/** What is wrong with what was typed; empty when nothing is. */
function problemOf([from, to]: readonly [string, string], canBeEmpty: boolean): string {
  if (from === '' && to === '' && canBeEmpty) return ''
  const [start, end] = [from, to].map((each) => (each === '' ? NaN : Number(each))) as [number, number]
  if (Number.isNaN(start) || Number.isNaN(end)) return 'Two numbers were expected.'
  if (Math.max(Math.abs(start), Math.abs(end)) > MOST_REACH)
    return 'An axis reaches 100,000,000 at most, and as far below 0.'
  return end > start ? '' : 'The second number has to be the larger one.'
}
