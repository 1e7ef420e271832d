import { z } from 'zod'
import { safeColour } from '../tree/colours.ts'
import { pixels } from '../tree/lengths.ts'
import { byName } from '../tree/by-name.ts'

/** Kinds of line that we draw. */
export const lineKind = z.enum(['solid', 'dashed', 'dotted', 'double'])

/** The sides of a block, as the page reads: `start` is where a line begins. */
export const SIDES = ['top', 'end', 'bottom', 'start'] as const
export type Side = (typeof SIDES)[number]

export const MOST_BORDER = 24
const line = z.object({
  line: lineKind,
  /** In CSS pixels. */
  thickness: z.number().int().min(1).max(MOST_BORDER),
  /** Null: as the words around it. */
  colour: z
    .string()
    .regex(/^#[0-9a-f]{6}$/)
    .nullable(),
})
/** A line on each side that has one. */
export const borders = z.object({
  top: line.nullable(),
  end: line.nullable(),
  bottom: line.nullable(),
  start: line.nullable(),
})
export type BorderLine = z.infer<typeof line>
export type Borders = z.infer<typeof borders>

const OF_SIDE: Readonly<Record<Side, string>> = {
  top: 'block-start',
  end: 'inline-end',
  bottom: 'block-end',
  start: 'inline-start',
}
/** The sides that a part of the name of a property means; left is taken for where a line begins. */
const MEANT = byName<readonly Side[]>({
  '': SIDES,
  ...{ top: ['top'], right: ['end'], bottom: ['bottom'], left: ['start'] },
  ...{ 'block-start': ['top'], 'inline-end': ['end'], 'block-end': ['bottom'], 'inline-start': ['start'] },
  ...{ block: ['top', 'bottom'], inline: ['start', 'end'] },
})
const PARTS = ['style', 'width', 'color'] as const
/** Properties of CSS that say it. */
export const BORDER_STYLES = Object.keys(MEANT).flatMap((side) => {
  const name = side === '' ? 'border' : `border-${side}`
  return [name, ...PARTS.map((part) => `${name}-${part}`)]
})

const WIDTHS = byName<number>({ thin: 1, medium: 3, thick: 5 })
const KINDS = /^(solid|dashed|dotted|double|none|hidden|groove|ridge|inset|outset)$/
/** What one declaration says of a side. */
interface Said {
  kind?: string
  thickness?: number
  colour?: string | null
}

/** Values apart; what stands in brackets is one of them. */
const values = (unsafeValue: string): string[] => unsafeValue.toLowerCase().match(/[^\s(]+(\([^)]*\))?/g) ?? []

/** How thick a line is drawn (CSS Values 4, “snap a length as a border width”, on a screen of one dot a pixel). */
const asDrawn = (thickness: number): number => (thickness > 0 && thickness < 1 ? 1 : Math.floor(thickness))

function said(value: string): Said {
  if (KINDS.test(value)) return { kind: value }
  const thickness = WIDTHS[value] ?? pixels(value, asDrawn)
  if (thickness !== null) return { thickness }
  const colour = safeColour(value)
  return colour !== null || value === 'currentcolor' ? { colour } : {}
}

/** The lines of a block that nobody has checked (CSS Backgrounds 3, CSS Logical 1); null where no side has one. */
export function readBorders(styles: ReadonlyMap<string, string>): Borders | null {
  const sides: Record<Side, Said> = { top: {}, end: {}, bottom: {}, start: {} }
  for (const [property, value] of styles) {
    const name = /^border(?:-([a-z-]+?))??(?:-(style|width|color))?$/.exec(property)
    const meant = name ? MEANT[name[1] ?? ''] : undefined
    if (!meant) continue
    // A shorthand sets what it does not name, too.
    if (name?.[2] === undefined) {
      const all = values(value).reduce<Said>((sum, each) => ({ ...sum, ...said(each) }), {})
      for (const each of meant) sides[each] = all
      continue
    }
    const given = values(value)
    meant.forEach((each, at) => {
      // Of one to four values: top, right, bottom, left (CSS 2.2, “Shorthand properties”); of two, start and end.
      const own = given[at] ?? given[at === 3 ? 1 : 0] ?? given[0] ?? ''
      sides[each] = { ...sides[each], ...said(own) }
    })
  }
  const found = Object.fromEntries(SIDES.map((side) => [side, lineOf(sides[side])])) as Borders
  return SIDES.some((side) => found[side]) ? found : null
}

function lineOf({ kind, thickness = 3, colour = null }: Said): BorderLine | null {
  if (kind === undefined || kind === 'none' || kind === 'hidden' || thickness < 1) return null
  const drawn = lineKind.safeParse(kind)
  return { line: drawn.success ? drawn.data : 'solid', thickness: Math.min(MOST_BORDER, thickness), colour }
}

/** Declarations of CSS that say them. */
export function borderStyles(all: Borders): string[] {
  const written = SIDES.map((side) => css(all[side]))
  if (written.every((each) => each !== '' && each === written[0])) return [`border: ${written[0]!}`]
  return SIDES.flatMap((side, at) => (written[at] === '' ? [] : [`border-${OF_SIDE[side]}: ${written[at]!}`]))
}

const css = (each: BorderLine | null): string =>
  each ? `${each.thickness}px ${each.line}${each.colour ? ` ${each.colour}` : ''}` : ''
