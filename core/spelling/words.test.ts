import fc from 'fast-check'
import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { dictionariesFor, DICTIONARIES } from './dictionaries.ts'
import { isAmong, type Word, wordsOf } from './words.ts'
import { anyPage } from '../../test/shared/pages.ts'

/** Without the signs that nobody sees. */
const seen = (words: string): string => words.replace(/\p{Cf}/gu, '').normalize('NFC')

/** The words of all text blocks of a page in English. */
function wordsIn(html: string): Word[] {
  const { page } = readPage(`<h1></h1>${html}`)
  const words: Word[] = []
  page.descendants((node, position) => {
    if (!node.isTextblock) return true
    words.push(...wordsOf(node, position + 1, 'en'))
    return false
  })
  // What stands there is what was found, but for signs that nobody sees.
  for (const { text, from, to } of words) expect(seen(page.textBetween(from, to))).toBe(text)
  return words
}
const texts = (html: string): string[] => wordsIn(html).map(({ text }) => text)

test.each([
  [
    'words, apostrophes and hyphens within them',
    '<p>Don’t lift a well-built wall’s cope- stone.</p>',
    'Don’t lift well-built wall’s cope stone',
  ],
  ['marks within a word', '<p>under<b>lined</b> H<sub>2</sub>O</p>', 'underlined'],
  ['code, keys and programs', '<p>Press <kbd>Ctrll</kbd> in <code>fooo</code></p><pre>baar</pre>', 'Press in'],
  [
    'addresses, paths and names of files',
    '<p>See https://walls.exampel/x, mail a.b@walls.exampel, www.wlal.org, wlal.html or /usr/wlal/x now</p>',
    'See mail or now',
  ],
  ['numbers and words with digits', '<p>In 2026 the 3rd B2B wall</p>', 'In the wall'],
  ['soft hyphens', '<p>through\u00adstone</p>', 'throughstone'],
  ['equations', '<p>where <span data-piece="equation">abbc</span> holds</p>', 'where holds'],
  [
    'notes, by themselves',
    '<p>hearting<span role="doc-footnote">small stones</span> within</p>',
    'hearting small stones within',
  ],
  ['letters of other scripts', '<p>стена és حائط</p>', 'стена és حائط'],
  ['combined letters', '<p>mu\u0308de</p>', 'müde'],
])('%s', (_name, html, words) => {
  expect(texts(html).join(' ')).toBe(words)
})

test('the language of a passage is that of its words', () => {
  expect(
    wordsIn('<p>A <span lang="es">muro <b>seco</b></span> stands</p>').map(({ text, language }) => [text, language]),
  ).toEqual([
    ['muro', 'es'],
    ['seco', 'es'],
    ['stands', 'en'],
  ])
})

test('words of generated pages stand where they are said to stand, none over another', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      let last = 0
      page.descendants((node, position) => {
        if (!node.isTextblock) return true
        for (const { text, from, to } of wordsOf(node, position + 1, 'en')) {
          expect(from).toBeGreaterThanOrEqual(last)
          expect(seen(page.textBetween(from, to))).toBe(text)
          last = to
        }
        return false
      })
    }),
    { numRuns: 200 },
  )
})

test('a language has the dictionaries of its country, of each country where it names none', () => {
  expect(dictionariesFor('en')).toEqual(['en-US', 'en-GB'])
  expect(dictionariesFor('en-us')).toEqual(['en-US'])
  expect(dictionariesFor('en-NZ')).toEqual(['en-GB'])
  expect(dictionariesFor('pt')).toEqual(['pt-PT', 'pt-BR'])
  expect(dictionariesFor('pt-BR')).toEqual(['pt-BR'])
  expect(dictionariesFor('de-AT')).toEqual(['de'])
  expect(dictionariesFor('ar')).toEqual([])
  expect(dictionariesFor('no language at all')).toEqual([])
  for (const tag of DICTIONARIES) expect(dictionariesFor(tag)).toEqual([tag])
})

test('a word of a list is right at the beginning of a sentence and in capitals too', () => {
  const own = new Set(['hearting', 'Fellside'])
  for (const word of ['hearting', 'Hearting', 'HEARTING', 'Fellside', 'FELLSIDE']) expect(isAmong(own, word)).toBe(true)
  for (const word of ['heartings', 'fellside']) expect(isAmong(own, word)).toBe(false)
})
