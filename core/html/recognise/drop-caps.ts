import { attribute, declarations, type HtmlElement, isElement } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { isBlank, standIn, wordsOf } from './walk.ts'

const DROP_CAP = /(^|[\s_-])drop-?cap([\s_-]|$)/i
/** A letter, with the sign before it and the space that stands beside it. */
const LONGEST = 3

/** A letter at the beginning that is floated and made large, or says by its class what it is. */
function isDropCap(first: HtmlElement): boolean {
  if (first.tagName !== 'span' || wordsOf(first.childNodes).trim().length > LONGEST) return false
  if (DROP_CAP.test(attribute(first, 'class') ?? '')) return true
  const styles = declarations(first)
  const size = /^([\d.]+)(em|rem|%)$/.exec(styles.get('font-size') ?? '')
  const times = size ? Number(size[1]) / (size[2] === '%' ? 100 : 1) : 0
  return /^(left|inline-start)$/.test(styles.get('float') ?? '') && times >= 2
}

/** A paragraph whose first letter was made a drop cap by hand. */
export const dropCaps: Recogniser = {
  name: 'drop caps',
  recognise(siblings, index) {
    const paragraph = siblings[index]!
    if (!isElement(paragraph) || paragraph.tagName !== 'p') return null
    const at = paragraph.childNodes.findIndex((node) => !isBlank(node))
    const first = paragraph.childNodes[at]
    if (!first || !isElement(first) || !isDropCap(first)) return null
    const attributes = Object.fromEntries(paragraph.attrs.map(({ name, value }) => [name, value]))
    const words = [...first.childNodes, ...paragraph.childNodes.slice(at + 1)]
    return {
      count: 1,
      replacement: standIn(
        'p',
        { ...attributes, class: `${attributes.class ?? ''} drop-cap`.trim() },
        words,
        paragraph,
      ),
      message: 'A large first letter became a drop cap.',
    }
  },
}
