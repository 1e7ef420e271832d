import type { Dictionary } from './dictionaries.ts'

/** What one dictionary can be asked. */
export interface Speller {
  testSpelling: (word: string) => boolean
  getSpellingSuggestions: (word: string) => string[]
}

/** So many suggestions are made for a word; further down they are far from what was meant. */
const MOST_SUGGESTIONS = 7

/** The words that none of these dictionaries has. */
export const wrongAmong = (spellers: readonly Speller[], words: readonly string[]): string[] =>
  spellers.length === 0 ? [] : words.filter((word) => !spellers.some((speller) => isRight(speller, word)))

/** Dictionaries have the apostrophe of typewriters; some have the other one too. */
const isRight = (speller: Speller, word: string): boolean =>
  speller.testSpelling(word) || (word.includes('’') && speller.testSpelling(word.replaceAll('’', "'")))

/** What may have been meant, the likeliest first, with the apostrophes of the word itself. */
export function suggestionsFor(spellers: readonly Speller[], word: string): string[] {
  const asked = word.replaceAll('’', "'")
  const lists = spellers.flatMap((speller) => [
    ...(isCapitalised(asked) ? [speller.getSpellingSuggestions(asked.toLowerCase()).map(capitalised)] : []),
    speller.getSpellingSuggestions(asked),
  ])
  const longest = Math.max(0, ...lists.map(({ length }) => length))
  const inTurn = Array.from({ length: longest }, (_, at) => lists.map((list) => list[at]))
    .flat()
    .filter((each) => each !== undefined)
    .map((each) => (word.includes('’') ? each.replaceAll("'", '’') : each))
  return [...new Set(inTurn)].slice(0, MOST_SUGGESTIONS)
}

/** At the beginning of a sentence stands any word: as if it stood within one it is told better what was meant. */
const isCapitalised = (word: string): boolean => /^\p{Lu}[\p{Ll}\p{M}'-]+$/u.test(word)
const capitalised = (word: string): string => word.replace(/^./u, (letter) => letter.toUpperCase())

/** What is asked of whoever holds the dictionaries. */
export type SpellingRequest =
  | { readonly type: 'look'; readonly dictionaries: readonly Dictionary[]; readonly words: readonly string[] }
  | { readonly type: 'suggest'; readonly dictionaries: readonly Dictionary[]; readonly word: string }
