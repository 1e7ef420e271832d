import type { Offer } from '../pieces/piece.ts'

/** What fits the typed words: every word stands in the name or the help; names that begin with them come first. */
export function matching(offers: readonly Offer[], typed: string): readonly Offer[] {
  const words = typed.trim().toLowerCase().split(/\s+/).filter(Boolean)
  if (words.length === 0) return offers
  const fits = offers.filter(({ name, help }) => words.every((word) => `${name} ${help}`.toLowerCase().includes(word)))
  const rank = ({ name }: Offer): number =>
    name.toLowerCase().startsWith(words[0]!) ? 0 : name.toLowerCase().includes(words[0]!) ? 1 : 2
  return [...fits].sort((a, b) => rank(a) - rank(b))
}
