import { attribute, declarations, type HtmlElement, type HtmlNode, isElement } from '../../tree/tree.ts'
import { groundIn } from '../../kinds/attributes.ts'
import { readBorders } from '../../kinds/borders.ts'
import type { Recogniser } from './recogniser.ts'
import { isBlank, standIn } from './walk.ts'

/** Classes that links which look like buttons usually have (common practice). */
const CLASS = /(^|\s)(btn|button|button-link|link-button|cta)(\s|$)/i

/** What made it look like one: the piece has a look of its own. */
const LOOKS = new Set(['class', 'style', 'role'])

/** A link that looks like a button: by class, role, or a ground or edge with space around its words. */
function isButton(node: HtmlElement): boolean {
  if (node.tagName !== 'a' || (attribute(node, 'href') ?? '') === '') return false
  if (CLASS.test(attribute(node, 'class') ?? '') || attribute(node, 'role') === 'button') return true
  const only = node.childNodes.filter((child) => !isBlank(child))
  if (only.length === 1 && isElement(only[0]!) && only[0].tagName === 'button') return true
  const styles = declarations(node)
  return styles.has('padding') && (groundIn(styles) !== null || readBorders(styles) !== null)
}

/** The links that a block is made of; null where it holds anything else. */
function buttonsIn(node: HtmlNode | undefined): HtmlElement[] | null {
  if (!node || !isElement(node)) return null
  if (isButton(node)) return [node]
  if (!/^(p|div|center)$/.test(node.tagName)) return null
  const inside = node.childNodes.filter((child) => !isBlank(child))
  const all = inside.filter((child): child is HtmlElement => isElement(child) && isButton(child))
  return all.length > 0 && all.length === inside.length ? all : null
}

/** The words of a link, out of the `button` that may hold them. */
function wordsOf(link: HtmlElement): HtmlNode[] {
  return link.childNodes.flatMap((child) =>
    isElement(child) && child.tagName === 'button' ? child.childNodes : [child],
  )
}

/** Links written as buttons, one or several that follow each other. */
export const linkButtons: Recogniser = {
  name: 'link buttons',
  recognise(siblings, index) {
    const links: HtmlElement[] = []
    let count = 0
    for (let at = index; at < siblings.length; at++) {
      const node = siblings[at]!
      const found = buttonsIn(node)
      if (found) {
        links.push(...found)
        count = at - index + 1
      } else if (!isBlank(node)) break
    }
    const first = links[0]
    if (!first) return null
    // A button in a line of words stays a link in it.
    if (siblings[index] === first && hasWordsBeside(siblings, index, count)) return null
    const entries = links.map((link) => {
      const kept = link.attrs.filter(({ name }) => !LOOKS.has(name)).map(({ name, value }) => [name, value] as const)
      const anchor = standIn('a', Object.fromEntries(kept), wordsOf(link), link)
      return standIn('li', {}, [standIn('p', { 'data-part': 'label' }, [anchor], link)], link)
    })
    return {
      count,
      replacement: standIn('ul', { 'data-piece': 'buttons' }, entries, first),
      message:
        entries.length === 1
          ? 'A link that looks like a button became one.'
          : `${entries.length} links that look like buttons became buttons.`,
    }
  },
}

function hasWordsBeside(siblings: readonly HtmlNode[], index: number, count: number): boolean {
  const before = siblings.slice(0, index).findLast((node) => node.nodeName !== '#comment')
  const after = siblings[index + count]
  return [before, after].some(
    (node) => node !== undefined && (('value' in node && node.value.trim() !== '') || isInline(node)),
  )
}

const isInline = (node: HtmlNode): boolean =>
  isElement(node) && /^(a|b|i|em|strong|span|code|small|sup|sub|br|img)$/.test(node.tagName)
