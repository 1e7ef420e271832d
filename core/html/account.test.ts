import { expect, test } from 'vitest'
import { Random } from '../../test/shared/random-edits.ts'
import {
  anyForm,
  anyThings,
  type ElementThing,
  htmlOf,
  type Thing,
  withOtherNumbers,
  withoutEach,
} from '../../test/shared/things.ts'
import { readPage, type ReadResult } from './read.ts'

/*
 * Nothing is lost silently: taking a thing out of what comes in changes the page, or what is told. So each thing is in
 * the one or the other, whatever the reader knows of it.
 */

/** 10,000 were tried when this was written. */
const FRAGMENTS = 400

/** Elements that mean nothing by themselves, or nothing inside a page of a course, or are there without their tag. */
const SAY_NOTHING = new Set([
  ...['div', 'span', 'font', 'tbody', 'section', 'article', 'main', 'header', 'footer', 'label', 'nav', 'aside'],
  ...['tr', 'thead', 'tfoot', 'colgroup', 'p', 'dd', 'dt', 'li'],
])
/** Elements that are told as a whole, with all that they hold. */
const WHOLE = new Set([
  ...['script', 'style', 'template', 'iframe', 'svg', 'math', 'video', 'audio', 'input', 'textarea', 'link', 'meta'],
  ...['embed', 'img', 'del'],
])

const isHidden = ({ attributes, style }: ElementThing): boolean =>
  attributes.some(([name]) => name === 'hidden') || style.some(([, value]) => value === 'none' || value === 'hidden')
const isToldWhole = (thing: ElementThing): boolean => WHOLE.has(thing.tag) || isHidden(thing)

/** Elements that say the same of their words: one in another says nothing more. */
const SAME = [/^(b|strong)$/, /^(i|em|cite|dfn)$/, /^sup$/, /^sub$/, /^(s|strike)$/, /^(code|samp|var)$/]

/** Taking the element out leaves what says the same, or something else that is told with the same words. */
function isElementSaidAgain(self: ElementThing, within: readonly ElementThing[]): boolean {
  // What it hides may hide itself, too.
  if (isHidden(self)) return true
  // A table without cells is told as none, with the words of its caption.
  if (self.tag === 'caption') return !JSON.stringify(within.at(-1) ?? '').match(/"tag":"t[dh]"/)
  return SAME.some((tags) => tags.test(self.tag) && within.some(({ tag }) => tags.test(tag)))
}

/** What a thing says is said without it: by what is around it, beside it in other words, or by all that it holds. */
function isSaidAgain(gone: string, value: string, within: readonly ElementThing[]): boolean {
  const element = within.at(-1)
  // Preformatted text keeps its space by itself, and a ground or a border makes a box by itself.
  if (value === 'pre-wrap' && element?.tag === 'pre') return true
  // Style says it, whatever the attribute says.
  if (gone.startsWith('align=') && element?.style.some(([name]) => name === 'text-align')) return true
  // Heads that don’t say what they head are read by the rules of HTML, which may give the same.
  if (value === 'row' && /^t[dh]$/.test(element?.tag ?? '')) return true
  if (value === 'box' && element?.style.some(([name]) => /^(background|border)/.test(name))) return true
  if (!/^(rtl|fr|de|it|right|justify|center|pre-wrap|small-caps)$/.test(value)) return false
  const said = within.flatMap(({ attributes, style }) =>
    [...attributes, ...style].filter(([, other]) => other === value),
  )
  return said.length > 1 || element?.children[0]?.kind !== 'words'
}

const read = (html: string): ReadResult => readPage(html, { positions: true, language: 'en', isPassage: true })
const toldOf = ({ notes }: ReadResult): string => JSON.stringify(notes.map(({ message }) => message).sort())

/** The things of a generated fragment that are neither in the page nor in the report. */
function lostThings(things: readonly Thing[]): string[] {
  const html = htmlOf(things)
  const all = read(html)
  const lost: string[] = []
  for (const { gone, value, tag, rest, within, self } of withoutEach(things)) {
    if (self && isElementSaidAgain(self, within)) continue
    if (SAY_NOTHING.has(tag) || within.some(isToldWhole) || isSaidAgain(gone, value, within)) continue
    const without = read(htmlOf(rest))
    if (without.page.eq(all.page) && toldOf(without) === toldOf(all)) lost.push(`${gone} in ${html}`)
  }
  return lost
}

test('whatever comes in, each thing of it is in the page or in the report', () => {
  for (let seed = 1; seed <= FRAGMENTS; seed++)
    expect(lostThings(anyThings(new Random(seed))), `seed ${seed}`).toEqual([])
})

test('the same of pieces written by hand that are recognised', () => {
  for (let seed = 1; seed <= FRAGMENTS; seed++)
    expect(lostThings(anyForm(new Random(seed))), `seed ${seed}`).toEqual([])
})

/** The numbers of a generated fragment that could be others, and neither page nor report would know. */
function lostNumbers(things: readonly Thing[]): string[] {
  const html = htmlOf(things)
  const all = read(html)
  const lost: string[] = []
  for (const { was, rest, within } of withOtherNumbers(things)) {
    // Script is told by the name of what would run it.
    if (within.some(isToldWhole) || was.startsWith('on')) continue
    const other = read(htmlOf(rest))
    if (other.page.eq(all.page) && toldOf(other) === toldOf(all)) lost.push(`${was} in ${html}`)
  }
  return lost
}

test('what a thing says is in the page or in the report to its last number', () => {
  for (let seed = 1; seed <= FRAGMENTS; seed++)
    for (const make of [anyThings, anyForm]) expect(lostNumbers(make(new Random(seed))), `seed ${seed}`).toEqual([])
})
