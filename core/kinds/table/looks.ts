import { z } from 'zod'
import { inkOn, safeColour } from '../../tree/colours.ts'
import { percentage, pixels } from '../../tree/lengths.ts'
import { attribute, declarations, type HtmlElement, isElement } from '../../tree/tree.ts'
import { firstThat, groundIn, validOr } from '../attributes.ts'
import { alignFromMargins, alignStyle, MARGIN_STYLES } from '../margins.ts'

/*
 * How a table, its rows and its cells look: the settings, how HTML says them, and how they are read from HTML that
 * nobody has checked.
 */

/** A colour as six lower-case hex digits, as `safeColour` writes it. */
export const hexColour = z.string().regex(/^#[0-9a-f]{6}$/)
const colour = hexColour.nullable()

export const tableLines = z.enum(['all', 'rows', 'none'])
export const tablePadding = z.enum(['narrow', 'usual', 'wide'])
export const tableAlign = z.enum(['start', 'centre', 'end'])
export const MOST_LINE_THICKNESS = 8
const lineThickness = z.number().int().min(1).max(MOST_LINE_THICKNESS)
export const LEAST_TABLE_WIDTH = 10
const widthPercent = z.number().int().min(LEAST_TABLE_WIDTH).max(100)

/** Settings of a table: `lineThickness` in CSS pixels, `widthPercent` of the line, null as wide as its cells need. */
export const TABLE_LOOKS = {
  /** Every other row is shaded. */
  isStriped: z.boolean().default(false),
  /** The row under the pointer is shaded. */
  isHighlighted: z.boolean().default(false),
  lines: tableLines.default('all'),
  /** Null: as lines of the page are. */
  lineColour: colour.default(null),
  lineThickness: lineThickness.default(1),
  padding: tablePadding.default('usual'),
  widthPercent: widthPercent.nullable().default(null),
  align: tableAlign.default('start'),
}
type TableLooks = z.infer<z.ZodObject<typeof TABLE_LOOKS>>

/** The least height of a row, in CSS pixels; null as high as its cells need. */
export const LEAST_ROW = 10
export const MOST_ROW = 2000
const height = z.number().int().min(LEAST_ROW).max(MOST_ROW).nullable()
export const ROW_LOOKS = { height: height.default(null) }

/** The widest column, in CSS pixels. */
export const MOST_COLUMN = 4000

export const cellPlace = z.enum(['top', 'middle', 'bottom'])
export const CELL_LOOKS = {
  /** Null: as the table has it. */
  ground: colour.default(null),
  /** Where its words stand when other cells of the row are higher. */
  place: cellPlace.default('top'),
}

export const TABLE_ATTRIBUTES = [
  'data-rows',
  'data-lines',
  'data-padding',
  'class',
  'border',
  'rules',
  'bordercolor',
  'cellpadding',
  'cellspacing',
  'width',
  'align',
]
export const TABLE_STYLES = ['width', ...MARGIN_STYLES, 'border', 'border-color', 'border-width', 'border-collapse']
export const ROW_ATTRIBUTES = ['height', 'bgcolor', 'valign']
export const ROW_STYLES = ['height', 'background', 'background-color', 'vertical-align']
export const CELL_ATTRIBUTES = ['colspan', 'rowspan', 'width', 'height', 'bgcolor', 'valign', 'nowrap']
export const CELL_STYLES = ['background', 'background-color', 'vertical-align']

/** The rows that stand in a table or in its groups, in their order. */
function rowsIn({ childNodes }: HtmlElement): HtmlElement[] {
  return childNodes
    .filter(isElement)
    .flatMap((node) =>
      node.tagName === 'tr'
        ? [node]
        : node.childNodes.filter((child): child is HtmlElement => isElement(child) && child.tagName === 'tr'),
    )
}

const groundOfElement = (element: HtmlElement): string | null => {
  const styles = declarations(element)
  return groundIn(styles) ?? safeColour(attribute(element, 'bgcolor'))
}

/** Shade every other row: said so, or written by hand row by row. */
function isStriped(table: HtmlElement, said: ReadonlySet<string>): boolean {
  if (said.has('striped') || /(^|[\s_-])(striped|zebra)([\s_-]|$)/i.test(attribute(table, 'class') ?? '')) return true
  const rows = rowsIn(table)
  const grounds = rows.map(groundOfElement)
  const body = grounds.slice(rows.length > 3 ? 1 : 0)
  return body.length > 2 && body.every((ground, at) => at < 2 || ground === body[at - 2]) && body[0] !== body[1]
}

function linesOf(table: HtmlElement, styles: ReadonlyMap<string, string>): TableLooks['lines'] {
  const said = validOr(tableLines, attribute(table, 'data-lines'), null)
  if (said) return said
  const rules = attribute(table, 'rules')?.toLowerCase()
  if (rules === 'rows' || rules === 'none') return rules
  return attribute(table, 'border') === '0' || /^(0|none)\b/.test(styles.get('border') ?? '') ? 'none' : 'all'
}

function alignOf(table: HtmlElement, styles: ReadonlyMap<string, string>): TableLooks['align'] {
  const said = attribute(table, 'align')?.toLowerCase()
  if (said === 'center') return 'centre'
  return alignFromMargins(styles) ?? (said === 'right' ? 'end' : 'start')
}

/** What HTML says of how a table looks. */
export function readTableLooks(unsafeTable: HtmlElement): TableLooks {
  const styles = declarations(unsafeTable)
  const said = new Set((attribute(unsafeTable, 'data-rows') ?? '').split(/\s+/))
  const padding = Number(attribute(unsafeTable, 'cellpadding') ?? Number.NaN)
  const thickness = pixels(styles.get('border-width')) ?? pixels(attribute(unsafeTable, 'border'))
  const width = firstThat(percentage, styles.get('width'), attribute(unsafeTable, 'width'))
  return {
    isStriped: isStriped(unsafeTable, said),
    isHighlighted: said.has('highlighted') || /(^|[\s_-])hover([\s_-]|$)/i.test(attribute(unsafeTable, 'class') ?? ''),
    lines: linesOf(unsafeTable, styles),
    lineColour: firstThat(safeColour, styles.get('border-color'), attribute(unsafeTable, 'bordercolor')),
    lineThickness: validOr(lineThickness, thickness, 1),
    padding: validOr(
      tablePadding,
      attribute(unsafeTable, 'data-padding'),
      padding <= 2 ? 'narrow' : padding >= 12 ? 'wide' : 'usual',
    ),
    widthPercent: width === null ? null : validOr(widthPercent, width, null),
    align: alignOf(unsafeTable, styles),
  }
}

/** The attributes of HTML that say it; none for what is as usual. */
export function tableLooks(attrs: Readonly<Record<string, unknown>>): Record<string, string | null> {
  const looks = attrs as TableLooks
  const rows = [looks.isStriped ? 'striped' : '', looks.isHighlighted ? 'highlighted' : ''].filter(Boolean)
  const styles = [
    looks.widthPercent === null ? '' : `width: ${looks.widthPercent}%`,
    alignStyle(looks.align),
    looks.lineColour === null ? '' : `border-color: ${looks.lineColour}`,
    looks.lineThickness === 1 ? '' : `border-width: ${looks.lineThickness}px`,
  ].filter(Boolean)
  return {
    'data-rows': rows.join(' ') || null,
    'data-lines': looks.lines === 'all' ? null : looks.lines,
    'data-padding': looks.padding === 'usual' ? null : looks.padding,
    style: styles.join('; ') || null,
  }
}

/** What HTML says of a row's height. */
export function readRowLooks(unsafeRow: HtmlElement): { height: number | null } {
  const given = firstThat((each) => pixels(each), declarations(unsafeRow).get('height'), attribute(unsafeRow, 'height'))
  return { height: validOr(height, given, null) }
}

export const rowLooks = (attrs: Readonly<Record<string, unknown>>): Record<string, string | null> => ({
  style: attrs.height === null ? null : `height: ${Number(attrs.height)}px`,
})

/** What HTML says of a cell's ground and place. */
export function readCellLooks(unsafeCell: HtmlElement): { ground: string | null; place: 'top' | 'middle' | 'bottom' } {
  const place = firstThat(
    (each) => validOr(cellPlace, each?.toLowerCase(), null),
    declarations(unsafeCell).get('vertical-align'),
    attribute(unsafeCell, 'valign'),
  )
  return { ground: groundOfElement(unsafeCell), place: place ?? 'top' }
}

/** Declarations of a cell's style; its words are in whichever ink reads on its ground. */
export function cellStyles(attrs: Readonly<Record<string, unknown>>, isSource: boolean): string[] {
  const ground = attrs.ground as string | null
  return [
    ground === null ? '' : `background-color: ${ground}`,
    ground === null || isSource ? '' : `color: ${inkOn(ground)}`,
    attrs.place === 'top' ? '' : `vertical-align: ${String(attrs.place)}`,
  ].filter(Boolean)
}
