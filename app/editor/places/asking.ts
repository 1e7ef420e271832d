import type { Node } from '@tiptap/pm/model'
import { closeHistory } from '@tiptap/pm/history'
import { type Command, type EditorState, NodeSelection } from '@tiptap/pm/state'
import { slug } from '../../../core/html/slug.ts'
import { leadsToPlace } from '../../../core/links/own-links.ts'
import { placesOfPage, placeTitle } from '../../../core/links/places.ts'
import { wordsFrom } from '../../../core/kinds/attributes.ts'
import { linksOf } from '../../../core/links/links-of.ts'
import { linksTitled } from '../../../core/links/titles.ts'
import { replaceWords } from '../../../core/replace/places.ts'
import { askedInLine, selectedOf } from '../asked.ts'

const selectedPlace = (state: EditorState): Node | null => selectedOf(state, 'namedPlace')

/** `askPlace` opens the dialog for the place that is selected, or for a new one at the cursor. */
export const { ask: askPlace, plugin: namedPlaces } = askedInLine('named-places', ['namedPlace'])

/** The place that is selected, as the dialog shows it; null where none is. */
export function placeNow(state: EditorState): { readonly name: string; readonly links: number } | null {
  const place = selectedPlace(state)
  if (!place) return null
  const links = linksOf(state.doc).filter(({ href }) => leadsToPlace(href, String(place.attrs.id)))
  return { name: placeTitle(place), links: links.length }
}

/** What a new place may be called: the words that are selected, or none. */
export const wordsForPlace = ({ doc, selection: { from, to } }: EditorState): string =>
  wordsFrom(doc.textBetween(from, to, ' ').trim(), 60)

/**
 * Names the place that is selected, whose address stays so that links go on leading to it; those that had its name as
 * their words get the new one. Where none is selected, a new place stands before the selection.
 */
export const putPlace =
  (name: string): Command =>
  (state, dispatch) => {
    const { selection, schema } = state
    const transaction = closeHistory(state.tr)
    const place = selectedPlace(state)
    if (place) {
      const leadsThere = (href: string): boolean => leadsToPlace(href, String(place.attrs.id))
      transaction.setNodeAttribute(selection.from, 'name', name)
      replaceWords(transaction, linksTitled(transaction.doc, placeTitle(place), name, leadsThere))
      const at = transaction.mapping.map(selection.from)
      transaction.setSelection(NodeSelection.create(transaction.doc, at))
    } else transaction.insert(selection.from, schema.nodes.namedPlace!.create({ id: freshId(state.doc, name), name }))
    dispatch?.(transaction.scrollIntoView())
    return true
  }

/** Takes the place that is selected away. */
export const removePlace: Command = (state, dispatch) => {
  if (!selectedPlace(state)) return false
  dispatch?.(closeHistory(state.tr).deleteSelection().scrollIntoView())
  return true
}

/** An address from the name, which no other place of the page has. */
function freshId(page: Node, name: string): string {
  const taken = new Set(placesOfPage(page).map(({ place }) => place))
  const stem = slug(name)
  let id = stem
  for (let number = 2; taken.has(id); number++) id = `${stem}-${number}`
  return id
}
