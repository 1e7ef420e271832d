import { useEffect, useState } from 'react'

interface Props {
  label: string
  value: number
  least: number
  most: number
  onKeep: (value: number) => void
}

/** A whole number that is set about a piece; taken while it is typed, as soon as it is within its limits. */
export function NumberSetting({ label, value, least, most, onKeep }: Props) {
  const [typed, setTyped] = useState(String(value))
  useEffect(() => setTyped(String(value)), [value])
  const number = typed.trim() === '' ? NaN : Number(typed)
  const isRight = Number.isInteger(number) && number >= least && number <= most
  return (
    <label className="desk-field">
      <span>{label}</span>
      <input
        type="number"
        min={least}
        max={most}
        value={typed}
        aria-invalid={!isRight}
        onChange={({ target }) => {
          setTyped(target.value)
          const next = Number(target.value)
          if (target.value.trim() !== '' && Number.isInteger(next) && next >= least && next <= most) onKeep(next)
        }}
        onBlur={() => setTyped(String(value))}
      />
      {!isRight && <small className="field-problem">{`A whole number from ${least} to ${most} was expected.`}</small>}
    </label>
  )
}
