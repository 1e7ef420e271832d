import { attribute, type HtmlElement, type HtmlNode, isElement, isText } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { elementsOf, isBlank, isPiece, standIn, targetOf, within, wordsOf } from './walk.ts'

const PANEL = /^(div|section|article)$/

/** A row of tabs: links or buttons, nothing else, each pointing to an id. */
interface Row {
  readonly entries: readonly {
    readonly title: readonly HtmlNode[]
    readonly target: string
    /** The block it opens, where that is known by something else than its id. */
    readonly panel?: HtmlElement
  }[]
  /** It says itself that it is a row of tabs. */
  readonly isDeclared: boolean
}

/** The name that a script is given which shows a block, as in `show('first')`. */
const nameInScript = (control: HtmlElement): string | null =>
  /["']#?([a-z][\w-]*)["']\s*\)/i.exec(attribute(control, 'onclick') ?? '')?.[1] ?? null

/** A link that would lead away is none that opens a block. */
const leadsNowhere = (control: HtmlElement): boolean => /^(#|javascript:.*)?$/i.test(attribute(control, 'href') ?? '')

function rowOf(node: HtmlNode): Row | null {
  if (!isElement(node) || !['ul', 'ol', 'nav', 'div'].includes(node.tagName)) return null
  const isDeclared =
    attribute(node, 'role') === 'tablist' || /(^|[\s_-])tabs?([\s_-]|$)/i.test(attribute(node, 'class') ?? '')
  if (node.tagName === 'div' && !isDeclared) return null
  const controls = within(node.childNodes).filter(({ tagName }) => tagName === 'a' || tagName === 'button')
  const entries = controls.flatMap((control) => {
    const target = targetOf(control) ?? nameInScript(control)
    return target === null && !(isDeclared && leadsNowhere(control))
      ? []
      : [{ title: control.childNodes, target: target ?? '' }]
  })
  if (controls.length < 2 || entries.length !== controls.length) return null
  // Words beside the links: then it is prose or a list of contents, no row of tabs.
  const linked = entries
    .map(({ title }) => wordsOf(title))
    .join('')
    .replace(/\s/g, '')
  return wordsOf(node.childNodes).replace(/\s/g, '') === linked ? { entries, isDeclared } : null
}

const looksLikePanel = (element: HtmlElement): boolean =>
  PANEL.test(element.tagName) &&
  (attribute(element, 'role') === 'tabpanel' ||
    /(^|[\s_-])(tab-?)?(pane|panel)([\s_-]|$)/i.test(attribute(element, 'class') ?? ''))

/** A list of links to ids, and the blocks with those ids after it or in one wrapper after it. */
export const tabsByHand: Recogniser = {
  name: 'tabs',
  recognise(siblings, index) {
    const row = rowOf(siblings[index]!)
    if (!row) return null
    const targets = new Set(row.entries.map(({ target }) => target))
    const isOwn = (element: HtmlElement): boolean =>
      PANEL.test(element.tagName) && targets.has(attribute(element, 'id') ?? '') && !isPiece(element)
    const isNameless = row.entries.every(({ target }) => target === '')
    let end = index + 1
    const panels: HtmlElement[] = []
    for (let at = index + 1; at < siblings.length; at++) {
      const node = siblings[at]!
      if (isBlank(node)) continue
      if (!isElement(node)) break
      const inner = elementsOf(node.childNodes)
      if (isOwn(node) || ((panels.length > 0 || isNameless) && looksLikePanel(node))) panels.push(node)
      else if (
        panels.length === 0 &&
        !isPiece(node) &&
        inner.some((each) => isOwn(each) || looksLikePanel(each)) &&
        node.childNodes.every((each) => isElement(each) || isBlank(each))
      ) {
        panels.push(...inner)
        end = at + 1
        break
      } else break
      end = at + 1
    }
    const matched = panels.filter(isOwn).length
    if (matched === 0 && !(row.isDeclared && panels.length > 0)) return null
    if (isNameless && row.entries.length !== panels.length) return null
    const place = siblings[index] as HtmlElement
    return { count: end - index, ...assembled(matched === 0 ? byOrder(row, panels) : row, panels, place) }
  },
}

/** A row whose tabs name nothing, as classes alone turn them: the first opens the first block. */
function byOrder(row: Row, panels: readonly HtmlElement[]): Row {
  if (row.entries.length !== panels.length || row.entries.some(({ target }) => target !== '')) return row
  return {
    ...row,
    entries: row.entries.map(({ title }, at) => {
      const panel = panels[at]!
      const id = attribute(panel, 'id') ?? ''
      return { title, target: id, panel }
    }),
  }
}

/** Tabs of a row and its blocks; what opens nothing, and what nothing opens, is told. */
export function assembled(
  row: Pick<Row, 'entries'>,
  panels: readonly HtmlElement[],
  place: HtmlElement,
): { replacement: HtmlElement; message: string } {
  const left = new Set(panels)
  const empty: string[] = []
  const parts = row.entries.map(({ title, target, panel: own }) => {
    const panel = own ?? panels.find((each) => target !== '' && attribute(each, 'id') === target)
    if (panel) left.delete(panel)
    else empty.push(wordsOf(title).trim())
    return part(title, target, panel)
  })
  for (const panel of left) parts.push(part([], attribute(panel, 'id') ?? '', panel))
  const trouble = [
    empty.length > 0
      ? `${empty.map((name) => `“${name}”`).join(', ')} had nothing to open and ${empty.length === 1 ? 'is' : 'are'} empty`
      : '',
    left.size > 0
      ? `${left.size} ${left.size === 1 ? 'part' : 'parts'} had no tab and ${left.size === 1 ? 'has' : 'have'} no title yet`
      : '',
  ].filter(Boolean)
  return {
    replacement: standIn('div', { 'data-piece': 'tabs' }, parts, place),
    message: `Links and the blocks they open became tabs with ${parts.length} parts${trouble.length > 0 ? `; ${trouble.join('; ')}` : ''}.`,
  }
}

function part(title: readonly HtmlNode[], id: string, panel: HtmlElement | undefined): HtmlElement {
  const place = panel ?? (title[0] && isElement(title[0]) ? title[0] : null)
  const shell =
    place ??
    ({
      nodeName: 'section',
      tagName: 'section',
      attrs: [],
      childNodes: [],
      namespaceURI: 'http://www.w3.org/1999/xhtml',
      parentNode: null,
    } as unknown as HtmlElement)
  const heading = standIn(
    'h3',
    {},
    title.filter((node) => isElement(node) || isText(node)),
    shell,
  )
  return standIn('section', id === '' ? {} : { id }, [heading, ...(panel?.childNodes ?? [])], shell)
}
