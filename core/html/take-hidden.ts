import { shortened } from '../tree/shortened.ts'
import { attribute, declarations, type HtmlElement, type HtmlNode, isElement, textOf } from '../tree/tree.ts'
import type { ReadReport } from './report.ts'

/**
 * Takes out what readers are not shown, so that it never becomes words of the page, least of all an answer; which words
 * those were is told. Cells stay, empty: their rows are made of them. Called when pieces have been recognised, which
 * fold parts away.
 */
export function takeHidden(nodes: HtmlNode[], report: ReadReport): void {
  // A stack of its own: broken HTML nests without a bound.
  const waiting = [nodes]
  for (let list = waiting.pop(); list; list = waiting.pop())
    for (let at = list.length - 1; at >= 0; at--) {
      const node = list[at]!
      if (!isElement(node)) continue
      if (isHidden(node)) {
        tell(node, report)
        if (node.tagName === 'td' || node.tagName === 'th') node.childNodes = []
        else list.splice(at, 1)
      } else waiting.push(node.childNodes)
    }
}

/** HTML Standard, “The hidden attribute”; CSS Display 3, `display: none`; CSS 2.2, `visibility`. */
function isHidden(element: HtmlElement): boolean {
  const hidden = attribute(element, 'hidden')
  if (hidden !== undefined && hidden.toLowerCase() !== 'until-found') return true
  const styles = declarations(element)
  return styles.get('display') === 'none' || /^(hidden|collapse)$/.test(styles.get('visibility') ?? '')
}

function tell(element: HtmlElement, report: ReadReport): void {
  const words = textOf(element).trim()
  report.add(
    'left out',
    words === ''
      ? `“${element.tagName}” is hidden, and was left out.`
      : `Words that are hidden were left out: “${shortened(words, 60)}”.`,
    element.sourceCodeLocation,
    'hidden',
  )
}
