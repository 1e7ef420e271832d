import { expect, test } from 'vitest'
import { stateAt } from '../../test/shared/editor-state.ts'
import { hereInWords } from './here-in-words.ts'

const PICTURE = (alt: string): string => `<figure><img src="/files/a1/480" width="9" height="9"${alt}></figure>`

test.each([
  ['<p>a‸</p>', 'Paragraph, in Page. No formatting.'],
  ['<p><b>bold‸</b></p>', 'Paragraph, in Page. The words are in bold.'],
  [
    '<p style="text-align: center; margin-inline-start: 4em"><span style="color: #9e3b2c">red‸</span></p>',
    'Paragraph, in Page. The words are in text colour #9e3b2c. Centred. Indented by 2 steps.',
  ],
  [
    '<p>See <a href="#x">the le‸aflet</a> and <a href="https://walls.example/">more</a>.</p>',
    'Paragraph, in Page. No formatting. In the link “the leaflet” to #x. Links in this paragraph: “the leaflet”, “more”.',
  ],
  [
    '<p><a href="coping" title="With maps" target="_blank">x‸y</a></p>',
    'Paragraph, in Page. No formatting. In the link “xy” to coping, titled “With maps”, in a new window. Link in this paragraph: “xy”.',
  ],
  ['<p>‸two words‸ here</p>', 'Paragraph, in Page. 2 words are selected. No formatting.'],
])('%s', (body, words) => expect(hereInWords(stateAt(`<h1>T</h1>${body}`))).toBe(words))

test('the nearest pictures are told, before and after, by their alternative texts', () => {
  const body = `${PICTURE(' alt="far"')}${PICTURE(' alt="A wall."')}<p>a‸</p>${PICTURE('')}${PICTURE(' alt="x"')}`
  expect(hereInWords(stateAt(`<h1>T</h1>${body}`))).toBe(
    'Paragraph, in Page. No formatting. Picture before: “A wall”. Picture after: it has no alternative text yet.',
  )
})
