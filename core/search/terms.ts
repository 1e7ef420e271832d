/** So many words are looked for at most; more say no more. */
const MOST_TERMS = 12

/** Both in the form of PostgreSQL's `to_tsquery` (PostgreSQL, "Parsing Queries"). */
export interface SearchTerms {
  /** All of these words, each of them perhaps the beginning of a longer one, or another form. */
  readonly words: string
  /** What stood in quotation marks: found as it stands there. */
  readonly phrases: string
}

/**
 * What somebody typed to find something. Only letters, digits and the marks on them are left, so that nothing typed
 * means anything else. Null when there is no word in it.
 */
export function searchTerms(typed: string): SearchTerms | null {
  const phrases = [...typed.matchAll(/["“”„«»]([^"“”„«»]+)["“”„«»]/gu)]
    .map(([, inside]) => wordsOf(inside ?? '').join(' <-> '))
    .filter(Boolean)
  const words = wordsOf(typed.replace(/["“”„«»][^"“”„«»]+["“”„«»]/gu, ' ')).map((word) => `${word}:*`)
  if (words.length + phrases.length === 0) return null
  return {
    words: words.slice(0, MOST_TERMS).join(' & '),
    phrases: phrases
      .slice(0, MOST_TERMS)
      .map((phrase) => `(${phrase})`)
      .join(' & '),
  }
}

const wordsOf = (text: string): string[] =>
  text
    .toWellFormed()
    .toLowerCase()
    .match(/[\p{L}\p{N}\p{M}]+/gu) ?? []
