import { primaryLanguage, safeLanguage } from '../tree/languages.ts'

/** The dictionaries that are shipped, by the language that they are of (BCP 47). */
export const DICTIONARIES = ['en-US', 'en-GB', 'es', 'de', 'fr', 'it', 'pt-BR', 'pt-PT', 'pl'] as const
export type Dictionary = (typeof DICTIONARIES)[number]

/** Countries whose English is spelled as in the United States (common practice); all others follow Britain. */
const AMERICAN = new Set(['US', 'PH', 'PR', 'LR'])

/**
 * Which dictionaries know the words of a language; a word is right when one of them has it. Where a tag does not say
 * which country, each way of spelling is right: nobody has said which is meant. None for a language without any.
 */
export function dictionariesFor(tag: string): readonly Dictionary[] {
  const known = safeLanguage(tag)
  if (known === null) return []
  const { region } = new Intl.Locale(known)
  switch (primaryLanguage(known)) {
    case 'en':
      return region === undefined ? ['en-US', 'en-GB'] : AMERICAN.has(region) ? ['en-US'] : ['en-GB']
    case 'pt':
      return region === undefined ? ['pt-PT', 'pt-BR'] : region === 'BR' ? ['pt-BR'] : ['pt-PT']
    case 'es':
    case 'de':
    case 'fr':
    case 'it':
    case 'pl':
      return [primaryLanguage(known) as Dictionary]
    default:
      return []
  }
}
