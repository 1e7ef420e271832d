import { type ReactNode, useEffect, useId, useRef, useState } from 'react'

interface Props {
  label: string
  value: string
  /** How many characters it may have. */
  most: number
  rows: number
  placeholder?: string
  /** How it is typed. */
  help: ReactNode
  /** What is amiss in it, a sentence each. */
  problems?: readonly string[]
  isFormula?: boolean
  onKeep: (typed: string) => void
}

/** Kept so many milliseconds after the last key, so that what is set is seen while one types. */
const PAUSE = 350

/** Lines that are set about a piece, kept as they are typed. */
export function TypedSetting({ label, value, most, rows, placeholder, help, problems = [], isFormula, onKeep }: Props) {
  const id = useId()
  const { typed, type, keep } = useTyped(value, onKeep)
  return (
    <div className="desk-field">
      <label htmlFor={id}>{label}</label>
      <textarea
        id={id}
        rows={rows}
        maxLength={most}
        placeholder={placeholder}
        dir={isFormula ? 'ltr' : 'auto'}
        spellCheck={isFormula ? false : undefined}
        className={isFormula ? 'is-formula' : undefined}
        value={typed}
        aria-invalid={problems.length > 0 || undefined}
        aria-describedby={`${id}-help ${id}-problems`}
        onChange={({ target }) => type(target.value)}
        onBlur={keep}
      />
      <small id={`${id}-help`} className="soft">
        {help}
      </small>
      <div id={`${id}-problems`} role="status">
        {problems.length > 0 && (
          <ul className="field-problem desk-problems">
            {problems.map((problem) => (
              <li key={problem}>{problem}</li>
            ))}
          </ul>
        )}
      </div>
    </div>
  )
}

/** What is typed, kept after a pause and when the field is left; what others set meanwhile is followed. */
function useTyped(value: string, onKeep: (typed: string) => void) {
  const [typed, setTyped] = useState(value)
  const latest = useRef({ typed: value, kept: value, onKeep })
  latest.current.onKeep = onKeep
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const keep = (): void => {
    clearTimeout(timer.current)
    const { typed: words, kept } = latest.current
    if (words === kept) return
    latest.current.kept = words
    latest.current.onKeep(words)
  }
  useEffect(() => {
    // What was kept comes back; only what somebody else set is taken over what is typed.
    if (value === latest.current.kept) return
    latest.current.typed = latest.current.kept = value
    setTyped(value)
  }, [value])
  // What was typed in the last moment is kept when the field goes.
  useEffect(() => keep, [])
  const type = (words: string): void => {
    latest.current.typed = words.replaceAll('\r\n', '\n')
    setTyped(words)
    clearTimeout(timer.current)
    timer.current = setTimeout(keep, PAUSE)
  }
  return { typed, type, keep }
}
