import type { Transform } from 'prosemirror-transform'
import { equationNumber, numberedEquations } from '../kinds/equation/numbers.ts'
import { linksOf, rewordLink } from '../links/links-of.ts'
import { decodedPlace } from '../tree/addresses.ts'

/**
 * Gives links that lead to a numbered equation of the page, and whose words are the number of one, its number as it is
 * now. Who wrote other words keeps them.
 */
export function normaliseReferences(transform: Transform): void {
  const numbers = new Map(
    numberedEquations(transform.doc).flatMap(({ node, number }) =>
      typeof node.attrs.id === 'string' ? [[node.attrs.id, equationNumber(number)] as const] : [],
    ),
  )
  if (numbers.size === 0) return
  // From the end, so that no change moves the place of another.
  for (const link of linksOf(transform.doc).toReversed()) {
    const number = link.href.startsWith('#') ? numbers.get(decodedPlace(link.href.slice(1))) : undefined
    if (number === undefined || number === link.words || !/^\(\d+\)$/.test(link.words)) continue
    rewordLink(transform.doc, link, number)?.steps.forEach((step) => transform.step(step))
  }
}
