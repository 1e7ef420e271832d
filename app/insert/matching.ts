import type { Offer } from '../pieces/piece.ts'

/** What fits the typed words: every word stands in the name or the help; names that begin with them come first. */
export function matching(offers: readonly Offer[], typed: string): readonly Offer[] {
  // A size that is typed with a name, such as “4 x 6”, is no word of it.
  const names = typed.replace(/\b\d+\s*(x|×|by)\s*\d*|\b\d+\s*$/i, ' ')
  const words = names.trim().toLowerCase().split(/\s+/).filter(Boolean)
  if (words.length === 0) return offers
  const fits = offers.filter(({ name, help }) => words.every((word) => `${name} ${help}`.toLowerCase().includes(word)))
  const rank = ({ name }: Offer): number =>
    name.toLowerCase().startsWith(words[0]!) ? 0 : name.toLowerCase().includes(words[0]!) ? 1 : 2
  return [...fits].sort((a, b) => rank(a) - rank(b))
}
