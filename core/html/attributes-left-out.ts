import { BLOCK } from './element-groups.ts'
import { declarations, type HtmlElement } from '../tree/tree.ts'

/** What a kind has understood of an element: names of attributes, and properties of its style. */
export interface Understood {
  readonly understands: readonly string[]
  readonly styles: readonly string[]
}

/** What is understood of an element that has no meaning of its own. */
export const NOTHING: Understood = { understands: [], styles: [] }

/** Attributes that are understood wherever they stand. */
const QUIET = new Set(['dir', 'lang', 'xml:lang', 'data-piece'])
/** Properties that are understood wherever they stand: of every text block, and of what is around one. */
const QUIET_STYLES = new Set(['white-space', 'text-align'])

function sentenceFor(element: HtmlElement, name: string, value: string): string {
  const tag = element.tagName
  if (name.startsWith('on')) return `“${name}” on “${tag}” would run script; it was left out.`
  if (name === 'href' || name === 'src')
    return `The address “${value.slice(0, 60)}” is not one a page may use; the link was left out and its words kept.`
  return `“${name}” on “${tag}” was left out.`
}

/** A sentence for each attribute of an element that a page can't hold, beside those its kind has understood. */
export function attributesLeftOut(element: HtmlElement, { understands, styles }: Understood): string[] {
  return element.attrs.flatMap(({ name, value }) => {
    const isPlacing = name === 'align' && BLOCK.has(element.tagName)
    // A caption that stands beside nothing is a paragraph like any other.
    const isCaption = name === 'class' && /^(mso)?caption$/i.test(value)
    if (isCaption || understands.includes(name) || QUIET.has(name) || isPlacing) return []
    if (name !== 'style') return [sentenceFor(element, name, value)]
    return [...declarations(element).keys()]
      .filter((property) => !styles.includes(property) && !QUIET_STYLES.has(property))
      .map((property) => `The style “${property.slice(0, 40)}” on “${element.tagName}” was left out.`)
  })
}
