import { attribute, type HtmlElement, type HtmlNode, isElement } from '../../tree/tree.ts'
import type { Recogniser, Recognised } from './recogniser.ts'
import { isBlank, isPiece, standIn, targetOf, wordsOf } from './walk.ts'

/** A dialog of HTML, a popover, or a block that has the role (HTML Standard; WAI-ARIA 1.2, `dialog`). */
const isDialog = (node: HtmlElement): boolean =>
  node.tagName === 'dialog' ||
  (/^(div|section|aside)$/.test(node.tagName) &&
    !isPiece(node) &&
    (attribute(node, 'popover') !== undefined || /^(alert)?dialog$/.test(attribute(node, 'role') ?? '')))

const openerIn = (node: HtmlElement): HtmlElement | null => {
  if (node.tagName === 'button' || node.tagName === 'a') return node
  const [only, ...others] = node.tagName === 'p' ? node.childNodes.filter((child) => !isBlank(child)) : []
  return only && others.length === 0 && isElement(only) && /^(button|a)$/.test(only.tagName) ? only : null
}

/** A button of the dialog that only closes it, or a form with nothing else: the pop-up has one of its own. */
const isCloser = (node: HtmlNode): boolean =>
  isElement(node) &&
  (node.tagName === 'button' || (node.tagName === 'form' && attribute(node, 'method') === 'dialog')) &&
  /^(close|ok|cancel|×|x|✕)$/i.test(wordsOf(node.childNodes).trim())

/** A button with the dialog that it opens, next to each other; or a dialog alone, under its first heading. */
export const dialogsByHand: Recogniser = {
  name: 'dialogs',
  recognise(siblings, index) {
    const first = siblings[index]
    if (!first || !isElement(first)) return null
    if (isDialog(first)) return alone(first)
    const opener = openerIn(first)
    if (!opener) return null
    let at = index + 1
    while (at < siblings.length && isBlank(siblings[at]!)) at++
    const dialog = siblings[at]
    if (!dialog || !isElement(dialog) || !isDialog(dialog)) return null
    if (attribute(dialog, 'id') === undefined || targetOf(opener) !== attribute(dialog, 'id')) return null
    return made(at - index + 1, opener.childNodes, dialog.childNodes, dialog, opener)
  },
}

function alone(dialog: HtmlElement): Recognised {
  const heading = dialog.childNodes.find((node) => isElement(node) && /^h[1-6]$/.test(node.tagName))
  const title = heading && isElement(heading) ? heading.childNodes : []
  return made(
    1,
    title,
    dialog.childNodes.filter((node) => node !== heading),
    dialog,
    dialog,
  )
}

function made(
  count: number,
  title: readonly HtmlNode[],
  inside: readonly HtmlNode[],
  dialog: HtmlElement,
  place: HtmlElement,
): Recognised {
  const id = attribute(dialog, 'id')
  return {
    count,
    replacement: standIn(
      'details',
      { 'data-piece': 'pop-up', ...(id ? { id } : {}) },
      [standIn('summary', {}, [...title], place), ...inside.filter((node) => !isCloser(node))],
      dialog,
    ),
    message: count === 1 ? 'A dialog became a pop-up.' : 'A button and the dialog it opens became a pop-up.',
  }
}
