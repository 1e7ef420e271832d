import { z } from 'zod'
import { ranked } from '../find/ranked.ts'

/** A sign that no key types, with what it is called. */
export interface NamedSymbol {
  readonly sign: string
  readonly name: string
  /** Other words by which it is looked for. */
  readonly words: string
}

/** Names and words of signs in one language, as Unicode's CLDR has them (UTS #35, “Annotations”). */
const annotations = z.object({
  annotations: z.object({
    annotations: z.record(
      z.string(),
      z.object({ default: z.array(z.string()).default([]), tts: z.array(z.string()).default([]) }),
    ),
  }),
})

/** The languages whose names are shipped; others have the English ones. */
export const SYMBOL_LANGUAGES = ['en', 'ar', 'de', 'es', 'fr', 'it', 'pl', 'pt'] as const

/**
 * Signs that CLDR does not name, with their names in the Unicode Character Database: letters of formulas, fractions,
 * and those that are not seen.
 */
const OTHERS: readonly (readonly [sign: string, name: string, words?: string])[] = [
  ['\u00a0', 'no-break space', 'non-breaking invisible hard nbsp'],
  ['\u202f', 'narrow no-break space', 'invisible thin'],
  ['\u2009', 'thin space', 'invisible'],
  ['\u00ad', 'soft hyphen', 'invisible shy break'],
  ['\u2011', 'non-breaking hyphen', 'no-break'],
  ['\u200b', 'zero width space', 'invisible break'],
  ['\u2060', 'word joiner', 'invisible no break'],
  ['\u200d', 'zero width joiner', 'invisible'],
  ['\u200c', 'zero width non-joiner', 'invisible'],
  ['\u200e', 'left-to-right mark', 'invisible direction'],
  ['\u200f', 'right-to-left mark', 'invisible direction'],
  ['½', 'vulgar fraction one half', '1/2'],
  ['⅓', 'vulgar fraction one third', '1/3'],
  ['⅔', 'vulgar fraction two thirds', '2/3'],
  ['¼', 'vulgar fraction one quarter', '1/4'],
  ['¾', 'vulgar fraction three quarters', '3/4'],
  ['²', 'superscript two', 'squared'],
  ['³', 'superscript three', 'cubed'],
  ['Ω', 'Greek capital letter omega', 'ohm'],
  ['Δ', 'Greek capital letter delta', 'difference'],
  ['Σ', 'Greek capital letter sigma', 'sum'],
  ['Φ', 'Greek capital letter phi', ''],
  ['α', 'Greek small letter alpha', ''],
  ['β', 'Greek small letter beta', ''],
  ['γ', 'Greek small letter gamma', ''],
  ['δ', 'Greek small letter delta', ''],
  ['ε', 'Greek small letter epsilon', ''],
  ['θ', 'Greek small letter theta', 'angle'],
  ['λ', 'Greek small letter lamda', 'lambda'],
  ['μ', 'Greek small letter mu', 'micro'],
  ['π', 'Greek small letter pi', ''],
  ['ρ', 'Greek small letter rho', 'density'],
  ['σ', 'Greek small letter sigma', ''],
  ['φ', 'Greek small letter phi', ''],
  ['ω', 'Greek small letter omega', ''],
  ['‰', 'per mille sign', 'thousand'],
  ['′', 'prime', 'minutes feet'],
  ['″', 'double prime', 'seconds inches'],
]

/** What is offered before anything is looked for. */
export const USUAL = [
  '–',
  '—',
  '…',
  '“',
  '”',
  '‘',
  '’',
  '•',
  '→',
  '×',
  '÷',
  '±',
  '≈',
  '≤',
  '≥',
  '°',
  '½',
  '²',
  '€',
  '£',
  '\u00a0',
]

/** The signs of a file of names; a sign that two lists have is there once. */
export function symbolsFrom(unsafeAnnotations: unknown): NamedSymbol[] {
  const { annotations: named } = annotations.parse(unsafeAnnotations).annotations
  const known = Object.entries(named).flatMap(([sign, { tts, default: words }]): NamedSymbol[] =>
    TONE.test(sign) || tts[0] === undefined ? [] : [{ sign, name: tts[0], words: words.join(' ') }],
  )
  const others = OTHERS.filter(([sign]) => named[sign] === undefined)
  return [...known, ...others.map(([sign, name, words = '']) => ({ sign, name, words }))]
}

/** The signs that are called so, or are the sign that was typed; the likeliest first. */
export function findSymbols(symbols: readonly NamedSymbol[], typed: string, most: number): NamedSymbol[] {
  const itself = symbols.filter(({ sign }) => sign === typed.trim())
  const found = ranked(symbols, typed, { title: ({ name }) => name, more: ({ words }) => words }, most)
  return [...new Set([...itself, ...found])].slice(0, most)
}

/** Tones of skin, as the five modifiers of Unicode (UTS #51, 2.4); the first is none. */
export const TONES = ['', '🏻', '🏼', '🏽', '🏾', '🏿'] as const
export type Tone = (typeof TONES)[number]
const TONE = /^\p{Emoji_Modifier}$/u

/** Whether an emoji shows somebody whose skin can have a tone. */
export const canHaveTone = (sign: string): boolean => /^\p{Emoji_Modifier_Base}/u.test(sign)

/** An emoji with a tone of skin; others stay as they are. The selector of the picture goes: the tone says as much. */
export const withTone = (sign: string, tone: string): string =>
  tone === '' ? sign : sign.replace(/^(\p{Emoji_Modifier_Base})\ufe0f?/u, `$1${tone}`)

/** A sign that shows nothing by itself. */
export const isUnseen = (sign: string): boolean => /^[\p{Cf}\p{Zs}]$/u.test(sign)
