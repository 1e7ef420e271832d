import { useEffect, useState } from 'react'
import { KeepUnderName } from '../looks/keep-under-name.tsx'
import { type CourseLooksHere, useCourseLooks } from '../looks/use-course-looks.ts'
import { WhatWasRemoved } from '../looks/what-was-removed.tsx'
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

/** A colour out of some, out of those of the course, or typed as hex; what is typed can be kept for the course. */
export function ColourChoice({ label, labelledBy, value, colours, none, onChange }: Props) {
  const here = useCourseLooks()
  const ofCourse = here.looks.flatMap(({ sort, name, value: colour }) =>
    sort === 'colour' ? [[name, colour] as const] : [],
  )
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
      <Swatches {...{ colours, value, onChange }} />
      {ofCourse.length > 0 && <span className="swatch-rule" />}
      <Swatches colours={ofCourse} {...{ value, onChange }} />
      <ColourField label={`${label} as hex colour`} value={value ?? ''} onChange={onChange} />
      {here.isCourse && <ForTheCourse {...{ here, value, colours, ofCourse }} />}
    </div>
  )
}

function Swatches({ colours, value, onChange }: Pick<Props, 'colours' | 'value' | 'onChange'>) {
  return colours.map(([name, colour]) => (
    <button
      key={`${name} ${colour}`}
      type="button"
      className="swatch"
      style={{ backgroundColor: colour }}
      aria-label={name}
      title={name}
      aria-pressed={value === colour}
      onClick={() => onChange(colour)}
    />
  ))
}

interface ForTheCourseProps extends Pick<Props, 'value' | 'colours'> {
  here: CourseLooksHere
  ofCourse: readonly NamedColour[]
}

/** A colour of one's own is kept for the course; one of the course is taken out. */
function ForTheCourse({ here, value, colours, ofCourse }: ForTheCourseProps) {
  const kept = here.looks.find((look) => look.sort === 'colour' && look.value === value)
  const isOwn = value !== null && value !== '' && !kept && !colours.some(([, colour]) => colour === value)
  return (
    <div className="for-the-course">
      {isOwn && (
        <KeepUnderName
          invite="Keep this colour for the course…"
          taken={ofCourse.map(([name]) => name)}
          onKeep={(name) => here.keep({ sort: 'colour', name, value })}
        />
      )}
      {kept && (
        <button type="button" className="link-button" onClick={() => void here.remove(kept)}>
          Take “{kept.name}” out of the course’s colours
        </button>
      )}
      <WhatWasRemoved here={here} sort="colour" />
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
