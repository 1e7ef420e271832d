import { texOfOmml } from '../equations/from-omml.ts'
import { element, type HtmlElement, type HtmlNode, text } from '../tree/tree.ts'

/**
 * Word processors put a formula on the clipboard in a comment for programs that read it, and a picture for the others
 * (common practice). This is the formula of such a comment; null for any other node.
 */
export function officeFormula(node: HtmlNode): HtmlElement | null {
  if (node.nodeName !== '#comment' || !('data' in node)) return null
  const found = /<m:oMathPara\b[^]*<\/m:oMathPara>|<m:oMath\b[^]*<\/m:oMath>/.exec(node.data)
  const tex = found && texOfOmml(found[0])
  if (!tex) return null
  const isDisplay = found[0].startsWith('<m:oMathPara')
  return element(isDisplay ? 'div' : 'span', { 'data-piece': 'equation' }, [text(tex)])
}

const commentOf = (node: HtmlNode): string =>
  node.nodeName === '#comment' && 'data' in node ? node.data.replace(/\s+/g, '') : ''

/** Without the pictures that stand beside formulas for programs that can't read those. */
export function withoutFormulaPictures(nodes: readonly HtmlNode[]): readonly HtmlNode[] {
  if (!nodes.some((node) => commentOf(node) === '[if!msEquation]')) return nodes
  let isWithin = false
  return nodes.filter((node) => {
    const words = commentOf(node)
    if (words === '[if!msEquation]') isWithin = true
    const stays = !isWithin
    if (words === '[endif]') isWithin = false
    return stays
  })
}
