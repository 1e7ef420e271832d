import type { NodeType } from 'prosemirror-model'
import { schema } from '../document/schema.ts'
import type { Inside } from '../kinds/kind.ts'
import { attribute, type HtmlElement, type HtmlNode, isElement } from '../tree/tree.ts'
import { NOTHING, type Understood } from './attributes-left-out.ts'

/* What the reader of a page asks about the parts that pieces are made of. */

const { doc, title, listItem } = schema.nodes

/** What our own parts of pieces say, and `open`, with which the parts of others come. */
const PART: Understood = { understands: ['data-part', 'data-right', 'data-x', 'data-y', 'id'], styles: [] }

/** What is understood of a part of a piece. */
export function partOf(element: HtmlElement): Understood {
  if (element.tagName === 'details') return { ...PART, understands: [...PART.understands, 'open', 'name'] }
  return /^(section|li)$/.test(element.tagName) || attribute(element, 'data-part') !== undefined ? PART : NOTHING
}

/** Whether anything in the parts is read as blocks. */
export const holdsBlocks = (parts: readonly Inside[]): boolean =>
  parts.some((part) => ('inside' in part ? holdsBlocks(part.inside) : 'blocks' in part && part.blocks.length > 0))

/** The elements from within one of them down to another; those of what a recogniser has put together, too. */
export function upTo(element: HtmlElement, from: unknown): HtmlElement[] {
  const found: HtmlElement[] = []
  for (
    let at = from as HtmlNode | null | undefined;
    at && at !== element && isElement(at);
    at = at.parentNode as HtmlNode
  )
    found.unshift(at)
  return found
}

/** The type of a kind that must be there. */
export function must(kind: string): NodeType {
  const type = schema.nodes[kind]
  if (!type) throw new Error(`No kind is called ${kind}.`)
  return type
}

/** Kinds that exist only inside another: read by their parent, opened up when they stand alone. */
export function isPart(type: NodeType): boolean {
  return (
    type === listItem ||
    (type.spec.tableRole !== undefined && type.spec.tableRole !== 'table') ||
    type === title ||
    type === doc
  )
}
