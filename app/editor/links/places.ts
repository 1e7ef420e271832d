import type { Node } from '@tiptap/pm/model'
import { placesOfPage } from '../../../core/links/places.ts'
import type { LinkTarget } from '../../../core/links/targets.ts'

const SORTS = { heading: 'Heading', 'named place': 'Named place', piece: 'Piece', equation: 'Equation' } as const

/** What a link in a page can lead to on it: headings, named places, pieces that have a name. */
export const placesOf = (page: Node): LinkTarget[] =>
  placesOfPage(page)
    .filter(({ title }) => title !== '')
    .map(({ title, words, position, place, sort, isNamed }) => ({
      href: `#${encodeURIComponent(place)}`,
      title,
      ...(words === undefined ? {} : { words }),
      where: `${SORTS[sort]} of this page`,
      ...(isNamed ? {} : { toName: { position, name: place } }),
    }))
