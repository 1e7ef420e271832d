import { z } from 'zod'
import { inkOn, safeColour } from '../../tree/colours.ts'
import { attribute, declarations, element, hasClass, type HtmlElement } from '../../tree/tree.ts'
import type { NodeKind, ReadRule } from '../kind.ts'

export const boxEdge = z.enum(['none', 'start', 'around'])
export const boxSpace = z.enum(['tight', 'normal', 'wide'])
export const DEFAULT_GROUND = '#efe6d3'

/** A `div` that sets itself apart by a ground colour or a border is a box; any other `div` is not. */
function readBox(unsafeElement: HtmlElement): Record<string, unknown> | null {
  const styles = declarations(unsafeElement)
  const ground = safeColour(styles.get('background-color') ?? styles.get('background'))
  const ours = attribute(unsafeElement, 'data-piece') === 'box' || hasClass(unsafeElement, 'box')
  const around = styles.has('border') && !/^(0|none)/.test(styles.get('border') ?? '')
  const start = ['border-left', 'border-inline-start', 'border-right'].some((name) => styles.has(name))
  if (!ours && !ground && !around && !start) return null
  return {
    ground: ground ?? (ours ? DEFAULT_GROUND : '#ffffff'),
    edge: boxEdge.catch(around ? 'around' : start ? 'start' : 'none').parse(attribute(unsafeElement, 'data-edge')),
    space: boxSpace.catch('normal').parse(attribute(unsafeElement, 'data-space')),
  }
}

const rule = (tag: string): ReadRule => ({
  tag,
  understands: ['style', 'class', 'data-piece', 'data-edge', 'data-space'],
  read: readBox,
})

/** Blocks set apart on a ground of their own. The text colour follows the ground, so it stays readable. */
export const box = {
  type: 'node',
  name: 'box',
  label: 'box',
  counted: ['a box', 'boxes'],
  attributes: z.object({
    ground: z
      .string()
      .regex(/^#[0-9a-f]{6}$/)
      .default(DEFAULT_GROUND),
    edge: boxEdge.default('start'),
    space: boxSpace.default('normal'),
  }),
  isPiece: true,
  takenApart: (node) => node.children,
  spec: { content: 'block+', group: 'block', defining: true },
  reads: [rule('div'), rule('section'), rule('aside')],
  parseDOM: [{ tag: 'div.box' }],
  write: (node, children, format) => {
    const ground = String(node.attrs.ground)
    const settings = { 'data-edge': String(node.attrs.edge), 'data-space': String(node.attrs.space) }
    return format === 'source'
      ? element('div', { 'data-piece': 'box', ...settings, style: `background-color: ${ground}` }, children)
      : element(
          'div',
          { class: 'box', ...settings, style: `background-color: ${ground}; color: ${inkOn(ground)}` },
          children,
        )
  },
  examples: [
    { type: 'box', attrs: { ground: '#23302f', edge: 'around', space: 'wide' }, content: [{ type: 'paragraph' }] },
    {
      type: 'box',
      content: [
        { type: 'box', attrs: { edge: 'none', space: 'tight' }, content: [{ type: 'rule' }] },
        { type: 'paragraph', content: [{ type: 'text', text: 'Never lift over your toes.' }] },
      ],
    },
  ],
} satisfies NodeKind
