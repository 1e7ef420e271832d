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
