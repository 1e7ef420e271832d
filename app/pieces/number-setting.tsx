import { useEffect, useState } from 'react'

interface Props {
  label: string
  value: number
  least: number
  most: number
  /** Not whole numbers alone. */
  isAny?: boolean
  onKeep: (value: number) => void
}

/** A number that is set about a piece; taken while it is typed, as soon as it is within its limits. */
export function NumberSetting({ label, value, least, most, isAny = false, onKeep }: Props) {
  const [typed, setTyped] = useState(String(value))
  useEffect(() => setTyped(String(value)), [value])
  const isRight = (words: string): boolean => {
    const number = words.trim() === '' ? NaN : Number(words)
    return (isAny ? Number.isFinite(number) : Number.isInteger(number)) && number >= least && number <= most
  }
  return (
    <label className="desk-field">
      <span>{label}</span>
      <input
        type="number"
        step={isAny ? 'any' : undefined}
        min={least}
        max={most}
        value={typed}
        aria-invalid={!isRight(typed)}
        onChange={({ target }) => {
          setTyped(target.value)
          if (isRight(target.value)) onKeep(Number(target.value))
        }}
        onBlur={() => setTyped(String(value))}
      />
      {!isRight(typed) && (
        <small className="field-problem">
          {`A ${isAny ? 'number' : 'whole number'} from ${least} to ${most} was expected.`}
        </small>
      )}
    </label>
  )
}
