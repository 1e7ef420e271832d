import fc from 'fast-check'
import type { NodeJson } from '../../core/kinds/kind.ts'

/** Generated graphs: right and wrong functions, axes that are none, signs of markup; with a caption of these words. */
export const graphsWith = (words: fc.Arbitrary<string>): fc.Arbitrary<NodeJson> =>
  fc
    .record({
      functions: fc.constantFrom(
        '',
        'x^2 - 1',
        'f(x) = 1/x\ng(x) = "<b>" & y',
        'sin(x) for x > 0\n\nx^',
        'tan(x)\nfloor(x)',
      ),
      points: fc.constantFrom('', '(0, f(0)) Höhe <b>\n(1', '(1, 2)'),
      areas: fc.constantFrom('', 'under f from 0 to 1\nfrom 2 to 3\nnowhere'),
      xFrom: fc.constantFrom(-5, -1e8, 0.1),
      xTo: fc.constantFrom(5, -2, 1e8),
      range: fc.constantFrom([null, null], [-2, 8.5], [3, -3]),
      xName: fc.constantFrom('', 't in "s"'),
      hasGrid: fc.boolean(),
      hasValues: fc.boolean(),
      alt: fc.constantFrom('', 'A “curve” & more'),
      widthPercent: fc.constantFrom(20, 80, 100),
      caption: words,
    })
    .map(({ range: [yFrom, yTo], caption, ...attrs }): NodeJson => ({
      type: 'graph',
      attrs: { ...attrs, yFrom, yTo },
      content: [{ type: 'caption', ...(caption === '' ? {} : { content: [{ type: 'text', text: caption }] }) }],
    }))
