import { parseFragment } from 'parse5'
import type { Node } from 'prosemirror-model'
import { fillSlots, renderPage } from '../html/render.ts'
import { rename } from '../kinds/part/kinds.ts'
import { attribute, element, hasClass, type HtmlElement, type HtmlNode, isElement, text } from '../html/tree.ts'

/** Where things are in an e-book. */
export interface EbookPlaces {
  /** The file of a picture of the shelf; null when it can't be had. */
  picture(item: string): string | null
  /** The file of another text of the book, by the id of its entry; null when it is not in the book. */
  chapter(entryId: string): string | null
}

/**
 * The body of a page in its e-book form: what folds is `details`, tabs and accordions are headings with what is under them,
 * questions show what there is to choose from, and what only runs in a browser is named. Links lead to places that are there.
 */
export function ebookPage(page: Node, places: EbookPlaces, number = ''): HtmlNode[] {
  const nodes = parseFragment(fillSlots(renderPage(page).segments, () => '')).childNodes
  const ids = new Set<string>()
  const gather = (list: readonly HtmlNode[]): void => {
    for (const node of list) {
      if (!isElement(node)) continue
      const id = attribute(node, 'id')
      // XML holds no place twice; the first keeps its name.
      if (id !== undefined && ids.has(id)) drop(node, 'id')
      else if (id !== undefined) ids.add(id)
      gather(node.childNodes)
    }
  }
  gather(nodes)
  let section = 0
  const change = (list: readonly HtmlNode[], isTop: boolean): HtmlNode[] =>
    list.flatMap((node): HtmlNode[] => {
      if (!isElement(node)) return [node]
      const replaced = inEbook(node, places, ids)
      if (replaced !== node) return replaced === null ? [] : Array.isArray(replaced) ? change(replaced, false) : [replaced]
      node.childNodes = change(node.childNodes, false)
      if (isTop && number !== '' && node.tagName === 'h2') node.childNodes.unshift(text(`${number}.${++section} `))
      return [node]
    })
  return change(nodes, true)
}

function drop(node: HtmlElement, ...names: string[]): void {
  node.attrs = node.attrs.filter(({ name }) => !names.includes(name))
}

/** An element as an e-book has it: itself, another, its content alone, or nothing (null). */
function inEbook(node: HtmlElement, places: EbookPlaces, ids: ReadonlySet<string>): HtmlElement | HtmlNode[] | null {
  const { tagName } = node
  if (tagName === 'form' || tagName === 'input' || tagName === 'button' || hasClass(node, 'practice-send') || hasClass(node, 'practice-result') || hasClass(node, 'bank-question')) return null
  if (tagName === 'label') {
    // There is nothing to press beside it.
    rename(node, 'p')
    return node
  }
  if (tagName === 'iframe') return element('p', {}, [text(`In the course something runs here: ${attribute(node, 'title') || 'a piece without a title'}.`)])
  if (tagName === 'img') return picture(node, places)
  if (tagName === 'a') return link(node, places, ids)
  return node
}

function picture(node: HtmlElement, places: EbookPlaces): HtmlElement {
  const item = /^\/files\/([\w-]+)\//.exec(attribute(node, 'src') ?? '')?.[1]
  const file = item === undefined ? null : places.picture(item)
  if (file === null) return element('p', {}, [text(attribute(node, 'alt') || 'A picture that can’t be shown here.')])
  return element('img', { src: file, alt: attribute(node, 'alt') ?? '' })
}

function link(node: HtmlElement, places: EbookPlaces, ids: ReadonlySet<string>): HtmlElement | HtmlNode[] {
  const href = attribute(node, 'href') ?? ''
  if (/^(https?|mailto|tel):/i.test(href)) {
    drop(node, 'target', 'rel', 'href')
    // As the URL Standard writes it: authors' addresses may hold spaces and quotation marks.
    node.attrs.push({ name: 'href', value: new URL(href).href })
    return node
  }
  const place = /^#(.+)$/.exec(href)?.[1]
  if (place !== undefined) return ids.has(decoded(place)) ? node : node.childNodes
  const entry = /^(?:\/read\/[\w-]+\/)?([\w-]+)(?:#.*)?$/.exec(href)?.[1]
  const file = entry === undefined ? null : places.chapter(entry)
  return file === null ? node.childNodes : element('a', { href: file }, node.childNodes)
}

function decoded(place: string): string {
  try {
    return decodeURIComponent(place)
  } catch {
    return place
  }
}
