import { useEffect, useRef } from 'react'
import { createPortal } from 'react-dom'
import { initials } from '../../core/people/initials.ts'
import { announce } from '../shell/announce.ts'
import type { Presence } from '../../core/document/wire.ts'

/** Faces of those who have the page open too, in the strip above the sheet. */
export function OthersHere({ others }: { others: readonly Presence[] }) {
  useSaidOthers(others)
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

/** Says who comes and who goes. */
function useSaidOthers(others: readonly Presence[]): void {
  const before = useRef<ReadonlyMap<string, string>>(new Map())
  useEffect(() => {
    const now = new Map(others.map(({ client, name }) => [client, name]))
    for (const [client, name] of now) if (!before.current.has(client)) announce(`${name} is on this page now.`)
    for (const [client, name] of before.current) if (!now.has(client)) announce(`${name} has left this page.`)
    before.current = now
  }, [others])
}
