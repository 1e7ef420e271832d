import { pixels } from '../../tree/lengths.ts'
import { attribute, declarations, type HtmlElement } from '../../tree/tree.ts'
import { MOST_COLUMN } from './looks.ts'

/** A column whose width is a part of the table's is as wide as this part of a page's line, in CSS pixels. */
const LINE = 600
/** So many columns one element may stand for (HTML Standard, “The col element”). */
const MOST = 1000

/** The widths in CSS pixels of the columns that a `col` that nobody has checked stands for; 0 where it says none. */
export function widthsOfColumns(unsafeColumn: HtmlElement): number[] {
  const given = declarations(unsafeColumn).get('width') ?? attribute(unsafeColumn, 'width') ?? ''
  const percent = Number(/^\s*([\d.]+)%/.exec(given)?.[1] ?? Number.NaN)
  const width = Number.isFinite(percent) ? Math.round((percent / 100) * LINE) : (pixels(given) ?? 0)
  const count = Math.min(MOST, Math.max(1, Math.trunc(Number(attribute(unsafeColumn, 'span') ?? 1)) || 1))
  return Array.from({ length: count }, () => Math.min(MOST_COLUMN, width))
}
