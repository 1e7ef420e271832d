import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { contrast, inkOn, readableGround } from '../../tree/colours.ts'
import { type Place, type Rule } from '../rule.ts'
import { readableColour } from '../../tree/readable-colour.ts'
import { isA } from '../../kinds/facts.ts'

const box = (ground: string, text?: string): string =>
  `<div data-piece="box" data-edge="start" data-space="normal" style="background-color: ${ground}${text ? `; color: ${text}` : ''}"><p>a</p></div>`

/** The colour of a box’s words. */
const wordsOf = ({ attrs }: Node): string => (attrs.text as string | null) ?? inkOn(String(attrs.ground))

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
      const ratio = ground ? contrast(wordsOf(node), ground) : 21
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
  repairs: [
    { id: 'ground', label: 'Use the nearest background that passes' },
    { id: 'text', label: 'Use the nearest text colour that passes' },
  ],
  repair: (page, { from }, id) => {
    const { ground, text } = (page.nodeAt(from)?.attrs ?? {}) as { ground: string; text: string | null }
    // Words with a colour of their own get another; those that follow their ground, another ground.
    if ((text !== null) !== (id === 'text')) return null
    return text === null
      ? new Transform(page).setNodeAttribute(from, 'ground', readableGround(ground))
      : new Transform(page).setNodeAttribute(from, 'text', readableColour(text, ground))
  },
  good: [{ html: box('#efe6d3') }, { html: box('#23302f') }, { html: box('#ffffff', '#7a1f14') }],
  bad: [
    { html: box('#808080'), repair: 'ground', repaired: box(readableGround('#808080')) },
    { html: box('#ffffff', '#999999'), repair: 'text', repaired: box('#ffffff', '#767676') },
  ],
}
