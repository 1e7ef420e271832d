import { Transform } from 'prosemirror-transform'
import { ownTarget } from '../../links/own-links.ts'
import { type PagePlace, placesOfPage } from '../../links/places.ts'
import { decodedPlace } from '../../tree/addresses.ts'
import { linksOf } from '../../links/links-of.ts'
import type { Known, Rule } from '../rule.ts'

/** Why a link leads nowhere; null when it leads somewhere, or when that can't be told here. */
function whyNowhere(href: string, places: () => Set<string>, { entries }: Known): string | null {
  if (href.startsWith('#') && href.length > 1)
    return places().has(decodedPlace(href.slice(1))) ? null : 'leads to a place that is not on this page.'
  const own = entries && ownTarget(href)
  return own && !entries.has(own.id) ? 'leads to something that is no longer in this course.' : null
}

/** Links to what is not there: of the course, or of the page itself. */
export const linkToNothing: Rule = {
  id: 'link-to-nothing',
  name: 'Link that leads nowhere',
  severity: 'right',
  why: 'Students who follow it find that there is no such page, or stay where they are and don’t know why.',
  criterion: null,
  check: (page, known) => {
    let found: Set<string> | undefined
    // A piece has no name by its words alone, as headings have.
    const isThere = ({ sort, isNamed }: PagePlace): boolean => isNamed || sort !== 'piece'
    const places = (): Set<string> =>
      (found ??= new Set(
        placesOfPage(page)
          .filter(isThere)
          .map(({ place }) => place),
      ))
    return linksOf(page).flatMap(({ from, to, words, href }) => {
      const why = whyNowhere(href, places, known)
      return why === null ? [] : [{ from, to, message: `“${words.trim()}” ${why}`, passage: `${words} ${href}` }]
    })
  },
  repairs: [{ id: 'unlink', label: 'Take the link off, keep the words' }],
  repair: (page, { from, to }) => new Transform(page).removeMark(from, to, page.type.schema.marks.link),
  good: [
    { html: '<p><a href="gates">the gates</a> and <a href="gates#hung">how they hang</a></p>', entries: ['gates'] },
    { html: '<h2>Frost lifts</h2><p>See <a href="#frost-lifts">frost</a></p>' },
    { html: '<h2 id="cold">Frost</h2><h3>Frost</h3><p><a href="#cold">a</a> <a href="#frost">b</a></p>' },
    // Without knowing the course nothing can be said of it.
    { html: '<p><a href="gone">the gates</a></p>' },
  ],
  bad: [
    {
      html: '<p>See <a href="gone#x">the <b>gates</b></a>.</p>',
      entries: ['gates'],
      repair: 'unlink',
      repaired: '<p>See the <strong>gates</strong>.</p>',
    },
    {
      html: '<h2 id="cold">Frost</h2><p>See <a href="#frost">frost</a>.</p>',
      repair: 'unlink',
      repaired: '<h2 id="cold">Frost</h2>\n<p>See frost.</p>',
    },
  ],
}
