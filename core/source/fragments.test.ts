import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { byFragments, pieceHolding } from './fragments.ts'

const groups = (html: string) => byFragments(html, readPage(html, { positions: true, isPassage: true }).notes)

test('what is told of a fragment and of what it holds is one entry, with the fragment as it was typed', () => {
  const html =
    '<p>a</p>\n<div onclick="go()" style="clear: left">b <span style="letter-spacing: 2px">c</span></div>\n<p data-y="1">d</p>'
  expect(groups(html)).toEqual([
    {
      line: 2,
      type: 'left out',
      messages: [
        'This block lost “onclick”, which would run script.',
        'This block lost its place beside the text (clear: left).',
        'These words lost their spacing (letter-spacing: 2px).',
      ],
      code: { from: 9, to: 9 + html.split('\n')[1]!.length, text: html.split('\n')[1] },
    },
    expect.objectContaining({ line: 3, messages: ['This paragraph lost “data-y="1"”.'] }),
  ])
})

test('what can’t stand by itself, and comments, can’t be kept as a piece', () => {
  expect(groups('<ul><li onclick="go()">a</li></ul>').map(({ code }) => code)).toEqual([null])
  expect(groups('<p>a<!-- b --></p>').map(({ code }) => code)).toEqual([null])
  expect(groups('<p>a <b onclick="go()">b</b></p>').map(({ code }) => code)).toEqual([null])
})

test('a fragment is found where it stands, also beside what is never finished', () => {
  const html = '<p class="x>a</p>\n<div onclick="go()">b</div>'
  expect(groups(html).map(({ line, code }) => [line, code?.text])).toEqual([
    [1, undefined],
    [2, '<div onclick="go()">b</div>'],
  ])
})

test('code kept as an HTML piece is read as that piece, with the code as it was typed', () => {
  const code = '<div style="clear: left" title="1 &amp; 2">“b” & \'c\'\n<script>if (1 < 2) go()</script></div>'
  const { page, notes } = readPage(`<p>a</p>${pieceHolding(code)}`, { positions: true, isPassage: true })
  expect(page.child(2).type.name).toBe('htmlPiece')
  expect(page.child(2).attrs.code).toBe(code)
  expect(notes).toEqual([])
})
