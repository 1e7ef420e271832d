import { useState } from 'react'
import { fromField, toField } from '../shell/zoned-time.ts'

/** A setting that is on or off. */
export function CheckField({ words, isOn, keep }: { words: string; isOn: boolean; keep: (isOn: boolean) => void }) {
  return (
    <label className="desk-check">
      <input type="checkbox" checked={isOn} onChange={(event) => keep(event.target.checked)} />
      <span>{words}</span>
    </label>
  )
}

/** Kept when the field is left or Enter is pressed, not with each key. */
export function TextField({
  words,
  value,
  isLong = false,
  keep,
}: {
  words: string
  value: string
  isLong?: boolean
  keep: (text: string) => void
}) {
  const [typed, setTyped] = useState(value)
  const leave = (): void => {
    if (typed.trim() !== value) keep(typed.trim())
  }
  return (
    <label className="desk-field">
      <span>{words}</span>
      {isLong ? (
        <textarea rows={4} value={typed} onChange={(event) => setTyped(event.target.value)} onBlur={leave} />
      ) : (
        <input
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={leave}
          onKeyDown={(event) => event.key === 'Enter' && leave()}
        />
      )}
    </label>
  )
}

/** A date and a time of the course; empty is none. */
export function DateTimeField({
  words,
  value,
  timeZone,
  keep,
}: {
  words: string
  value: string | null
  timeZone: string
  keep: (iso: string | null) => void
}) {
  const [typed, setTyped] = useState(() => toField(value, timeZone))
  const leave = (): void => {
    const iso = fromField(typed, timeZone)
    if (iso !== value) keep(iso)
  }
  return (
    <label className="desk-field">
      <span>{words}</span>
      <input
        type="datetime-local"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => event.key === 'Enter' && leave()}
      />
    </label>
  )
}

interface SelectProps<Value extends string> {
  words: string
  value: Value
  /** What can be chosen, and what each is called. */
  options: readonly (readonly [Value, string])[]
  keep: (value: Value) => void
}

/** One of a few. */
export function SelectField<Value extends string>({ words, value, options, keep }: SelectProps<Value>) {
  return (
    <label className="desk-field">
      <span>{words}</span>
      <select value={value} onChange={(event) => keep(event.target.value as Value)}>
        {options.map(([each, name]) => (
          <option key={each} value={each}>
            {name}
          </option>
        ))}
      </select>
    </label>
  )
}
