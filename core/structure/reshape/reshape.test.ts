import fc from 'fast-check'
import type { Node } from 'prosemirror-model'
import { Step, type Transform } from 'prosemirror-transform'
import { expect, test } from 'vitest'
import { materialsOf } from '../../../test/shared/materials.ts'
import { anyPage } from '../../../test/shared/pages.ts'
import { isWithin, tracksOf } from '../../../test/shared/tracks.ts'
import { problemOfPage } from '../../document/check.ts'
import { schema } from '../../document/schema.ts'
import { readPage } from '../../html/read.ts'
import { writePage } from '../../html/write.ts'
import { headingRuns } from '../headings.ts'
import { whyNotPages } from '../split-page.ts'
import { levelsFor, materialAt, materialOfRun, reshape, reshapeAt, whyNotShape } from './reshape.ts'
import { type Shape, SHAPES } from './shapes.ts'

const pageOf = (html: string): Node => readPage(`<h1>T</h1>${html}`).page
const html = (page: Node): string => writePage(page, 'source').replace(/^<h1>T<\/h1>\n?/, '')
/** The first thing of the page after its title, shown in another way. */
const shown = (source: string, shape: Shape, level?: number): string => {
  const page = pageOf(source)
  const transform = reshapeAt(page, page.firstChild!.nodeSize, shape, level)
  return transform ? html(transform.doc).replaceAll('\n', '') : 'no'
}
const ofHeadings = (source: string, shape: Shape, level?: number): string => {
  const page = pageOf(source)
  const place = page.firstChild!.nodeSize + 1
  const transform = reshape(page, materialOfRun(page, headingRuns(page, place, place)[0]!), shape, level)
  return transform ? html(transform.doc).replaceAll('\n', '') : 'no'
}

const HEADINGS = '<h2 id="a">A</h2><p>a</p><h3>deep</h3><h2>B</h2><p>b</p>'
const TABLE =
  '<table><tbody><tr><th scope="row"><span id="a"></span>A</th><td><p>a</p><h3>deep</h3></td></tr><tr><th scope="row">B</th><td>b</td></tr></tbody></table>'

test('headings become a table, a list or columns, and each of them headings again', () => {
  expect(ofHeadings(HEADINGS, 'table')).toBe(TABLE)
  expect(shown(TABLE, 'headings')).toBe(HEADINGS)
  const list = '<ul><li><p><span id="a"></span>A</p><p>a</p><h3>deep</h3></li><li><p>B</p><p>b</p></li></ul>'
  expect(ofHeadings(HEADINGS, 'list')).toBe(list)
  expect(shown(list, 'headings')).toBe(HEADINGS)
  const columns = ofHeadings(HEADINGS, 'columns')
  expect(columns).toBe(
    '<div data-piece="columns" data-split="even"><div><h2 id="a">A</h2><p>a</p><h3>deep</h3></div><div><h2>B</h2><p>b</p></div></div>',
  )
  expect(shown(columns, 'headings')).toBe(HEADINGS)
  expect(shown(columns, 'tabs')).toBe(ofHeadings(HEADINGS, 'tabs'))
})

test('at another level, what stands under the titles goes along', () => {
  expect(ofHeadings(HEADINGS, 'headings', 4)).toBe('<h4 id="a">A</h4><p>a</p><h5>deep</h5><h4>B</h4><p>b</p>')
  expect(ofHeadings(HEADINGS, 'steps', 3)).toContain('<li id="a"><h3>A</h3><p>a</p><h4>deep</h4></li>')
  const page = pageOf(HEADINGS)
  const material = materialOfRun(page, headingRuns(page, 4, 4)[0]!)
  expect(levelsFor(material, 'headings')).toEqual([2, 3, 4, 5])
  expect(levelsFor(material, 'table')).toEqual([])
})

test('of a table with heads, these stand above, and before what is under them', () => {
  const table =
    '<table><caption>Stone</caption><thead><tr><th>Sort</th><th>Use</th><th>Kilos</th></tr></thead><tbody><tr><td>cope</td><td>top</td><td></td></tr><tr><td></td><td></td><td></td></tr></tbody></table>'
  expect(shown(table, 'accordion')).toBe(
    '<p>Stone</p><p>Sort · Use · Kilos</p><div data-piece="accordion"><section><h2>cope</h2><p><strong>Use: </strong>top</p></section></div>',
  )
})

