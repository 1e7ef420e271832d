import { execFileSync } from 'node:child_process'
import { createHunspellFromFiles } from 'hunspell-wasm'
import { beforeAll, expect, test } from 'vitest'
import { type Speller, suggestionsFor, wrongAmong } from './speller.ts'

/** A text of each language with right and wrong words, compounds and names; made up. */
const TEXTS: readonly (readonly [folder: string, text: string])[] = [
  ['en', 'Colour color neighbour neighbor hosue recieve the batter unbelievable antidisestablishment'],
  ['en-gb', 'Colour color neighbour neighbor hosue recieve organise organize unbelievable'],
  ['es', 'La pared de piedra está bién construida construído muros hablábamos habalbamos'],
  ['de', 'Trockensteinmauer Steinmauer Mauerstein Maurestein Fußweg Fussweg gegangen gegagnen Donaudampfschiff'],
  ['fr', 'L’homme l’hommme aujourd’hui construisaient construisaitent qu’il œuvre batiment bâtiment'],
  ['it', 'Uomo costruiscono costruiscno perché perche acqua muratori muratorri'],
  ['pt', 'A parede de pedra está construída construida falávamos falavamos facto fato'],
  ['pt-pt', 'A parede de pedra está construída facto equipa falávamos falavamos'],
  ['pl', 'Ściana z kamienia kamieńa budowaliśmy budowalismy kamieniarz kamieniaż'],
]
const fileOf = (folder: string): string => `node_modules/dictionary-${folder}/index`
const spellers = new Map<string, Speller>()

beforeAll(async () => {
  for (const [folder] of TEXTS)
    spellers.set(folder, await createHunspellFromFiles(`${fileOf(folder)}.aff`, `${fileOf(folder)}.dic`))
})

/** The words that hunspell's own command marks as wrong (Debian's package; `hunspell -l`). */
const judged = (folder: string, words: readonly string[]): string[] =>
  execFileSync('hunspell', ['-i', 'UTF-8', '-d', `./${fileOf(folder)}`, '-l'], {
    input: `${words.map((word) => word.replaceAll('’', "'")).join('\n')}\n`,
    encoding: 'utf8',
    env: { ...process.env, LC_ALL: 'C.UTF-8' },
  })
    .split('\n')
    .filter(Boolean)

test.each(TEXTS)('hunspell’s own command finds the same words wrong: %s', (folder, text) => {
  const words = text.split(' ')
  const wrong = wrongAmong([spellers.get(folder)!], words).map((word) => word.replaceAll('’', "'"))
  expect(wrong).toEqual(judged(folder, words))
  expect(wrong.length).toBeGreaterThan(0)
  expect(wrong.length).toBeLessThan(words.length)
})

test('a word is right when one of the dictionaries has it; without a dictionary none is wrong', () => {
  const [american, british] = [spellers.get('en')!, spellers.get('en-gb')!]
  expect(wrongAmong([american], ['colour', 'color'])).toEqual(['colour'])
  expect(wrongAmong([american, british], ['colour', 'color', 'coluor'])).toEqual(['coluor'])
  expect(wrongAmong([], ['coluor'])).toEqual([])
})

test('what may be meant: the likeliest first, each once, with the apostrophe of the word', () => {
  const both = [spellers.get('en')!, spellers.get('en-gb')!]
  expect(suggestionsFor(both, 'hosue').slice(0, 3)).toContain('house')
  expect(suggestionsFor(both, 'Teh')[0]).toBe('The')
  expect(suggestionsFor(both, 'recieve')[0]).toBe('receive')
  const all = suggestionsFor(both, 'coluor')
  expect(new Set(all).size).toBe(all.length)
  expect(all).toContain('colour')
  expect(all).toContain('color')
  expect(suggestionsFor([spellers.get('en-gb')!], 'dosn’t')).toContain('doesn’t')
  // The command takes words of some languages apart at the apostrophe; their dictionaries have them whole.
  expect(wrongAmong([spellers.get('it')!], ['l’uomo', 'dell’acqua', 'dell’aqcua'])).toEqual(['dell’aqcua'])
  expect(suggestionsFor([spellers.get('de')!], 'Maurestein')).toContain('Mauerstein')
})

test('words that no dictionary was made for do not stop it', () => {
  const odd = [
    'a'.repeat(80),
    'é'.repeat(80),
    '\u202eabc',
    '🧱🧱',
    '-',
    '’',
    '\ud800x'.toWellFormed(),
    'x'.repeat(20_000),
  ]
  expect(() => wrongAmong([...spellers.values()], odd)).not.toThrow()
  for (const word of odd.slice(0, 4)) expect(suggestionsFor([spellers.get('en')!], word)).toBeInstanceOf(Array)
})
