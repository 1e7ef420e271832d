import { useEffect, useState } from 'react'

interface Props {
  label: string
  value: string
  /** How many characters it may have. */
  most: number
  /** A field of so many lines; without it, of one. */
  rows?: number
  isDisabled?: boolean
  placeholder?: string
  /** What is amiss; empty when nothing is. */
  problem?: string
  onKeep: (words: string) => void
}

/** Words that are set about a piece, kept when their field is left. */
export function WordsSetting({ label, value, most, rows, isDisabled, placeholder, problem, onKeep }: Props) {
  const [typed, setTyped] = useState(value)
  useEffect(() => setTyped(value), [value])
  const field = {
    value: typed,
    maxLength: most,
    disabled: isDisabled,
    placeholder,
    onChange: ({ target }: { target: { value: string } }) => setTyped(target.value),
    onBlur: () => {
      const words = typed.trim().replaceAll('\r\n', '\n')
      if (words !== value) onKeep(words)
    },
  }
  return (
    <label className="desk-field">
      <span>{label}</span>
      {rows ? <textarea rows={rows} {...field} /> : <input {...field} />}
      {problem && <small className="field-problem">{problem}</small>}
    </label>
  )
}
