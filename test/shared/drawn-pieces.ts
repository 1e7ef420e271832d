import fc from 'fast-check'
import type { NodeJson } from '../../core/kinds/kind.ts'

/** Charts of generated tables, of which few hold numbers. */
export const chartsOf = (tables: fc.Arbitrary<NodeJson>, lines: fc.Arbitrary<NodeJson[]>): fc.Arbitrary<NodeJson> =>
  fc
    .record({
      form: fc.constantFrom('bar', 'line', 'area', 'pie', 'scatter'),
      isAcross: fc.boolean(),
      isStacked: fc.boolean(),
      decimal: fc.constantFrom('point', 'comma'),
      isTableFolded: fc.boolean(),
      alt: fc.constantFrom('', 'It “rises” & falls'),
      widthPercent: fc.integer({ min: 20, max: 100 }),
      drawn: tables,
      line: lines,
    })
    .map(({ drawn, line, ...attrs }): NodeJson => ({
      type: 'chart',
      attrs,
      // A caption of the table is the chart's.
      content: [drawn.type === 'table' ? drawn : drawn.content!.at(-1)!, { type: 'caption', content: line }],
    }))

/** Labelled pictures whose labels hold generated blocks. */
export const labelledPicture = (
  lines: fc.Arbitrary<NodeJson[]>,
  titles: fc.Arbitrary<NodeJson>,
  blocks: fc.Arbitrary<NodeJson[]>,
): fc.Arbitrary<NodeJson> =>
  fc
    .record({
      line: lines,
      spots: fc.array(
        fc.record({
          id: fc.option(fc.constantFrom('cope', 'über')),
          x: fc.integer({ min: 0, max: 1000 }).map((tenths) => tenths / 10),
          y: fc.integer({ min: 0, max: 100 }),
          title: titles,
          content: blocks,
        }),
        { minLength: 1, maxLength: 2 },
      ),
    })
    .map(({ line, spots }): NodeJson => ({
      type: 'labelledPicture',
      content: [
        {
          type: 'picture',
          attrs: { item: 'wall-1', width: 60, height: 40 },
          content: [{ type: 'caption', content: line }],
        },
        ...spots.map(({ title, content, ...attrs }) => ({ type: 'spot', attrs, content: [title, ...content] })),
      ],
    }))
