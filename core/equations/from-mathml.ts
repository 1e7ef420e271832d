import { MathMLToLaTeX } from 'mathml-to-latex'
import { serializeOuter } from 'parse5'
import { attribute, everyElement, type HtmlElement, textOf } from '../tree/tree.ts'
import { cleanText } from '../tree/characters.ts'

/** The longest formula, in UTF-16 units. */
export const MOST_TEX = 4000
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

/** A formula without what no text may hold; null when nothing is left of it, or too much. */
export function safeTex(unsafeTex: string): string | null {
  const tex = cleanText(unsafeTex).trim()
  return tex === '' || tex.length > MOST_TEX ? null : tex
}
