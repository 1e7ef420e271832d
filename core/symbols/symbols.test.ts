import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import { canHaveTone, findSymbols, isUnseen, SYMBOL_LANGUAGES, symbolsFrom, TONES, USUAL, withTone } from './symbols.ts'

const namesIn = (language: string) =>
  symbolsFrom(
    JSON.parse(readFileSync(`node_modules/cldr-annotations-full/annotations/${language}/annotations.json`, 'utf8')),
  )
const english = namesIn('en')
const first = (typed: string, symbols = english): string | undefined => findSymbols(symbols, typed, 10)[0]?.sign

test.each([
  ['en dash', '–'],
  ['copyright', '©'],
  ['thumbs up', '👍'],
  ['brick', '🧱'],
  ['no-break', '\u00a0'],
  ['one half', '½'],
  ['greek omega', 'Ω'],
  ['≈', '≈'],
])('%s is found by its name', (typed, sign) => {
  expect(findSymbols(english, typed, 10).map((each) => each.sign)).toContain(sign)
})

test('each language has names of its own for the same signs, and none is nameless or there twice', () => {
  for (const language of SYMBOL_LANGUAGES) {
    const symbols = namesIn(language)
    expect(symbols.length, language).toBeGreaterThan(1500)
    expect(new Set(symbols.map(({ sign }) => sign)).size, language).toBe(symbols.length)
    for (const { name } of symbols) expect(name.trim()).not.toBe('')
  }
  expect(findSymbols(namesIn('de'), 'ziegelstein', 3)[0]?.sign).toBe('🧱')
  expect(first('ladrillo', namesIn('es'))).toBe('🧱')
  expect(findSymbols(namesIn('ar'), 'طوب', 5).map(({ sign }) => sign)).toContain('🧱')
})

test('what is offered first has a name', () => {
  const signs = new Set(english.map(({ sign }) => sign))
  expect(USUAL.filter((sign) => !signs.has(sign))).toEqual([])
})

test('tones of skin are put where Unicode has them (UTS #51, emoji modifier sequences)', () => {
  expect(canHaveTone('👍')).toBe(true)
  expect(canHaveTone('🧱')).toBe(false)
  expect(withTone('👍', TONES[3])).toBe('👍🏽')
  expect(withTone('☝️', TONES[1])).toBe('☝🏻')
  expect(withTone('👩‍🏫', TONES[5])).toBe('👩🏿‍🏫')
  expect(withTone('🧱', TONES[5])).toBe('🧱')
  expect(withTone('👍', '')).toBe('👍')
  // What stands there is one emoji, not one with a square beside it.
  const segmenter = new Intl.Segmenter('en')
  for (const { sign } of english.filter((each) => canHaveTone(each.sign)))
    expect([...segmenter.segment(withTone(sign, TONES[4]))].length, sign).toBe(1)
})

test('signs that are not seen are known as such', () => {
  for (const sign of ['\u00a0', '\u200b', '\u00ad', '\u2009']) expect(isUnseen(sign)).toBe(true)
  for (const sign of ['–', 'Ω', '👍']) expect(isUnseen(sign)).toBe(false)
})
