import { freeId } from '../tree/free-id.ts'
import { attribute, element, hasClass, type HtmlElement, isElement, text, textOf } from '../tree/tree.ts'
import { number } from './slots.ts'

/**
 * Puts the labels of a picture into a list beneath it, and their numbers onto the picture: each is a link to its entry,
 * so that they lead somewhere without script, and are read with the words of the label.
 */
export function setSpots(piece: HtmlElement, taken: Set<string>): void {
  const [figure, ...spots] = piece.childNodes.filter(isElement)
  const at = figure?.childNodes.findIndex((node) => isElement(node) && node.tagName === 'img') ?? -1
  const image = figure?.childNodes[at]
  if (!figure || !image) return
  const marks = spots.map((spot, index) => {
    let id = attribute(spot, 'id')
    if (id === undefined) {
      id = freeId('label', taken)
      spot.attrs.push({ name: 'id', value: id })
    }
    spot.nodeName = spot.tagName = 'li'
    const title = spot.childNodes.find((node) => isElement(node) && hasClass(node, 'spot-title'))
    const words = title ? textOf(title).trim() : ''
    return element(
      'a',
      {
        class: 'spot-mark',
        href: `#${encodeURIComponent(id)}`,
        'aria-label': words === '' ? null : `${number(index + 1)}: ${words}`,
        style: `inset-inline-start: ${attribute(spot, 'data-x')}%; top: ${attribute(spot, 'data-y')}%`,
      },
      [text(number(index + 1))],
    )
  })
  // A picture is the same whichever way its page reads.
  figure.childNodes[at] = element('span', { class: 'with-spots', dir: 'ltr' }, [image, ...marks])
  piece.childNodes = [figure, element('ol', { class: 'spots' }, spots)]
}