test('what can’t be, is said', () => {
  const page = pageOf('<ul><li>a</li></ul><ul><li><input type="checkbox"> b</li></ul>')
  const [first, second] = [materialAt(page, 3)!, materialAt(page, 3 + page.child(1).nodeSize)!]
  expect(whyNotShape(page, first, 'columns')).toContain('nothing to stand beside')
  expect(whyNotShape(page, first, 'tabs')).toBe('')
  for (const shape of ['tabs', 'table'] as const) expect(whyNotShape(page, second, shape), shape).toContain('tick')
  expect(whyNotPages(second.content!)).toContain('tick')
  // The list at the end of an item would become cells; among tabs it stays a list.
  const nested = pageOf('<ul><li>a<ul><li><input type="checkbox"> b</li></ul></li></ul>')
  expect(whyNotShape(nested, materialAt(nested, 3)!, 'table')).toContain('tick')
  expect(whyNotShape(nested, materialAt(nested, 3)!, 'tabs')).toBe('')
  expect(whyNotShape(page, first, 'chart')).toContain('Only a table')
  expect(materialAt(pageOf('<p>a</p>'), 3)).toBeNull()
})

test('around a cursor the headings of each level above can be meant', () => {
  const page = pageOf('<h2>A</h2><h3>a</h3><h3>b</h3><h2>B</h2>')
  const place = page.content.size - 4
  const inDeep = page.firstChild!.nodeSize + page.child(1).nodeSize + 1
  expect(headingRuns(page, inDeep, inDeep).map(({ titles }) => titles)).toEqual([
    ['a', 'b'],
    ['A', 'B'],
  ])
  expect(headingRuns(page, place, place).length).toBeGreaterThan(0)
})

function undone({ doc, steps, docs }: Transform): Node {
  return steps.reduceRight((back, step, at) => step.invert(docs[at]!).apply(back).doc!, doc)
}

test(
  'through 2,000 chains of shapes every word, link, place and thing stays, in its order',
  { timeout: 600_000 },
  () => {
    let chains = 0
    const changes = new Map<string, number>()
    fc.assert(
      fc.property(
        anyPage,
        fc.array(fc.tuple(fc.nat(), fc.nat(), fc.nat()), { minLength: 4, maxLength: 4 }),
        (start, picks) => {
          let page = start
          let length = 0
          for (const [which, into, deep] of picks) {
            const materials = materialsOf(page)
            const material = materials[which % materials.length]
            if (!material) break
            const shape = SHAPES[into % SHAPES.length]!
            const levels = levelsFor(material, shape)
            const transform = reshape(page, material, shape, levels[deep % levels.length])
            if (!transform) continue
            expect(problemOfPage(transform.doc)).toBeNull()
            expect(undone(transform).eq(page)).toBe(true)
            const sent = transform.steps.reduce(
              (now, step) => Step.fromJSON(schema, step.toJSON()).apply(now).doc!,
              page,
            )
            expect(sent.eq(transform.doc)).toBe(true)
            const [before, after] = [tracksOf(page), tracksOf(transform.doc)]
            // A table is read by rows, columns one after the other; its caption stands above, that of a chart below.
            const isTurnedRound =
              [material.shape, shape].includes('chart') || (material.shape === 'table' && shape === 'columns')
            for (const track of Object.keys(before) as (keyof typeof before)[])
              expect(
                isTurnedRound ? before[track].toSorted() : before[track],
                `${track} of ${material.shape} into ${shape}`,
              ).toSatisfy((part: string[]) => isWithin(part, isTurnedRound ? after[track].toSorted() : after[track]))
            changes.set(`${material.shape} ${shape}`, (changes.get(`${material.shape} ${shape}`) ?? 0) + 1)
            page = transform.doc
            length++
          }
          if (length > 1) chains++
        },
      ),
      { numRuns: 2000 },
    )
    expect(chains).toBeGreaterThan(200)
    // Each pair was there.
    expect(changes.size).toBeGreaterThan(60)
  },
)
