import { createPortal } from 'react-dom'
import { initials } from '../../core/people/initials.ts'
import type { Presence } from '../../core/document/wire.ts'

/** Faces of those who have the page open too, in the strip above the sheet. */
export function OthersHere({ others }: { others: readonly Presence[] }) {
  const place = document.getElementById('others-here')
  if (!place) return null
  return createPortal(
    others.map(({ client, name, colour }) => (
      <span key={client} className="face" style={{ backgroundColor: colour }} title={`${name} is on this page`}>
        {initials(name)}
        <span className="visually-hidden">{name} is on this page</span>
      </span>
    )),
    place,
  )
}
