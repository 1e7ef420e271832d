import type { Node, ResolvedPos } from '@tiptap/pm/model'
import { type EditorState, Plugin, PluginKey, type Transaction } from '@tiptap/pm/state'
import { leadsToPlace } from '../../../core/links/own-links.ts'
import { placesOfPage } from '../../../core/links/places.ts'
import { linksTitled } from '../../../core/links/titles.ts'
import { replaceWords } from '../../../core/replace/places.ts'
import { FROM_OTHERS } from '../../saving/local-steps.ts'

/** The heading or part that the cursor names, as it was called when the cursor came. */
interface Renaming {
  readonly place: string
  readonly title: string
  /** It was written here, not by somebody else. */
  readonly isMine: boolean
}

const key = new PluginKey<Renaming | null>('wordsFollow')

/** The name that stays of the place whose words are written at `at`; null where there is none. */
function placeAround(at: ResolvedPos): string | null {
  if (at.depth === 0) return null
  // The first words of a part are its title.
  const around = at.index(at.depth - 1) === 0 ? at.node(at.depth - 1) : null
  const id: unknown = at.parent.attrs.id ?? around?.attrs.id
  return typeof id === 'string' ? id : null
}

const titleOf = (page: Node, place: string): string =>
  placesOfPage(page).find((each) => each.place === place)?.title ?? ''

/** Links to a place of the page whose words were its title get the one that it has now; null when none had. */
function followed({ doc, tr }: EditorState, { place, title }: Renaming): Transaction | null {
  const places = linksTitled(doc, title, titleOf(doc, place), (href) => leadsToPlace(href, place))
  return places.length > 0 ? replaceWords(tr, places) : null
}

/**
 * When the cursor leaves a heading whose words have changed, links of the page that had the old ones get the new; one
 * step back takes both back. While it is written there, half a word is no title.
 */
export function wordsFollow(): Plugin<Renaming | null> {
  return new Plugin<Renaming | null>({
    key,
    state: {
      init: () => null,
      apply(transaction, renaming, _before, { doc, selection }) {
        if (transaction.getMeta(key) !== undefined) return null
        const place = placeAround(selection.$head)
        if (place === null) return null
        if (place !== renaming?.place) return { place, title: titleOf(doc, place), isMine: false }
        const isWritten = transaction.docChanged && transaction.getMeta(FROM_OTHERS) !== true
        return isWritten && !renaming.isMine ? { ...renaming, isMine: true } : renaming
      },
    },
    appendTransaction(_transactions, before, now) {
      const [left, here] = [key.getState(before), key.getState(now)]
      return left?.isMine && left.place !== here?.place ? followed(now, left) : null
    },
    props: {
      handleDOMEvents: {
        // Who goes to “Publish” has left the heading.
        blur(view) {
          if (key.getState(view.state)?.isMine) view.dispatch(view.state.tr.setMeta(key, null))
          return false
        },
      },
    },
  })
}
