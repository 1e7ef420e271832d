import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { Random, randomEdit } from '../../test/shared/random-edits.ts'
import { readPage } from '../html/read.ts'
import { changeSteps } from './changes.ts'
import { printSource } from './print.ts'
import type { Node } from 'prosemirror-model'
import type { Step } from 'prosemirror-transform'

const apply = (page: Node, steps: readonly Step[]): Node => steps.reduce((now, step) => step.apply(now).doc!, page)
const size = (steps: readonly Step[]): number => steps.reduce((sum, step) => sum + JSON.stringify(step).length, 0)

test('the steps lead from any page to any other', () => {
  fc.assert(
    fc.property(anyPage, anyPage, (before, after) => {
      expect(apply(before, changeSteps(before, after)).eq(after)).toBe(true)
    }),
    { numRuns: 200 },
  )
})

test('the steps lead from a page to its edited self', () => {
  fc.assert(
    fc.property(anyPage, fc.integer(), (before, seed) => {
      const random = new Random(seed)
      let after = before
      for (let count = 0; count < 3; count++)
        for (const step of randomEdit(after, random, () => 'x')?.steps ?? []) after = step.apply(after).doc!
      expect(apply(before, changeSteps(before, after)).eq(after)).toBe(true)
    }),
    { numRuns: 300 },
  )
})

const long = `<h1>t</h1>${Array.from({ length: 200 }, (_, at) => `<p>Paragraph ${at} of a long page about walls and water.</p>`).join('\n')}`

test('two distant edits are two small steps', () => {
  const before = readPage(long).page
  const after = readPage(
    long.replace('Paragraph 3 of', 'Sentence 3 of').replace('Paragraph 180 of a', 'Paragraph 180 of <b>a</b>'),
  ).page
  const steps = changeSteps(before, after)
  expect(steps).toHaveLength(2)
  expect(size(steps)).toBeLessThan(400)
})

test('a block put in and another taken out leave the rest alone', () => {
  const before = readPage(long).page
  const after = readPage(
    long.replace('<p>Paragraph 100', '<hr><p>Paragraph 100').replace(/<p>Paragraph 150.*<\/p>/, ''),
  ).page
  expect(size(changeSteps(before, after))).toBeLessThan(400)
})

test('opening and closing the source changes nothing', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      expect(changeSteps(page, readPage(printSource(page).html).page)).toEqual([])
    }),
    { numRuns: 100 },
  )
})

test('the spans of the source find their blocks', () => {
  const { page } = readPage('<h1>t</h1><p>one</p><div style="background:#fff"><ul><li>two</li></ul></div>')
  const { html, spans } = printSource(page)
  const texts = Object.fromEntries(
    spans.map(({ position, from, to }) => [page.nodeAt(position)!.type.name, html.slice(from, to)]),
  )
  expect(texts.title).toBe('<h1>t</h1>')
  expect(texts.listItem).toBe('<li>two</li>')
  expect(texts.box).toMatch(/^<div[^]*<\/div>$/)
})
