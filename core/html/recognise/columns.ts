import { attribute, declarations, isElement } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { elementsOf, isBlank, isPiece, standIn } from './walk.ts'

/** A block whose style lays two to four blocks side by side. */
export const columnsByHand: Recogniser = {
  name: 'columns',
  recognise(siblings, index) {
    const node = siblings[index]
    if (!node || !isElement(node) || node.tagName !== 'div' || attribute(node, 'style') === undefined) return null
    const styles = declarations(node)
    const isRow =
      /^(inline-)?flex$/.test(styles.get('display') ?? '') && !/^column/.test(styles.get('flex-direction') ?? '')
    const isGrid =
      /^(inline-)?grid$/.test(styles.get('display') ?? '') &&
      /\s/.test((styles.get('grid-template-columns') ?? '').trim())
    const children = elementsOf(node.childNodes)
    if ((!isRow && !isGrid) || children.length < 2 || children.length > 4) return null
    if (
      !children.every(({ tagName }) => /^(div|section|article)$/.test(tagName)) ||
      !node.childNodes.every((each) => isElement(each) || isBlank(each))
    )
      return null
    const parts = children.map((child) => standIn('div', {}, isPiece(child) ? [child] : child.childNodes, child))
    return {
      count: 1,
      replacement: standIn('div', { 'data-piece': 'columns' }, parts, node),
      message: `${parts.length} blocks laid side by side by their style became columns.`,
    }
  },
}
