import { z } from 'zod'
import { inkOn, safeColour } from '../../tree/colours.ts'
import { percentage, pixels } from '../../tree/lengths.ts'
import { attribute, declarations, element, hasClass, type HtmlElement } from '../../tree/tree.ts'
import { groundIn, validOr } from '../attributes.ts'
import type { NodeKind, ReadRule } from '../kind.ts'
import { alignFromMargins, alignStyle, LEAST_WIDTH, MARGIN_STYLES } from '../margins.ts'
import { BORDER_STYLES, type Borders, borders, borderStyles, readBorders } from '../borders.ts'

export const boxEdge = z.enum(['none', 'start', 'around', 'own'])
export const boxSpace = z.enum(['tight', 'normal', 'wide'])
export const DEFAULT_GROUND = '#efe6d3'
/** The corners of a box as it begins, and the most they may be rounded, in CSS pixels. */
export const DEFAULT_RADIUS = 2
export const MOST_RADIUS = 40
export const MOST_PADDING = 80

const colour = z.string().regex(/^#[0-9a-f]{6}$/)
const align = z.enum(['start', 'centre', 'end'])
const attributes = z.object({
  ground: colour.default(DEFAULT_GROUND),
  /** Null: whichever ink reads on the ground. */
  text: colour.nullable().default(null),
  edge: boxEdge.default('start'),
  /** The lines of an edge of its own; otherwise null. */
  borders: borders.nullable().default(null),
  radius: z.number().int().min(0).max(MOST_RADIUS).default(DEFAULT_RADIUS),
  space: boxSpace.default('normal'),
  /** Space inside in CSS pixels, in the place of a step. */
  padding: z.number().int().min(0).max(MOST_PADDING).nullable().default(null),
  widthPercent: z.number().int().min(LEAST_WIDTH).max(100).default(100),
  align: align.default('start'),
})
export type BoxAttributes = z.infer<typeof attributes>
const field = attributes.shape

/** The largest of several lengths: a box has one space inside. */
function largest(unsafeLengths: string | undefined): number | null {
  const lengths = (unsafeLengths ?? '')
    .trim()
    .split(/\s+/)
    .map((each) => pixels(each))
  return lengths.some((each) => each === null) ? null : Math.max(...lengths.map(Number))
}

/** It is a box by what it says, or looks like one: it has a ground or a border. */
export function isBoxed(unsafeElement: HtmlElement): boolean {
  const styles = declarations(unsafeElement)
  return isNamed(unsafeElement) || groundIn(styles) !== null || readBorders(styles) !== null
}

const isNamed = (unsafeElement: HtmlElement): boolean =>
  attribute(unsafeElement, 'data-piece') === 'box' || hasClass(unsafeElement, 'box')

/** A `div` that sets itself apart by a ground colour or a border is a box; any other `div` is not. */
function readBox(unsafeElement: HtmlElement): Record<string, unknown> | null {
  const styles = declarations(unsafeElement)
  const isOurs = isNamed(unsafeElement)
  const given = groundIn(styles)
  const lines = readBorders(styles)
  if (!isOurs && !given && !lines) return null
  const ground = given ?? (isOurs ? DEFAULT_GROUND : '#ffffff')
  const edge = validOr(boxEdge, attribute(unsafeElement, 'data-edge'), lines ? 'own' : 'none')
  const text = safeColour(styles.get('color'))
  return {
    ground,
    // What it would be anyway is no colour of its own.
    text: text === inkOn(ground) ? null : text,
    edge,
    borders: edge === 'own' ? lines : null,
    radius: validOr(field.radius, pixels(styles.get('border-radius')), DEFAULT_RADIUS),
    space: validOr(boxSpace, attribute(unsafeElement, 'data-space'), 'normal'),
    padding: validOr(field.padding, largest(styles.get('padding')), null),
    widthPercent: validOr(field.widthPercent, percentage(styles.get('width')), 100),
    align: alignFromMargins(styles) ?? 'start',
  }
}

const rule = (tag: string): ReadRule => ({
  tag,
  understands: ['class', 'data-piece', 'data-edge', 'data-space'],
  styles: [
    ...['background', 'background-color', 'color', 'border-radius', 'padding', 'width'],
    ...BORDER_STYLES,
    ...MARGIN_STYLES,
  ],
  read: readBox,
})

/** Declarations of a box. Its words are in whichever ink reads on its ground, or in a colour of their own. */
function boxStyles(box: BoxAttributes, isSource: boolean): string {
  const { ground, text, edge, radius, padding, widthPercent } = box
  return [
    `background-color: ${ground}`,
    isSource && text === null ? '' : `color: ${text ?? inkOn(ground)}`,
    ...(edge === 'own' && box.borders ? borderStyles(box.borders) : []),
    radius === DEFAULT_RADIUS ? '' : `border-radius: ${radius}px`,
    padding === null ? '' : `padding: ${padding}px`,
    widthPercent === 100 ? '' : `width: ${widthPercent}%`,
    alignStyle(box.align),
  ]
    .filter(Boolean)
    .join('; ')
}

const line = (kind: 'solid' | 'dashed', thickness: number, of: string | null) => ({ line: kind, thickness, colour: of })
const EVERY_SIDE: Borders = {
  ...{ top: line('dashed', 2, '#aa0000'), end: line('dashed', 2, '#aa0000') },
  ...{ bottom: line('dashed', 2, '#aa0000'), start: line('dashed', 2, '#aa0000') },
}

/** Blocks set apart on a ground of their own. The text colour follows the ground, so it stays readable. */
export const box = {
  type: 'node',
  name: 'box',
  label: 'box',
  counted: ['a box', 'boxes'],
  attributes,
  isPiece: true,
  takenApart: (node) => node.children,
  spec: { content: 'block+', group: 'block', defining: true },
  reads: [rule('div'), rule('section'), rule('aside')],
  parseDOM: [{ tag: 'div.box' }],
  write: (node, children, format) => {
    const attrs = node.attrs as BoxAttributes
    const isSource = format === 'source'
    const name = isSource ? { 'data-piece': 'box' } : { class: 'box' }
    const settings = { 'data-edge': attrs.edge, 'data-space': attrs.space }
    return element('div', { ...name, ...settings, style: boxStyles(attrs, isSource) }, children)
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
    {
      type: 'box',
      attrs: {
        ...{ ground: '#fffdf8', text: '#7a1f14', edge: 'own', borders: EVERY_SIDE },
        ...{ radius: 12, padding: 24, widthPercent: 60, align: 'centre' },
      },
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Mind the edge.' }] }],
    },
    {
      type: 'box',
      attrs: {
        edge: 'own',
        borders: { top: line('solid', 1, null), end: null, bottom: null, start: line('solid', 8, '#3b5a86') },
        ...{ radius: 0, align: 'end', widthPercent: 40 },
      },
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Two sides.' }] }],
    },
  ],
} satisfies NodeKind
