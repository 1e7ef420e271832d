import { ranked } from '../../core/find/ranked.ts'
import type { Offer } from '../pieces/piece.ts'

/** What fits the typed words, best first; everything where none are typed. */
export function matching(offers: readonly Offer[], typed: string): readonly Offer[] {
  // A size that is typed with a name, such as “4 x 6”, is no word of it.
  const names = typed.replace(/\b\d+\s*(x|×|by)\s*\d*|\b\d+\s*$/i, ' ').trim()
  if (names === '') return offers
  return ranked(
    offers,
    names,
    { title: ({ name }) => name, more: ({ help, finds = [] }) => `${help} ${finds.join(' ')}` },
    offers.length,
  )
}
