import { CaseSensitive, CaseUpper, Regex, WholeWord, type LucideIcon } from 'lucide-react'
import type { Put, Query } from '../../core/find/find.ts'

const CHOICES: readonly (readonly [choice: 'isCase' | 'isWhole' | 'isPattern', name: string, icon: LucideIcon])[] = [
  ['isCase', 'Match capitals', CaseSensitive],
  ['isWhole', 'Whole words', WholeWord],
  ['isPattern', 'Pattern: a regular expression', Regex],
]

interface ChoiceProps {
  name: string
  icon: LucideIcon
  isOn: boolean
  onSet: (isOn: boolean) => void
}

function Choice({ name, icon: Icon, isOn, onSet }: ChoiceProps) {
  return (
    <button
      type="button"
      className={isOn ? 'plain-button tool is-on' : 'plain-button tool'}
      aria-label={name}
      title={name}
      aria-pressed={isOn}
      onClick={() => onSet(!isOn)}
    >
      <Icon size={17} strokeWidth={1.75} aria-hidden />
    </button>
  )
}

/** How words are looked for. */
export function FindChoices({ query, setQuery }: { query: Query; setQuery: (query: Query) => void }) {
  return CHOICES.map(([choice, name, icon]) => (
    <Choice
      key={choice}
      {...{ name, icon }}
      isOn={query[choice]}
      onSet={(isOn) => setQuery({ ...query, [choice]: isOn })}
    />
  ))
}

interface CapitalsProps {
  put: Put
  setPut: (put: Put) => void
  query: Query
}

/** Whether what is put begins as what goes began; no question where capitals are looked for, or a pattern. */
export function KeepCapitals({ put, setPut, query }: CapitalsProps) {
  if (query.isCase || query.isPattern) return null
  return (
    <Choice
      name="Keep capitals as they stand"
      icon={CaseUpper}
      isOn={put.keepsCapitals}
      onSet={(keepsCapitals) => setPut({ ...put, keepsCapitals })}
    />
  )
}
