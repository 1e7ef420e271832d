import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { problemOfPage } from '../document/check.ts'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { cleanPage } from './clean-page.ts'

test('looks, empty lines, blank lines and white boxes go; what words mean and pieces stay', () => {
  const { page } = readPage(
    '<h1>Walls</h1><p><span style="color: #c00000">Red</span> and <b>bold</b>.</p><p></p><p>One<br><br>Two<br>three</p><div data-piece="box" data-edge="none" style="background-color: #ffffff"><p>white</p></div><div data-piece="box" style="background-color: #efe6d3"><p></p></div><p></p>',
  )
  const cleaned = cleanPage(page)!
  expect(writePage(cleaned.transform.doc, 'source').replaceAll('\n', '')).toBe(
    '<h1>Walls</h1><p>Red and <strong>bold</strong>.</p><p>One</p><p>Two<br>three</p><p>white</p><div data-piece="box" data-edge="none" data-space="normal" style="background-color: #efe6d3"><p></p></div><p></p>',
  )
  expect(cleaned.report).toBe(
    'Cleaned: 1 colour, size or font, 1 empty line, 1 paragraph with blank lines in it, 1 white box.',
  )
  expect(cleanPage(cleaned.transform.doc)).toBeNull()
})

test('any page stays right and keeps its words, and is clean afterwards', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      const cleaned = cleanPage(page)?.transform.doc ?? page
      expect(problemOfPage(cleaned)).toBeNull()
      expect(cleaned.textContent).toBe(page.textContent)
      expect(cleanPage(cleaned)).toBeNull()
    }),
    { numRuns: 150 },
  )
})
