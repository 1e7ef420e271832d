import { MathMLToLaTeX } from 'mathml-to-latex'
import { serializeOuter } from 'parse5'
import { attribute, everyElement, type HtmlElement, type HtmlNode, text, textOf } from '../tree/tree.ts'
import { safeTex } from '../kinds/equation/tex.ts'

/** Deeper or longer MathML is broken or hostile, and is not looked at. */
const MOST_ELEMENTS = 2000

/**
 * The LaTeX of a `math` element that nobody has checked: the one it carries as an annotation (MathML Core,
 * “5.2 semantics”), else one made of its elements. Null where there is none.
 */
export function texOf(unsafeMath: HtmlElement): string | null {
  let elements = 0
  for (const each of everyElement([unsafeMath])) {
    if (++elements > MOST_ELEMENTS) return null
    if (each.tagName === 'annotation' && /^(application\/x-tex|TeX|LaTeX)$/i.test(attribute(each, 'encoding') ?? ''))
      return safeTex(textOf(each))
  }
  try {
    return safeTex(MathMLToLaTeX.convert(serializeOuter(unsafeMath).replaceAll('&nbsp;', '&#160;')))
  } catch {
    return null
  }
}

/**
 * Gives every `math` element that a formula can be made of the form that our own source has for equations; it stands in
 * a line unless its `display` says otherwise. What no formula can be made of stays. Changes the tree in place.
 */
export function readMath(nodes: readonly HtmlNode[]): void {
  for (const each of [...everyElement(nodes)]) {
    if (each.tagName !== 'math') continue
    const tex = texOf(each)
    if (tex === null) continue
    const id = attribute(each, 'id')
    const isBlock = attribute(each, 'display') === 'block'
    each.nodeName = each.tagName = isBlock ? 'div' : 'span'
    each.attrs = [{ name: 'data-piece', value: 'equation' }, ...(isBlock && id ? [{ name: 'id', value: id }] : [])]
    each.childNodes = [text(tex)]
  }
}
