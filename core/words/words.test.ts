import { IntlMessageFormat } from 'intl-messageformat'
import { describe, expect, test } from 'vitest'
import { html } from '../tree/template.ts'
import { askedLanguage, messageOf, sayIn } from './say.ts'
import { LANGUAGES, type MessageName } from './languages.ts'

type Element = ReturnType<IntlMessageFormat['getAst']>[number]
type Part = Record<string, unknown> & { readonly type: number }
/** What a part of a message is, as the standard package numbers it. */
const [LITERAL, ARGUMENT, NUMBER, SELECT, PLURAL, TAG] = [0, 1, 2, 5, 6, 8]

/** Every part of a message, also in its branches. */
function* partsOf(parts: readonly Element[]): Generator<Part> {
  for (const part of parts as unknown as Part[]) {
    yield part
    if (part.type === SELECT || part.type === PLURAL)
      for (const { value } of Object.values(part.options as Record<string, { value: Element[] }>)) yield* partsOf(value)
    if (part.type === TAG) yield* partsOf(part.children as Element[])
  }
}

const { en } = LANGUAGES
const names = Object.entries(en!.messages).flatMap(([area, messages]) =>
  Object.keys(messages as object).map((name) => `${area}.${name}` as MessageName),
)
const formatOf = (language: string, name: MessageName): IntlMessageFormat =>
  new IntlMessageFormat(messageOf(LANGUAGES[language]!.messages, name), language)
/** What must be given to a message, and the choices it makes by words. */
const takes = (language: string, name: MessageName): string[] =>
  [
    ...new Set(
      [...partsOf(formatOf(language, name).getAst())]
        .filter(({ type }) => type !== LITERAL && [ARGUMENT, NUMBER, SELECT, PLURAL, TAG].includes(type))
        .map(({ type, value, options }) =>
          type === SELECT
            ? `${String(value)}: ${Object.keys(options as object)
                .sort()
                .join(' ')}`
            : `${type === TAG ? '<' : ''}${String(value)}`,
        ),
    ),
  ].sort()

describe.each(Object.keys(LANGUAGES))('%s', (language) => {
  test('it has every message, and no other', () => {
    const has = Object.entries(LANGUAGES[language]!.messages).flatMap(([area, messages]) =>
      Object.keys(messages as object).map((name) => `${area}.${name}`),
    )
    expect(has.sort()).toEqual([...names].sort())
  })

  test('a message takes what it takes in English', () => {
    for (const name of names) expect(takes(language, name), name).toEqual(takes('en', name))
  })

  test('a plural has every form of its language (CLDR, Language Plural Rules)', () => {
    const forms = (type: 'cardinal' | 'ordinal'): string[] =>
      new Intl.PluralRules(language, { type }).resolvedOptions().pluralCategories
    for (const name of names)
      for (const { type, pluralType, options } of partsOf(formatOf(language, name).getAst()))
        if (type === PLURAL)
          expect(
            Object.keys(options as object)
              .filter((form) => !form.startsWith('='))
              .sort(),
            name,
          ).toEqual([...forms(pluralType as 'cardinal' | 'ordinal')].sort())
  })

  test('every message can be said for every number, and says something of its own', () => {
    const say = sayIn(language)
    for (const name of names)
      for (const number of [0, 1, 2, 3, 11, 100, 1000]) {
        const given = new Proxy<Record<string, string | number>>(
          {},
          {
            ownKeys: () => takes(language, name).map((each) => each.split(':')[0]!.replace('<', '')),
            getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
            get: (_, key) => (/count|number|others|at|done|points|questions|got|most/.test(String(key)) ? number : 'X'),
          },
        )
        const isTagged = takes(language, name).some((each) => each.startsWith('<'))
        const words = isTagged ? 'X' : say(name, { ...given })
        expect(words.trim(), name).not.toBe('')
        expect(words, name).not.toMatch(/[{}]|undefined/)
      }
    for (const name of names)
      for (const { type, value, options } of partsOf(formatOf(language, name).getAst()))
        if (type === SELECT)
          for (const choice of Object.keys(options as object).filter((each) => each !== 'other')) {
            const given = {
              name: 'X',
              names: 'X',
              by: 'X',
              ending: 'X',
              [String(value)]: choice,
              at: 1,
              count: 2,
              most: 3,
            }
            expect(say(name, given), `${name} ${choice}`).not.toBe(say(name, { ...given, [String(value)]: 'other' }))
          }
    if (language !== 'en')
      for (const name of names)
        if (
          [...partsOf(formatOf('en', name).getAst())].some(
            (part) => part.type === LITERAL && /\p{L}/u.test(String(part.value)),
          )
        )
          expect(messageOf(LANGUAGES[language]!.messages, name), name).not.toBe(messageOf(en!.messages, name))
  })
})

test('a course in a language that is spoken is spoken to in it, with its region; another in English', () => {
  expect([sayIn('ar-EG').language, sayIn('ar-EG').direction, sayIn('ar')('room.next')]).toEqual([
    'ar-EG',
    'rtl',
    'التالي',
  ])
  expect([sayIn('en-GB').language, sayIn('de').language, sayIn('he').direction]).toEqual(['en-GB', 'en', 'ltr'])
})

test('words of the other direction are set apart, in text and in HTML; what is HTML stays, what is not is escaped', () => {
  expect(sayIn('ar')('room.backTo', { title: 'Walls' })).toBe('العودة إلى \u2068Walls\u2069')
  expect(sayIn('en')('room.backTo', { title: 'Walls' })).toBe('Back to Walls')
  expect(sayIn('en').html('room.backTo', { title: 'جدار <b>' }).text).toBe('Back to <bdi>جدار &lt;b&gt;</bdi>')
  expect(sayIn('en').html('room.backTo', { title: html`<i>${'a & b'}</i>` }).text).toBe('Back to <i>a &amp; b</i>')
  expect(
    sayIn('en').html('room.min', { count: 5, unit: (words) => html`<u>${words.map((each) => each)}</u>` }).text,
  ).toBe('5<u> min</u>')
})

test('of the languages that a browser asks for, the first that is spoken', () => {
  expect(askedLanguage('de, ar-EG;q=0.8, en;q=0.5')).toBe('ar-EG')
  expect([askedLanguage('ar-Arab-eg'), askedLanguage('AR'), askedLanguage('ar-!<>'), askedLanguage('ar-x-y')]).toEqual([
    'ar-EG',
    'ar',
    'ar',
    'ar',
  ])
  expect([askedLanguage(null), askedLanguage('fr'), askedLanguage('constructor')]).toEqual(['en', 'en', 'en'])
})
