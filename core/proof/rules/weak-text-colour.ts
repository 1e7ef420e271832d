import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { groundOf, groundOfMarks } from '../../document/ground.ts'
import { isA, markOn } from '../../kinds/facts.ts'
import { PAGE_POINTS, SIZE_STEPS, type SizeStep } from '../../kinds/text-size/sizes.ts'
import { contrast, inkOn, PAPER, readableGround } from '../../tree/colours.ts'
import { NEEDED, readableColour } from '../../tree/readable-colour.ts'
import type { Place, Rule } from '../rule.ts'

/** Large text is 18 points or more, or 14 and bold (WCAG 2.2, “large scale (text)”). */
function neededFor(inline: Node, block: Node): number {
  const given = markOn(inline, 'textSize')?.attrs.size as string | undefined
  const isHeading = isA(block, 'heading', 'title')
  // Headings of level 2 have 22.5 CSS pixels, those of level 3 19.
  const own = isHeading && Number(block.attrs.level) <= 3 ? 14.25 : PAGE_POINTS
  const points =
    given === undefined ? own : given in SIZE_STEPS ? own * SIZE_STEPS[given as SizeStep] : parseFloat(given)
  const isBold = isHeading || markOn(inline, 'strong') !== undefined
  return points >= 18 || (points >= 14 && isBold) ? NEEDED.large : NEEDED.body
}

interface Weak {
  readonly from: number
  readonly node: Node
  readonly ground: string
  readonly ink: string
  readonly needed: number
}

/** Words in a colour, or on a ground, of their own that read badly; `ground` is that of the block they stand in. */
function* weakIn(node: Node, position: number, ground: string): Generator<Weak> {
  const here = groundOf(node) ?? ground
  if (!node.inlineContent) {
    let at = position + 1
    for (const child of node.children) {
      yield* weakIn(child, at, here)
      at += child.nodeSize
    }
    return
  }
  let from = position + 1
  for (const inline of node.children) {
    // A note stands below the page, on its paper.
    if (inline.inlineContent && !inline.isText) yield* weakIn(inline, from, PAPER)
    const own = groundOfMarks(inline)
    const colour = markOn(inline, 'textColour')?.attrs.colour as string | undefined
    if (own !== null || colour !== undefined) {
      const under = own ?? here
      const ink = colour ?? inkOn(under)
      const needed = neededFor(inline, node)
      if (contrast(ink, under) < needed) yield { from, node: inline, ground: under, ink, needed }
    }
    from += inline.nodeSize
  }
}

const found = (page: Node): Weak[] => [...weakIn(page, -1, PAPER)]

const words = (style: string): string => `<p>a <span style="${style}">stop</span></p>`

/** Words whose own colour, or own ground, makes them hard to read. */
export const weakTextColour: Rule = {
  id: 'weak-text-colour',
  name: 'Text colour hard to read',
  severity: 'right',
  why: 'Readers with low vision, and all readers in the sun, need a contrast of 4.5 to 1; 3 to 1 for large text.',
  criterion: '1.4.3 Contrast (Minimum)',
  check: (page) =>
    found(page).map(({ from, node, ground, ink, needed }): Place => ({
      from,
      to: from + node.nodeSize,
      message: `${ink} on ${ground} has a contrast of ${contrast(ink, ground).toFixed(1)} : 1; ${needed} is needed.`,
      passage: `${ink} ${ground} ${node.text ?? ''}`,
    })),
  repairs: [{ id: 'colour', label: 'Use the nearest colour that passes' }],
  repair(page, { from, to }) {
    const weak = found(page).find((each) => each.from === from)
    if (!weak) return null
    const { textColour, highlight, badge } = page.type.schema.marks
    const transform = new Transform(page)
    const better = markOn(weak.node, 'textColour') ? readableColour(weak.ink, weak.ground, weak.needed) : null
    if (better) return transform.addMark(from, to, textColour!.create({ colour: better }))
    const ground = readableGround(weak.ground)
    const type = markOn(weak.node, 'badge') ? badge! : highlight!
    return transform.addMark(from, to, type.create({ ground }))
  },
  good: [
    { html: words('color: #9e3b2c') },
    { html: `<h2><span style="color: #b0762a">Large</span></h2>` },
    { html: words('background-color: #f7e3a1') },
  ],
  bad: [
    { html: words('color: #e0a030'), repair: 'colour', repaired: words(`color: ${readableColour('#e0a030', PAPER)}`) },
    {
      html: `<div data-piece="box" data-edge="none" data-space="normal" style="background-color: #23302f">${words('color: #9e3b2c')}</div>`,
      repair: 'colour',
      repaired: `<div data-piece="box" data-edge="none" data-space="normal" style="background-color: #23302f">${words(
        `color: ${readableColour('#9e3b2c', '#23302f')}`,
      )}</div>`,
    },
    {
      html: '<p><mark style="background-color: #808080">x</mark></p>',
      repair: 'colour',
      repaired: `<p><mark style="background-color: ${readableGround('#808080')}">x</mark></p>`,
    },
  ],
}
