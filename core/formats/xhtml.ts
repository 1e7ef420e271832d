import { VOID } from '../html/scan.ts'
import { type HtmlElement, type HtmlNode, isElement, isText } from '../tree/tree.ts'
import { escapeText } from './escape.ts'
import { byName } from '../tree/by-name.ts'

/** HTML as XML (HTML Standard, “The XML syntax”). Comments are left out. */
export function toXhtml(nodes: readonly HtmlNode[]): string {
  return nodes
    .map((node) => (isText(node) ? escapeText(node.value) : isElement(node) ? elementXhtml(node) : ''))
    .join('')
}

/** XML asks for the namespace that HTML knows by itself (MathML Core, “2.2.1”; SVG 2, “5.1”). */
const NAMESPACES = byName<string>({
  math: ' xmlns="http://www.w3.org/1998/Math/MathML"',
  svg: ' xmlns="http://www.w3.org/2000/svg"',
})

function elementXhtml({ tagName, attrs: given, childNodes }: HtmlElement): string {
  const attrs = given.filter(({ name }) => name !== 'xmlns')
  const own = NAMESPACES[tagName] ?? ''
  const written = own + attrs.map(({ name, value }) => ` ${name}="${escapeText(value)}"`).join('')
  // XML closes in themselves what has no content.
  return VOID.has(tagName) ? `<${tagName}${written}/>` : `<${tagName}${written}>${toXhtml(childNodes)}</${tagName}>`
}
