import { z } from 'zod'
import { safeColour } from '../../tree/colours.ts'
import { attribute, declarations, element, type HtmlElement } from '../../tree/tree.ts'
import { groundIn, validOr } from '../attributes.ts'
import type { NodeKind } from '../kind.ts'

export const ruleLine = z.enum(['solid', 'dashed', 'dotted', 'double'])
export const MOST_THICKNESS = 12
const thickness = z.number().int().min(1).max(MOST_THICKNESS)
export const ruleWidth = z.union([25, 50, 75, 100].map((part) => z.literal(part)))

/** A border of CSS in whatever order its parts stand. */
function borderOf(unsafeBorder: string): { thickness?: number; line?: string; colour?: string } {
  const pixels = /(?:^|\s)([\d.]+)px/.exec(unsafeBorder)?.[1]
  const line = /\b(solid|dashed|dotted|double)\b/.exec(unsafeBorder)?.[1]
  const colour = safeColour(
    /#[0-9a-f]{3,8}\b|rgba?\([^)]*\)/i.exec(unsafeBorder)?.[0] ?? unsafeBorder.split(/\s+/).at(-1),
  )
  return {
    ...(pixels ? { thickness: Math.round(Number(pixels)) } : {}),
    ...(line ? { line } : {}),
    ...(colour ? { colour } : {}),
  }
}

function readRule(unsafeRule: HtmlElement): Record<string, unknown> {
  const styles = declarations(unsafeRule)
  const border = borderOf(styles.get('border-block-start') ?? styles.get('border-top') ?? styles.get('border') ?? '')
  // Written by hand: a bar of some height and ground.
  const height = Number(attribute(unsafeRule, 'size') ?? /^([\d.]+)px$/.exec(styles.get('height') ?? '')?.[1])
  const percent = Number.parseFloat(styles.get('width') ?? attribute(unsafeRule, 'width') ?? '100%')
  const isPercent = (styles.get('width') ?? attribute(unsafeRule, 'width') ?? '').endsWith('%')
  const colour = border.colour ?? groundIn(styles) ?? safeColour(styles.get('color'))
  return {
    thickness: validOr(thickness, border.thickness ?? (height || 1), 1),
    line: validOr(ruleLine, border.line, 'solid'),
    colour: colour ?? safeColour(attribute(unsafeRule, 'color')),
    width: validOr(ruleWidth, isPercent ? Math.round(percent / 25) * 25 : 100, 100),
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
    line: ruleLine.default('solid'),
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
      styles: [
        'border',
        'border-top',
        'border-block-start',
        'height',
        'background',
        'background-color',
        'color',
        'width',
      ],
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
