import fc from 'fast-check'
import type { NodeJson } from '../../core/kinds/kind.ts'

/** Generated sliders: right and wrong values, ways without an end, signs of markup; with this caption. */
export const slidersWith = (words: fc.Arbitrary<string>): fc.Arbitrary<NodeJson> =>
  fc
    .record({
      quantity: fc.constantFrom('', 'Höhe <b> & "w"'),
      unit: fc.constantFrom('', 'm²'),
      from: fc.constantFrom(0, -1e8, 0.1),
      to: fc.constantFrom(10, -2, 1e8),
      step: fc.constantFrom(1, 0.1, 1e8, 1e-300),
      start: fc.constantFrom(0, 2.5, 1e8),
      values: fc.constantFrom('', 'a (t) = 2x', 'x^2\n\n=\nb = 1/x', 'c <b> = "y" & x\nd () = x == 1'),
      caption: words,
    })
    .map(({ caption, ...attrs }): NodeJson => ({
      type: 'slider',
      attrs,
      content: [{ type: 'caption', ...(caption === '' ? {} : { content: [{ type: 'text', text: caption }] }) }],
    }))
