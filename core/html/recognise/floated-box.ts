import { sideIn } from '../../kinds/aside/kind.ts'
import { isBoxed } from '../../kinds/box/kind.ts'
import { attribute, declarations, isElement } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { isPiece, standIn } from './walk.ts'

/** What says where the aside stands; the rest says how the box in it looks. */
const OF_ASIDE = new Set(['float', 'width'])

/** A block with a ground or a border that floats is a box in an aside. */
export const floatedBox: Recogniser = {
  name: 'a floating box',
  recognise(siblings, index) {
    const node = siblings[index]
    if (!node || !isElement(node) || !/^(div|section|aside)$/.test(node.tagName)) return null
    if (isPiece(node) || !sideIn(node) || !isBoxed(node)) return null
    const styles = [...declarations(node)].map(([name, value]) => ({ name, text: `${name}: ${value}` }))
    const styleOf = (isOfAside: boolean): string =>
      styles
        .filter(({ name }) => OF_ASIDE.has(name) === isOfAside)
        .map(({ text }) => text)
        .join('; ')
    const own = Object.fromEntries(
      node.attrs.filter(({ name }) => name !== 'style').map((attr) => [attr.name, attr.value]),
    )
    const box = standIn('div', { ...own, style: styleOf(false) }, node.childNodes, node)
    return {
      count: 1,
      replacement: standIn('div', { 'data-piece': 'aside', style: styleOf(true) }, [box], node),
      message: `A floating block${attribute(node, 'id') ? ` “${attribute(node, 'id')!}”` : ''} with a ground or an edge became a box in an aside.`,
    }
  },
}
