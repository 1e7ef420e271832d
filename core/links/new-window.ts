import { opensNewWindow } from '../kinds/link/kind.ts'
import { element, everyElement, hasClass, type HtmlElement, type HtmlNode, isElement, text } from '../tree/tree.ts'

const CLASS = 'new-window'

/** Says after the words of each link that opens a new window that it does (WCAG 2.2, technique G201). */
export function sayNewWindows(nodes: readonly HtmlNode[], words: string): void {
  for (const each of everyElement(nodes))
    if (each.tagName === 'a' && opensNewWindow(each))
      each.childNodes.push(element('span', { class: CLASS }, [text(` ${words}`)]))
}

/** What is said so on a page of ours: it belongs to the link, and is no content. */
export const isNewWindowSaid = (node: HtmlNode): boolean => isElement(node) && hasClass(node, CLASS)

/** Whether a link is one of ours that opens a new window; others do so without saying it. */
export const saysNewWindow = (anchor: HtmlElement): boolean =>
  opensNewWindow(anchor) && anchor.childNodes.some(isNewWindowSaid)

/** Takes what is said so out of the links of a page of ours that is read again. */
export function takeNewWindowsSaid(nodes: readonly HtmlNode[]): void {
  for (const each of everyElement(nodes))
    if (each.tagName === 'a' && saysNewWindow(each))
      each.childNodes = each.childNodes.filter((child) => !isNewWindowSaid(child))
}
