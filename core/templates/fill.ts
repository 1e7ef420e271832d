import type { Node } from 'prosemirror-model'
import { pageFromJson } from '../document/schema.ts'
import { mapShelfItems, type OtherItem } from '../document/shelf-items.ts'
import { namedBy } from '../kinds/facts.ts'
import { pictureIn } from './picture-value.ts'
import { wordsFrom } from '../kinds/attributes.ts'
import { MOST_BLANK_NAME } from '../kinds/blank/kind.ts'
import type { NodeJson } from '../kinds/kind.ts'
import { type Blank, blanksOf, fillBlanks, renameBlanks } from './blanks.ts'
import { type BlankType, isColour, isWebAddress, TYPES_OF_BLANKS } from './blank-types.ts'
import { declaredBlank, type DeclaredBlank, MOST_FILLED, shownValue } from './declared.ts'

/** What of a page can be asked for in each that is made from it. */
export interface Askable extends Blank {
  /** What it asks for when nothing else is said. */
  readonly type: BlankType
}

/** The marked words of a page, then the web addresses, the colours and the pictures in it, each once. */
export function askableOf(page: Node): Askable[] {
  const addresses = new Map<string, string>()
  const colours = new Set<string>()
  const pictures = new Set<string>()
  page.descendants((node) => {
    const named = namedBy(node)
    if (named?.to === 'shelf') pictures.add(named.id)
    for (const { attrs } of [...node.marks, node]) {
      const href = String(attrs.href)
      if (isWebAddress(href)) addresses.set(href, (addresses.get(href) ?? '') + node.textContent)
      coloursIn(attrs, colours)
    }
    return true
  })
  return [
    ...markedIn(page).map((each): Askable => ({ ...each, type: 'words' })),
    ...[...addresses].map(([example, words]): Askable => ({
      name: wordsFrom(words.trim(), MOST_BLANK_NAME).trim() || 'Address',
      example,
      type: 'address',
    })),
    ...[...colours].map((example, at): Askable => ({ name: `Colour ${at + 1}`, example, type: 'colour' })),
    ...[...pictures].map((example, at): Askable => ({ name: `Picture ${at + 1}`, example, type: 'picture' })),
  ]
}

/** The marked words of a page; of very long ones the first. */
const markedIn = (page: Node): Blank[] =>
  blanksOf(page).map(({ name, example }) => ({ name, example: wordsFrom(example, MOST_FILLED) }))

function coloursIn(value: unknown, found: Set<string>): void {
  if (typeof value === 'string') {
    if (isColour(value)) found.add(value)
  } else if (typeof value === 'object' && value !== null)
    for (const each of Object.values(value)) coloursIn(each, found)
}

/** All that a template asks for: as it was declared, and marked words of which nothing was. */
export function blanksAsked(page: Node, declared: readonly DeclaredBlank[]): DeclaredBlank[] {
  const marked = markedIn(page)
  const known = new Map(declared.filter(({ type }) => TYPES_OF_BLANKS[type].isText).map((each) => [each.name, each]))
  const values = new Set(askableOf(page).map(({ type, example }) => `${type} ${example}`))
  return [
    ...marked.map((each) => ({ ...declaredBlank.parse({ ...each, type: 'words' }), ...known.get(each.name), ...each })),
    ...declared.filter(({ type, example }) => !TYPES_OF_BLANKS[type].isText && values.has(`${type} ${example}`)),
  ]
}

/** The page with its marked words called as they are asked for; `of` is what they are called on it. */
export function renameToAsked(page: Node, asked: readonly (DeclaredBlank & { readonly of: string })[]): Node {
  const marked = asked.filter(({ type }) => TYPES_OF_BLANKS[type].isText)
  return renameBlanks(page, new Map(marked.map((each) => [each.of, each.name])))
}

/**
 * The page with values in its blanks, of which none has a problem: words where words were marked, another address,
 * colour or picture wherever that of the template stands. What nobody has filled keeps its example. `language` is that
 * of the course (BCP 47): numbers and dates are written in it.
 */
export function fillTemplate(
  page: Node,
  blanks: readonly DeclaredBlank[],
  values: ReadonlyMap<string, string>,
  language: string,
): Node {
  const [words, stands] = [new Map<string, string>(), new Map<string, string>()]
  const pictures = new Map<string, OtherItem>()
  for (const blank of blanks) {
    const value = values.get(blank.name) ?? ''
    if (value.trim() === '') continue
    const shown = shownValue(blank, value, language)
    const picture = blank.type === 'picture' ? pictureIn(shown) : null
    if (picture) pictures.set(blank.example, { ...picture, alt: picture.alt || null })
    else if (TYPES_OF_BLANKS[blank.type].isText) words.set(blank.name, shown)
    else stands.set(blank.example, shown)
  }
  const filled = mapShelfItems(fillBlanks(page, words), (item) => pictures.get(item))
  return stands.size === 0 ? filled : pageFromJson(inAttributes(filled.toJSON() as NodeJson, stands))
}

/** A tree with other addresses and colours in its attributes, wherever one of these stands; its words stay. */
function inAttributes(node: NodeJson, stands: ReadonlyMap<string, string>): NodeJson {
  const change = (value: unknown, of = ''): unknown => {
    // An address leads somewhere; where a player has its own, another might be none that it can play.
    if (typeof value === 'string') return isColour(value) || of === 'href' ? (stands.get(value) ?? value) : value
    if (Array.isArray(value)) return value.map((each) => change(each))
    if (typeof value !== 'object' || value === null) return value
    return Object.fromEntries(Object.entries(value).map(([name, each]) => [name, change(each, name)]))
  }
  const changed = (attrs: NodeJson['attrs']): NodeJson['attrs'] => attrs && (change(attrs) as NodeJson['attrs'])
  return {
    ...node,
    ...(node.attrs ? { attrs: changed(node.attrs) } : {}),
    ...(node.marks ? { marks: node.marks.map((mark) => ({ ...mark, attrs: changed(mark.attrs) })) } : {}),
    ...(node.content ? { content: node.content.map((each) => inAttributes(each, stands)) } : {}),
  }
}
