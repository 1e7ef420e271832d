/**
 * Tags of languages as HTML has them (BCP 47): letters and digits in parts of at most eight, the first of two or three
 * letters. Private and grandfathered tags are none.
 */
export const LANGUAGE = /^[a-z]{2,3}(-[a-z0-9]{2,8}){0,3}$/i

/** The tag in its canonical form (`EN-us` is `en-US`); null for what is none. */
export function safeLanguage(unsafeTag: unknown): string | null {
  if (typeof unsafeTag !== 'string' || !LANGUAGE.test(unsafeTag.trim())) return null
  try {
    return Intl.getCanonicalLocales(unsafeTag.trim())[0] ?? null
  } catch {
    return null
  }
}

/** The language without its country or script: `en` of `en-GB`. */
export const primaryLanguage = (tag: string): string => tag.split('-')[0]!.toLowerCase()

/** Scripts that are written from right to left, of those that languages of today are written in (Unicode, “Bidi”). */
const RIGHT_TO_LEFT = new Set(['Arab', 'Hebr', 'Thaa', 'Syrc', 'Nkoo', 'Adlm', 'Rohg'])

/** In which direction a language is written (BCP 47): by its likely script (CLDR, “Likely Subtags”). */
export function directionOf(tag: string): 'ltr' | 'rtl' {
  try {
    return RIGHT_TO_LEFT.has(new Intl.Locale(tag).maximize().script ?? '') ? 'rtl' : 'ltr'
  } catch {
    return 'ltr'
  }
}
