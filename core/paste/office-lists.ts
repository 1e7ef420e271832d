import { attribute, element, type HtmlElement, type HtmlNode, isElement, isText } from '../tree/tree.ts'
import { byName } from '../tree/by-name.ts'

/*
 * Word processors that write HTML to the clipboard write lists as paragraphs: each with its list, level and format in
 * the style (`mso-list: l0 level2 lfo1`) and its sign as text in a span marked `mso-list: Ignore` (common practice).
 */
interface Item {
  readonly node: HtmlElement
  /** Which list it is of: two that stand one below the other stay two. */
  readonly list: string
  readonly level: number
  readonly sign: Sign
}

/** How an item is marked; `number` is the one it has, null where its list has none. */
interface Sign {
  readonly marker: string | null
  readonly number: number | null
}

function itemOf(node: HtmlNode): Item | null {
  if (!isElement(node) || !/^(p|h[1-6]|div)$/.test(node.tagName)) return null
  const found = /mso-list:\s*(l\d+)\s+level(\d+)(?:\s+(lfo\d+))?/i.exec(attribute(node, 'style') ?? '')
  if (!found) return null
  return {
    node,
    list: `${found[1]} ${found[3] ?? ''}`,
    level: Math.min(9, Math.max(1, Number(found[2]))),
    sign: signOf(takeSign(node)),
  }
}

/** Signs of bullets in the fonts that word processors take them from (common practice), by CSS’s names. */
const BULLETS = byName<string>({ o: 'circle', '§': 'square', '▪': 'square', '■': 'square' })

function signOf(words: string): Sign {
  const number = /^[([]?(?:(\d+)|([a-z]+))[.)\]]?$/i.exec(words.split('.').filter(Boolean).at(-1) ?? '')
  const isNumbered = number && (/[.)\]]/.test(words) || number[1] !== undefined)
  if (!isNumbered) return { marker: BULLETS[words] ?? null, number: null }
  if (number[1] !== undefined)
    return {
      marker: number[1].length > 1 && number[1].startsWith('0') ? 'decimal-leading-zero' : null,
      number: Number(number[1]),
    }
  const letters = number[2]!
  const kind = letters === letters.toLowerCase() ? 'lower' : 'upper'
  const roman = romanNumber(letters.toLowerCase())
  // A list that begins with i counts in Roman; one that goes on from h to i is not told by this item.
  if (roman !== null && (letters.length > 1 || /^[iv]$/i.test(letters)))
    return { marker: `${kind}-roman`, number: roman }
  return letters.length === 1
    ? { marker: `${kind}-alpha`, number: letters.toLowerCase().charCodeAt(0) - 96 }
    : { marker: null, number: null }
}

/** A Roman number in small letters; null for any other word. */
function romanNumber(letters: string): number | null {
  const values = byName<number>({ i: 1, v: 5, x: 10, l: 50, c: 100, d: 500, m: 1000 })
  if (!/^m{0,3}(cm|cd|d?c{0,3})(xc|xl|l?x{0,3})(ix|iv|v?i{0,3})$/.test(letters) || letters === '') return null
  return [...letters].reduce((sum, letter, at) => {
    const [value, next] = [values[letter]!, values[letters[at + 1] ?? ''] ?? 0]
    return sum + (value < next ? -value : value)
  }, 0)
}

/** The bullets that lists have by themselves, by their level. */
const USUAL = ['disc', 'circle', 'square']

/** An empty list as its first item has it. */
function listFor({ level, sign: { marker, number } }: Item): HtmlElement {
  const usual = number === null ? USUAL[Math.min(level, USUAL.length) - 1] : 'decimal'
  const style = marker === null || marker === usual ? null : `list-style-type: ${marker}`
  return number === null ? element('ul', { style }) : element('ol', { start: number === 1 ? null : number, style })
}

/** Takes the sign of an item out of it and gives it back. */
function takeSign(holder: HtmlElement, depth = 0): string {
  for (const child of holder.childNodes) {
    if (!isElement(child) || depth > 20) continue
    if (/mso-list:\s*ignore/i.test(attribute(child, 'style') ?? '')) {
      holder.childNodes = holder.childNodes.filter((node) => node !== child)
      return textOf(child).trim()
    }
    const inner = takeSign(child, depth + 1)
    if (inner !== '') return inner
  }
  return ''
}

function textOf(node: HtmlNode, depth = 0): string {
  return isText(node)
    ? node.value
    : isElement(node) && depth < 20
      ? node.childNodes.map((child) => textOf(child, depth + 1)).join('')
      : ''
}

/** Puts real lists, nested by level, in the place of paragraphs that only look like lists. */
export function officeLists(nodes: readonly HtmlNode[]): HtmlNode[] {
  const found: HtmlNode[] = []
  const open: { level: number; name: string; list: HtmlElement }[] = []
  for (const node of nodes) {
    const item = itemOf(node)
    if (!item) {
      if (isElement(node) || (isText(node) && node.value.trim() !== '')) open.length = 0
      found.push(node)
      continue
    }
    const tag = item.sign.number === null ? 'ul' : 'ol'
    while (open.length > 0 && open.at(-1)!.level > item.level) open.pop()
    let last = open.at(-1)
    if (last?.level === item.level && (last.list.tagName !== tag || last.name !== item.list)) {
      open.pop()
      last = open.at(-1)
    }
    if (!last || last.level < item.level) {
      const list = listFor(item)
      const holder = last?.list.childNodes.at(-1)
      if (holder && isElement(holder)) holder.childNodes.push(list)
      else found.push(list)
      open.push({ level: item.level, name: item.list, list })
    }
    open.at(-1)!.list.childNodes.push(element('li', {}, item.node.childNodes))
  }
  return found
}
