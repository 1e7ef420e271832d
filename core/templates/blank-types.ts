import { safeAddress } from '../tree/addresses.ts'
import { pictureIn } from './picture-value.ts'

/** What a blank asks for. */
export const BLANK_TYPES = ['words', 'number', 'date', 'choice', 'address', 'colour', 'picture'] as const
export type BlankType = (typeof BLANK_TYPES)[number]

/** What may be said about the words that are asked for. */
export interface BlankRules {
  /** What there is to choose from. */
  readonly choices: readonly string[]
  /** The smallest and the largest number; null for any. */
  readonly least: number | null
  readonly most: number | null
}

interface TypeOfBlank {
  /** What authors call it. */
  readonly label: string
  /** Whether it stands in the text, where words were marked; other blanks are known by a value of the template. */
  readonly isText: boolean
  /** Why a value is none of these, as a sentence; empty when it is one. */
  readonly problemOf: (value: string, rules: BlankRules) => string
  /** What stands in the page for a value without a problem; `language` is that of the course (BCP 47). */
  readonly shown: (value: string, language: string) => string
}

const asItIs = (value: string): string => value
const numberIn = (value: string): number => Number(value.replace('−', '-').replace(',', '.'))

/** The registry of blanks: what each asks for. */
export const TYPES_OF_BLANKS: Readonly<Record<BlankType, TypeOfBlank>> = {
  words: { label: 'Words', isText: true, problemOf: () => '', shown: asItIs },
  number: {
    label: 'A number',
    isText: true,
    problemOf: (value, { least, most }) => {
      const number = numberIn(value)
      if (!Number.isFinite(number)) return 'A number was expected, such as 12 or 2.5.'
      if (least !== null && number < least) return `The smallest number here is ${least}.`
      return most !== null && number > most ? `The largest number here is ${most}.` : ''
    },
    shown: (value, language) =>
      new Intl.NumberFormat(language, { maximumFractionDigits: 12, useGrouping: false }).format(numberIn(value)),
  },
  date: {
    label: 'A date',
    isText: true,
    problemOf: (value) => (dateIn(value) ? '' : 'A date was expected: year, month and day, such as 2027-03-12.'),
    shown: (value, language) =>
      new Intl.DateTimeFormat(language, { dateStyle: 'long', timeZone: 'UTC' }).format(dateIn(value)!),
  },
  choice: {
    label: 'One of several',
    isText: true,
    problemOf: (value, { choices }) =>
      choices.includes(value) ? '' : `One of these was expected: ${choices.join(', ')}.`,
    shown: asItIs,
  },
  address: {
    label: 'A web address',
    isText: false,
    problemOf: (value) =>
      isWebAddress(value) ? '' : 'A web address was expected, from https:// on, as the browser shows it.',
    shown: asItIs,
  },
  colour: {
    label: 'A colour',
    isText: false,
    problemOf: (value) => (isColour(value) ? '' : 'A colour was expected, such as #e4ebdb.'),
    shown: (value) => value.toLowerCase(),
  },
  picture: {
    label: 'A picture',
    isText: false,
    problemOf: (value) => (pictureIn(value) ? '' : 'A picture of the shelf was expected.'),
    shown: asItIs,
  },
}

/** A day as RFC 3339 writes it (“full-date”); null where there is none such. */
function dateIn(value: string): Date | null {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(value)) return null
  const date = new Date(`${value}T00:00:00Z`)
  // 30 February would become a day of March.
  return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(value) ? date : null
}

export const isWebAddress = (value: string): boolean => /^https?:\/\//i.test(value) && safeAddress(value) === value
export const isColour = (value: string): boolean => /^#[0-9a-f]{6}$/i.test(value)
