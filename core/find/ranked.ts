/** Letters alone: without case, and without accents (Unicode Standard Annex 15, NFD). */
const plain = (words: string): string => words.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

interface Told<T> {
  readonly title: (thing: T) => string
  /** What else is said of it, where words may stand as well. */
  readonly more?: (thing: T) => string
}

/** Whether a word begins with what was typed: “row” is in “rows of heads”, and not meant in “browser”. */
const beginsIn = (words: string, typed: string): boolean => {
  for (let at = words.indexOf(typed); at >= 0; at = words.indexOf(typed, at + 1))
    if (at === 0 || !/[\p{L}\p{N}]/u.test(words[at - 1]!)) return true
  return false
}

/**
 * Those whose title holds every word that was typed, or has it at the beginning of a word of what else is said: first
 * those whose title begins with the first word, then those with words that begin so, then whose titles hold it, then
 * the others; none when nothing was typed.
 */
export function ranked<T>(things: readonly T[], typed: string, { title, more = () => '' }: Told<T>, most: number): T[] {
  const words = plain(typed).split(/\s+/).filter(Boolean)
  const [first] = words
  if (first === undefined) return []
  return things
    .flatMap((thing) => {
      const [name, rest] = [plain(title(thing)), plain(more(thing))]
      if (!words.every((word) => name.includes(word) || beginsIn(rest, word))) return []
      const isWhole = words.every((word) => name.includes(word))
      const isOfWords = isWhole && words.every((word) => beginsIn(name, word))
      return [{ thing, rank: isWhole && name.startsWith(first) ? 0 : isOfWords ? 1 : isWhole ? 2 : 3 }]
    })
    .sort((a, b) => a.rank - b.rank)
    .slice(0, most)
    .map(({ thing }) => thing)
}
