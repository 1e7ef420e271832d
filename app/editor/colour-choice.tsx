import { useEffect, useState } from 'react'
import { safeColour } from '../../core/tree/colours.ts'

export type NamedColour = readonly [name: string, colour: string]

interface Props {
  /** What is coloured: “Background”. */
  label: string
  /** The element that says so to the eye. */
  labelledBy: string
  /** `#rrggbb`; null for none. */
  value: string | null
  colours: readonly NamedColour[]
  /** What no colour is called; when left out, there always is one. */
  none?: string
  onChange: (colour: string | null) => void
}

/** A colour out of some, or typed as hex. */
export function ColourChoice({ label, labelledBy, value, colours, none, onChange }: Props) {
  return (
    <div className="swatches" role="group" aria-labelledby={labelledBy}>
      {none && (
        <button
          type="button"
          className="swatch swatch-none"
          aria-label={none}
          title={none}
          aria-pressed={value === null}
          onClick={() => onChange(null)}
        />
      )}
      {colours.map(([name, colour]) => (
        <button
          key={colour}
          type="button"
          className="swatch"
          style={{ backgroundColor: colour }}
          aria-label={name}
          title={name}
          aria-pressed={value === colour}
          onClick={() => onChange(colour)}
        />
      ))}
      <ColourField label={`${label} as hex colour`} value={value ?? ''} onChange={onChange} />
    </div>
  )
}

/** A colour typed as hex; taken when it is one, told when it isn't. */
function ColourField({ label, value, onChange }: { label: string; value: string; onChange: (colour: string) => void }) {
  const [typed, setTyped] = useState(value)
  useEffect(() => setTyped(value), [value])
  const colour = typed === '' ? '' : safeColour(typed)
  return (
    <input
      className="colour-field"
      aria-label={label}
      aria-invalid={colour === null}
      title={colour === null ? 'A colour is # and six digits of 0-9 and a-f.' : undefined}
      placeholder="#"
      value={typed}
      spellCheck={false}
      onChange={(event) => {
        setTyped(event.target.value)
        const taken = /^#[0-9a-f]{6}$/i.test(event.target.value.trim()) ? safeColour(event.target.value) : null
        if (taken) onChange(taken)
      }}
      onBlur={() => (colour ? onChange(colour) : setTyped(value))}
    />
  )
}
