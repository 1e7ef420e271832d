import fc from 'fast-check'
import { parseFragment, type ParserError, serialize } from 'parse5'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { printSource } from '../source/print.ts'
import { renderPage } from './render.ts'
import { fillSlots } from './slots.ts'
import { writePage } from './write.ts'

/** Parse errors as the HTML Standard defines them ("13.2.2 Parse errors"), as parse5 reports them. */
function errorsIn(html: string): string[] {
  const errors: string[] = []
  parseFragment(html, { onParseError: ({ code }: ParserError) => errors.push(code) })
  return errors
}

test('what is written has no parse error, and any HTML parser reads it as it was meant', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      for (const html of [
        writePage(page, 'published'),
        writePage(page, 'source'),
        fillSlots(renderPage(page).segments, () => ''),
      ]) {
        expect(errorsIn(html)).toEqual([])
        // A paragraph in a paragraph or a list straight in a list would be moved by the parser: nothing moves.
        expect(serialize(parseFragment(html))).toBe(html)
      }
      expect(errorsIn(printSource(page).html)).toEqual([])
    }),
    { numRuns: 300 },
  )
})

test('every block of the source stands where its span says, inner within outer', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      const { html, spans } = printSource(page)
      let blocks = 0
      page.descendants((node) => {
        if (node.isInline) return false
        blocks++
        return true
      })
      // Words that stand straight in a list item or cell have no element of their own.
      expect(spans.length).toBeGreaterThan(0)
      expect(spans.length).toBeLessThanOrEqual(blocks)
      for (const { position, from, to } of spans) {
        const node = page.nodeAt(position)
        expect(html.slice(from, to)).toMatch(/^<(\w+)[^]*>$/)
        expect(node?.isBlock).toBe(true)
      }
    }),
    { numRuns: 100 },
  )
})
