import { IntlMessageFormat } from 'intl-messageformat'
import { html, type SafeHtml } from '../tree/template.ts'
import { type Areas, LANGUAGES, type MessageName } from './languages.ts'

/** What stands in a message: a number is written as its language writes it. */
export type Spoken = string | number

/** Says the messages of the reading room in one language. */
export interface Say {
  (name: MessageName, values?: Readonly<Record<string, Spoken>>): string
  /** The same as HTML: values that read in the other direction are set apart, those that are HTML stay so. */
  html: (name: MessageName, values: Readonly<Record<string, Spoken | SafeHtml | Around>>) => SafeHtml
  /** The tag of the language that is spoken, with its region where the course has one (BCP 47). */
  readonly language: string
  readonly direction: 'ltr' | 'rtl'
}

/** What is put around the words between `<name>` and `</name>` of a message. */
export type Around = (words: readonly (string | SafeHtml)[]) => SafeHtml

const RIGHT_TO_LEFT = /[\p{Script=Arabic}\p{Script=Hebrew}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}]/u
const LEFT_TO_RIGHT = /[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}]/u

/** First strong isolate, and its end (Unicode Standard Annex 9, 2.4), around words of the other direction. */
const ISOLATE = '\u2068'
const END = '\u2069'

/** A message with the names of the values that are shown in it; others only choose between its forms. */
interface Format {
  readonly message: IntlMessageFormat
  readonly shown: ReadonlySet<string>
}

/** A part of a message as the standard package reads it: words, a value (1), a choice of forms, words in a tag. */
interface MessagePart {
  readonly type: number
  readonly value: unknown
  readonly options?: Readonly<Record<string, { readonly value: readonly MessagePart[] }>>
  readonly children?: readonly MessagePart[]
}

const valuesShown = (parts: readonly MessagePart[]): string[] =>
  parts.flatMap(({ type, value, options = {}, children = [] }) => [
    ...(type === 1 ? [String(value)] : []),
    ...Object.values(options).flatMap((form) => valuesShown(form.value)),
    ...valuesShown(children),
  ])

function formatFrom(text: string, language: string): Format {
  const message = new IntlMessageFormat(text, language)
  return { message, shown: new Set(valuesShown(message.getAst() as readonly MessagePart[])) }
}

const said = new Map<string, Say>()

/**
 * Who says the words of the reading room in a course of this language (BCP 47): in it, where there are message files
 * for it, else in English.
 */
export function sayIn(courseLanguage: string): Say {
  const known = said.get(courseLanguage)
  if (known) return known
  const [primary = ''] = courseLanguage.toLowerCase().split('-')
  const isSpoken = Object.hasOwn(LANGUAGES, primary)
  const made = makeSay(isSpoken ? primary : 'en', isSpoken ? courseLanguage : 'en')
  said.set(courseLanguage, made)
  return made
}

function makeSay(primary: string, language: string): Say {
  const { messages, direction } = LANGUAGES[primary]!
  const isOther = direction === 'rtl' ? LEFT_TO_RIGHT : RIGHT_TO_LEFT
  const formats = new Map<MessageName, Format | string>()
  const formatOf = (name: MessageName): Format | string => {
    const known = formats.get(name)
    if (known !== undefined) return known
    const text = messageOf(messages, name)
    // Most messages are words alone, and are said as they stand.
    const made = /[{<']/.test(text) ? formatFrom(text, language) : text
    formats.set(name, made)
    return made
  }
  const readsOther = ({ shown }: Format, key: string, value: unknown): value is string =>
    typeof value === 'string' && shown.has(key) && isOther.test(value)
  const say = (name: MessageName, values: Readonly<Record<string, Spoken>> = {}): string => {
    const format = formatOf(name)
    if (typeof format === 'string') return format
    const given = Object.entries(values).map(([key, value]) => [
      key,
      readsOther(format, key, value) ? ISOLATE + value + END : value,
    ])
    return String(format.message.format(Object.fromEntries(given) as Record<string, Spoken>))
  }
  const sayHtml: Say['html'] = (name, values) => {
    const format = formatOf(name)
    if (typeof format === 'string') return html`${format}`
    const given = Object.entries(values).map(([key, value]) => [
      key,
      readsOther(format, key, value) ? html`<bdi>${value}</bdi>` : value,
    ])
    const parts = format.message.formatToParts<SafeHtml>(Object.fromEntries(given) as Record<string, SafeHtml>)
    return html`${parts.map(({ value }) => value)}`
  }
  return Object.assign(say, { html: sayHtml, language, direction })
}

/** The text of a message as its file has it. */
export function messageOf(messages: Areas, name: MessageName): string {
  const dot = name.indexOf('.')
  const area: Readonly<Record<string, string>> = messages[name.slice(0, dot) as keyof Areas]
  const text = area[name.slice(dot + 1)]
  if (text === undefined) throw new Error(`No message is called ${name}.`)
  return text
}

/**
 * The language that somebody's browser asks for, of those that are spoken: the first it names (RFC 9110, 12.5.4, whose
 * weights browsers write in falling order); English where it names none of them.
 */
export function askedLanguage(acceptLanguage: string | null): string {
  for (const each of (acceptLanguage ?? '').slice(0, 500).split(',')) {
    // Language, a script, a region (RFC 5646, 2.1); what else a tag may hold nothing is chosen by.
    const [, language = '', region] = /^([a-z]{2,3})(?:-[a-z]{4})?(?:-([a-z]{2}))?(?![a-z0-9])/i.exec(each.trim()) ?? []
    if (Object.hasOwn(LANGUAGES, language.toLowerCase()))
      return language.toLowerCase() + (region ? `-${region.toUpperCase()}` : '')
  }
  return 'en'
}
