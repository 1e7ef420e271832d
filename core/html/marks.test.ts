import { Fragment } from 'prosemirror-model'
import { expect, test } from 'vitest'
import { cleanHtml } from '../paste/clean.ts'
import { type ReadOptions, readPage } from './read.ts'
import { writePage } from './write.ts'

const read = (html: string, options: ReadOptions = {}): string =>
  writePage(readPage(html, { isPassage: true, ...options }).page, 'source').replace('<h1></h1>\n', '')
const told = (html: string): string[] => readPage(html, { isPassage: true }).notes.map(({ message }) => message)
const pasted = (html: string, language?: string): string => {
  const { page } = readPage('<p></p>')
  return writePage(
    page.copy(page.content.cut(0, 2).append(Fragment.from(cleanHtml(html, { language }).blocks))),
    'source',
  )
}

test('one element may say several things of its words', () => {
  expect(
    read(
      '<p><span style="color:#9e3b2c;background:#ff0;font-size:150%;font-variant:small-caps" lang="ES" dir="rtl">a</span></p>',
    ),
  ).toBe(
    '<p><span lang="es"><bdi dir="rtl"><mark style="background-color: #ffff00"><span style="color: #9e3b2c">' +
      '<span style="font-size: 1.5em"><span style="font-variant-caps: small-caps">a</span></span></span></mark></bdi>' +
      '</span></p>',
  )
  expect(read('<p><font face="Arial" color="red" size="5">b</font></p>')).toBe(
    '<p><span style="color: #ff0000"><span style="font-size: 1.5em">' +
      `<span style="font-family: 'Atkinson Hyperlegible Next Variable', Arial, sans-serif">b</span></span></span></p>`,
  )
})

test('of a style what is not understood is named by its property', () => {
  expect(told('<p><span style="color: red; letter-spacing: 2px">a</span></p>')).toEqual([
    'These words lost their spacing (letter-spacing: 2px).',
  ])
})

test('a language stands on the words, whatever element says it, unless it is the page’s own', () => {
  expect(read('<ul lang="es"><li>a</li><li lang="fr">b</li></ul>')).toBe(
    '<ul><li><span lang="es">a</span></li><li><span lang="fr">b</span></li></ul>',
  )
  expect(read('<p lang="en-GB">a <span lang="de">b <i lang="en">c</i></span></p>', { language: 'en-US' })).toBe(
    '<p>a <span lang="de">b </span><em>c</em></p>',
  )
  expect(read('<p lang="no language">a</p>')).toBe('<p>a</p>')
})

test('tracked changes are taken as accepted: inserted words stay, deleted words go, both are told', () => {
  const html = '<p>a <ins>new</ins> <del>old <b>words</b></del> z</p>'
  expect(read(html)).toBe('<p>a new z</p>')
  expect(told(html)).toEqual([
    'Words marked as inserted were taken as written.',
    'Words marked as deleted were left out: “old words”.',
  ])
})

test('what is below or above the line, or both, is one of them at a time', () => {
  expect(read('<p>x<sub>1<sup>2</sup></sub></p>')).toBe('<p>x<sub>1</sub><sup>2</sup></p>')
})

test('a paste keeps what its styles say of the words: struck out, above and below the line, bold beside a language', () => {
  expect(
    pasted(
      `<p>H<span style="vertical-align:sub">2</span>O <span style='text-decoration:line-through'>x</span>
      <span lang=ES style='font-weight:bold'>muro</span> <span lang=EN-GB style='color:red'>wall</span></p>`,
      'en',
    ),
  ).toBe('<h1></h1>\n<p>H<sub>2</sub>O <s>x</s> <span lang="es"><strong>muro</strong></span> wall</p>')
})
