import { expect, test } from 'vitest'
import { cleanLine, cleanText, isCleanLine, isCleanText } from './characters.ts'

/** C0 and DEL, by the names list of ISO/IEC 6429. */
const controls = [...Array(0x20).keys(), 0x7f].map((code) => String.fromCharCode(code))

test('no control character stands in a line; tabs and line feeds alone in text', () => {
  for (const control of controls) {
    expect(isCleanLine(`a${control}b`), `U+${control.charCodeAt(0).toString(16)}`).toBe(false)
    expect(cleanLine(`a${control}b`, ' ')).toBe('a b')
    expect(isCleanText(`a${control}b`), `U+${control.charCodeAt(0).toString(16)}`).toBe(
      control === '\t' || control === '\n',
    )
    expect(isCleanText(cleanText(`a${control}b`))).toBe(true)
  }
})

test('halves of characters are broken; whole ones, signs of every script and joiners stay', () => {
  expect(isCleanLine('a\ud83d')).toBe(false)
  expect(cleanText('a\ud83d')).toBe('a\ufffd')
  for (const words of ['حائط\u200c', '👩‍🔧', 'é', '\u00a0', 'old\u0085', '']) {
    expect(isCleanLine(words)).toBe(true)
    expect(cleanText(words)).toBe(words)
  }
})
