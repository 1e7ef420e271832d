import { z } from 'zod'
import { safeColour } from '../../tree/colours.ts'
import { pixels } from '../../tree/lengths.ts'
import { attribute, declarations, element, type HtmlElement } from '../../tree/tree.ts'
import { groundIn, validOr } from '../attributes.ts'
import { BORDER_STYLES, lineKind, readBorders } from '../borders.ts'
import type { NodeKind } from '../kind.ts'

export const MOST_THICKNESS = 12
const thickness = z.number().int().min(1).max(MOST_THICKNESS)
export const ruleWidth = z.union([25, 50, 75, 100].map((part) => z.literal(part)))

/** A bar of some height, where nothing is said of its border: how browsers draw `hr`, and how it is written by hand. */
function heightOf(unsafeRule: HtmlElement, styles: ReadonlyMap<string, string>): number {
  return Number(attribute(unsafeRule, 'size') ?? pixels(styles.get('height'))) || 1
}

function readRule(unsafeRule: HtmlElement): Record<string, unknown> {
  const styles = declarations(unsafeRule)
  const borders = readBorders(styles)
  // An edge at its foot draws the same line.
  const border = borders?.top ?? borders?.bottom
  const width = styles.get('width') ?? attribute(unsafeRule, 'width') ?? ''
  const percent = width.endsWith('%') ? Math.round(Number.parseFloat(width) / 25) * 25 : 100
  const colour = border?.colour ?? groundIn(styles) ?? safeColour(styles.get('color'))
  return {
    thickness: Math.min(MOST_THICKNESS, border?.thickness ?? validOr(thickness, heightOf(unsafeRule, styles), 1)),
    line: border?.line ?? 'solid',
    colour: colour ?? safeColour(attribute(unsafeRule, 'color')),
    width: validOr(ruleWidth, percent, 100),
  }
}

/** A line across the page between two matters; `thickness` in CSS pixels, `width` in percent of the line. */
export const rule = {
  type: 'node',
  name: 'rule',
  label: 'rule',
  counted: ['a rule', 'rules'],
  saysSomething: true,
  isPiece: true,
  attributes: z.object({
    thickness: thickness.default(1),
    line: lineKind.default('solid'),
    /** Null: as lines of the page are. */
    colour: z
      .string()
      .regex(/^#[0-9a-f]{6}$/)
      .nullable()
      .default(null),
    width: ruleWidth.default(100),
  }),
  spec: { group: 'block', atom: true },
  reads: [
    {
      tag: 'hr',
      understands: ['size', 'width', 'color', 'noshade', 'align'],
      styles: [...BORDER_STYLES, 'height', 'background', 'background-color', 'color', 'width'],
      read: readRule,
    },
  ],
  parseDOM: [{ tag: 'hr' }],
  write: ({ attrs }) => {
    const [line, colour] = [String(attrs.line), attrs.colour as string | null]
    const isPlain = attrs.thickness === 1 && line === 'solid' && colour === null
    const styles = [
      isPlain ? '' : `border-block-start: ${Number(attrs.thickness)}px ${line}${colour ? ` ${colour}` : ''}`,
      attrs.width === 100 ? '' : `width: ${Number(attrs.width)}%`,
    ].filter(Boolean)
    return element('hr', { style: styles.join('; ') || null })
  },
  examples: [
    { type: 'rule' },
    { type: 'rule', attrs: { thickness: 3, line: 'double', colour: '#9e3b2c', width: 50 } },
    { type: 'rule', attrs: { width: 25 } },
  ],
} satisfies NodeKind
