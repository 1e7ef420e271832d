import type { Editor } from '@tiptap/core'
import { useEffect, useState } from 'react'
import { type AskedPlaces, pagePlaces } from '../../core/links/places.ts'
import { setLink } from '../editor/commands.ts'
import { keepPlaceOf } from '../editor/links/keep-place.ts'
import type { LeadsTo } from '../editor/links/where.ts'
import { getJson } from '../shell/ask-json.ts'

interface Props {
  editor: Editor
  leads: Extract<LeadsTo, { to: 'item' }>
  documentId: string
}

/** Which place of another page the link at the cursor leads to: its beginning, a heading, a named place. */
export function PlaceInItem({ editor, leads: { id, place }, documentId }: Props) {
  const [places, setPlaces] = useState<AskedPlaces | null>(null)
  useEffect(() => {
    let isOver = false
    void getJson(`/documents/${documentId}/places`, pagePlaces).then((said) => {
      if (!isOver && said.ok) setPlaces(said.value)
    })
    return () => void (isOver = true)
  }, [documentId])
  const isGone = places !== null && place !== '' && !places.some((each) => each.place === place)
  // Nothing to choose from, and nothing to tell.
  if (place === '' && (places === null || places.length === 0)) return null
  const lead = (next: string): void => {
    setLink({ href: next === '' ? id : `${id}#${encodeURIComponent(next)}` })(editor.state, editor.view.dispatch)
    if (next !== '') keepPlaceOf(documentId, next)
  }
  return (
    <>
      <label className="desk-field">
        <span>Place in it</span>
        <select value={place} onChange={({ target }) => lead(target.value)}>
          <option value="">Its beginning</option>
          {places?.map((each) => (
            <option key={each.place} value={each.place}>
              {each.sort === 'heading' || each.sort === 'equation' ? each.title : `${each.title} (${each.sort})`}
            </option>
          ))}
          {(places === null || isGone) && place !== '' && <option value={place}>{place}</option>}
        </select>
      </label>
      {isGone && (
        <p className="desk-advice is-trouble">
          There is no place “{place}” in it any more: students come to its beginning. Choose another place.
        </p>
      )}
    </>
  )
}
