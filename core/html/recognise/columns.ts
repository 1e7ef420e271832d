import { MOST_COLUMNS, MOST_SHARE } from '../../kinds/columns/kinds.ts'
import { attribute, declarations, type HtmlElement, isElement } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { elementsOf, isBlank, isPiece, standIn } from './walk.ts'

/** Blocks that are called rows or columns, and what stands in them (common practice). */
const ROW = /(^|[\s_-])(row|columns|cols)([\s_-]|$)/i
const COLUMN = /(^|[\s_-])col(umn)?([\s_-]|$)/i
/** How many twelfths of a row a column is wide by its class (common practice): `col-8`, `col-md-4`. */
const TWELFTHS = /(?:^|\s)col(?:umn)?(?:-[a-z]{2})?-(\d{1,2})(?=\s|$)/i

/** A block whose style, or whose class with those of its blocks, lays two to four blocks side by side. */
export const columnsByHand: Recogniser = {
  name: 'columns',
  recognise(siblings, index) {
    const node = siblings[index]
    if (!node || !isElement(node) || node.tagName !== 'div' || isPiece(node)) return null
    const children = elementsOf(node.childNodes)
    if (children.length < 2 || children.length > MOST_COLUMNS) return null
    if (
      !children.every(({ tagName }) => /^(div|section|article)$/.test(tagName)) ||
      !node.childNodes.every((each) => isElement(each) || isBlank(each))
    )
      return null
    const shares = sharesByStyle(node) ?? sharesByClass(node, children)
    if (!shares) return null
    const parts = children.map((child) => standIn('div', {}, isPiece(child) ? [child] : child.childNodes, child))
    return {
      count: 1,
      replacement: standIn('div', { 'data-piece': 'columns', ...splitOf(shares) }, parts, node),
      message: `${parts.length} blocks laid side by side by their ${shares.by} became columns.`,
    }
  },
}

interface Shares {
  readonly by: 'style' | 'class'
  /** How wide each is against the others; nothing where that is not said. */
  readonly of: readonly number[]
}

function sharesByStyle(node: HtmlElement): Shares | null {
  if (attribute(node, 'style') === undefined) return null
  const styles = declarations(node)
  const isRow =
    /^(inline-)?flex$/.test(styles.get('display') ?? '') && !/^column/.test(styles.get('flex-direction') ?? '')
  const tracks = (styles.get('grid-template-columns') ?? '').trim()
  const isGrid = /^(inline-)?grid$/.test(styles.get('display') ?? '') && /\s/.test(tracks)
  if (!isRow && !isGrid) return null
  // Parts of what is free: CSS Grid Layout, 7.2.4, “Flexible Lengths”.
  const parts = isGrid ? tracks.split(/\s+/).map((track) => Number(/^(\d+(?:\.\d+)?)fr$/.exec(track)?.[1] ?? NaN)) : []
  return { by: 'style', of: parts }
}

function sharesByClass(node: HtmlElement, children: readonly HtmlElement[]): Shares | null {
  const classOf = (each: HtmlElement): string => attribute(each, 'class') ?? ''
  if (!ROW.test(classOf(node)) || !children.every((child) => COLUMN.test(classOf(child)))) return null
  return { by: 'class', of: children.map((child) => Number(TWELFTHS.exec(classOf(child))?.[1] ?? NaN)) }
}

/** The widths as small whole numbers; nothing where they are equal or can't be told. */
function splitOf({ of }: Shares): { 'data-split'?: string } {
  const least = Math.min(...of)
  const parts = of.map((share) => Math.round(share / least))
  if (of.length < 2 || !parts.every((part) => part >= 1 && part <= MOST_SHARE)) return {}
  return parts.every((part) => part === parts[0]) ? {} : { 'data-split': parts.join('-') }
}
