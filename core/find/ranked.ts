/** Letters alone: without case, and without accents (Unicode Standard Annex 15, NFD). */
const plain = (words: string): string => words.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

interface Told<T> {
  readonly title: (thing: T) => string
  /** What else is said of it, where words may stand as well. */
  readonly more?: (thing: T) => string
}

/**
 * Those of which the title, or what else is said, holds every word that was typed: first those whose title begins with
 * the first word, then those whose titles hold it, then the others; none when nothing was typed.
 */
export function ranked<T>(things: readonly T[], typed: string, { title, more = () => '' }: Told<T>, most: number): T[] {
  const words = plain(typed).split(/\s+/).filter(Boolean)
  const [first] = words
  if (first === undefined) return []
  return things
    .flatMap((thing) => {
      const [name, rest] = [plain(title(thing)), plain(more(thing))]
      if (!words.every((word) => name.includes(word) || rest.includes(word))) return []
      const isWhole = words.every((word) => name.includes(word))
      return [{ thing, rank: name.startsWith(first) && isWhole ? 0 : isWhole ? 1 : 2 }]
    })
    .sort((a, b) => a.rank - b.rank)
    .slice(0, most)
    .map(({ thing }) => thing)
}
