import type { Spoken } from './say.ts'

/** What stands in a message: words, a number, several numbers, or places (x, y). */
export type Said = string | number | readonly number[] | { readonly places: readonly (readonly [number, number])[] }

/** So many digits are told of what was computed. */
const DIGITS = 4
const formats = new Map<string, Intl.NumberFormat>()

/** Smaller and larger numbers are written with a power of ten. */
const [SMALL, LARGE] = [1e-4, 1e6]
const RAISED = '⁰¹²³⁴⁵⁶⁷⁸⁹'
/** Digits as an exponent. */
export const raised = (digits: string): string => digits.replace(/\d/g, (digit) => RAISED[Number(digit)]!)

/** A number with its own minus sign, as a language writes it, to four digits. */
export function inDigits(value: number, language: string): string {
  const size = Math.abs(value)
  if (size >= LARGE || (size > 0 && size < SMALL)) {
    const power = Math.floor(Math.log10(size) + 1e-12)
    const exponent = raised(String(Math.abs(power)))
    return `${plain(value / 10 ** power, language)} × ${plain(10, language)}${power < 0 ? '⁻' : ''}${exponent}`
  }
  return plain(value, language)
}

function plain(value: number, language: string): string {
  let format = formats.get(language)
  if (!format) {
    format = new Intl.NumberFormat(language, { maximumSignificantDigits: DIGITS, useGrouping: false })
    formats.set(language, format)
  }
  // Never “−0”.
  return format.format(value + 0).replaceAll('-', '−')
}

/** A place by its two numbers. Where the decimal sign is a comma, a semicolon parts them (ISO 80000-2; from memory). */
function place([x, y]: readonly [number, number], language: string): string {
  const sign = (1.5).toLocaleString(language).includes('.') ? ',' : ';'
  return `(${inDigits(x, language)}${sign} ${inDigits(y, language)})`
}

const RIGHT_TO_LEFT = /[\p{Script=Arabic}\p{Script=Hebrew}]/u

/** What stands in a message, as a language says it. */
export function saidOf(values: Readonly<Record<string, Said>>, language: string): Record<string, Spoken> {
  const list = (parts: string[]): string => new Intl.ListFormat(language).format(parts)
  // Where words run from right to left, a place is set apart: its numbers would change sides (UAX #9, 2.4).
  const apart = RIGHT_TO_LEFT.test(list(['1', '2'])) ? (words: string): string => `\u2066${words}\u2069` : String
  return Object.fromEntries(
    Object.entries(values).map(([name, value]): [string, Spoken] => {
      if (typeof value === 'string') return [name, value]
      if (typeof value === 'number') return [name, inDigits(value, language)]
      if ('places' in value) return [name, list(value.places.map((each) => apart(place(each, language))))]
      return [name, list(value.map((each) => inDigits(each, language)))]
    }),
  )
}
