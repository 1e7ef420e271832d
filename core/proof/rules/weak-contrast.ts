import { Transform } from 'prosemirror-transform'
import { contrast, inkOn, readableGround } from '../../tree/colours.ts'
import { type Place, type Rule } from '../rule.ts'
import { isA } from '../../kinds/facts.ts'

const box = (ground: string): string =>
  `<div data-piece="box" data-edge="start" data-space="normal" style="background-color: ${ground}"><p>a</p></div>`

/** Text on a ground on which it can’t be read well. */
export const weakContrast: Rule = {
  id: 'weak-contrast',
  name: 'Text contrast too low',
  severity: 'right',
  why: 'Readers with low vision, and all readers in the sun, need a contrast of 4.5 to 1.',
  criterion: '1.4.3 Contrast (Minimum)',
  check(page) {
    const found: Place[] = []
    page.descendants((node, position) => {
      const ground = isA(node, 'box') ? String(node.attrs.ground) : null
      const ratio = ground ? contrast(inkOn(ground), ground) : 21
      if (ground && ratio < 4.5)
        found.push({
          from: position,
          to: position + node.nodeSize,
          message: `Text on ${ground} has a contrast of ${ratio.toFixed(1)} : 1; 4.5 is needed.`,
          passage: ground,
        })
      return !node.isTextblock
    })
    return found
  },
  repairs: [{ id: 'ground', label: 'Use the nearest background that passes' }],
  repair: (page, { from }) =>
    new Transform(page).setNodeAttribute(from, 'ground', readableGround(String(page.nodeAt(from)?.attrs.ground))),
  good: [{ html: box('#efe6d3') }, { html: box('#23302f') }],
  bad: [{ html: box('#808080'), repair: 'ground', repaired: box(readableGround('#808080')) }],
}
