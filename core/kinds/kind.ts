import type { Mark, MarkSpec, Node, NodeSpec, TagParseRule } from 'prosemirror-model'
import type { z } from 'zod'
import type { HtmlElement, HtmlNode } from '../tree/tree.ts'
import type { ExportFormat } from './export-formats.ts'

/**
 * How HTML is written: `source` is what authors read and edit beside the sheet, `published` is what students
 * receive (semantic, complete without script), `sheet` is the published form in elements that an editor can be in.
 * Readers take the first two.
 */
export type HtmlFormat = 'source' | 'published' | 'sheet'

/** Stored JSON of a node, as `Node.toJSON` gives it. */
export interface NodeJson {
  type: string
  attrs?: Record<string, unknown>
  content?: NodeJson[]
  marks?: { type: string; attrs?: Record<string, unknown> }[]
  text?: string
}

/** What an element holds, for a kind whose content is more than blocks; the reader makes nodes of it. */
export type Inside =
  /** Blocks; a paragraph when there are none. */
  | { readonly blocks: readonly HtmlNode[] }
  /** One line of words in a text block of this kind. */
  | { readonly kind: string; readonly line: readonly HtmlNode[] }
  | { readonly kind: string; readonly attrs: Record<string, unknown>; readonly inside: readonly Inside[] }

/** How one HTML element is recognised as this kind. The first rule that matches wins. */
export interface ReadRule {
  readonly tag: string
  /** Attributes of the kind, or null when the element is not one of these. */
  readonly read: (element: HtmlElement) => Record<string, unknown> | null
  /** HTML attributes the rule has understood; the others are reported as left out. */
  readonly understands: readonly string[]
  /** Properties of CSS that it has understood; the others of the element's style are reported as left out. */
  readonly styles?: readonly string[]
  /** An element in it that is understood with it, and is no content: the checkbox of a task. */
  readonly takes?: (element: HtmlElement) => HtmlElement | null
  /** How its content is read; as blocks when left out. */
  readonly inside?: (element: HtmlElement) => readonly Inside[]
}

/** What becomes of a kind in formats that can't hold it, as a sentence for the author. */
export interface Loss {
  readonly formats: readonly ExportFormat[]
  readonly type: 'changed' | 'left out'
  readonly message: string
}

interface KindBase {
  readonly name: string
  /** What authors call it, in the trail and in messages; lower case, no article. */
  readonly label: string
  /** Every field has a default: `attributes.parse({})` is a complete set. */
  readonly attributes: z.ZodObject
  readonly reads: readonly ReadRule[]
  /** For live editing alone; paste and source go through `reads`. */
  readonly parseDOM: readonly TagParseRule[]
  /** Documents of the law tests: each parses, checks, and survives writing and reading. */
  readonly examples: readonly NodeJson[]
}

export interface NodeKind extends KindBase {
  readonly type: 'node'
  readonly spec: Omit<NodeSpec, 'attrs' | 'toDOM' | 'parseDOM'>
  /** The element for a node; `children` are its content, already written. */
  readonly write: (node: Node, children: HtmlNode[], format: HtmlFormat) => HtmlElement
  /** It has a place in the side desk, and a frame on the sheet while the cursor is in it. */
  readonly isPiece?: boolean
  /**
   * It needs a page around it: a place to answer to, addresses of frames, headings to list. It stands in no passage.
   */
  readonly needsPage?: boolean
  /** It says something by itself: what holds it is not blank, even without a word. */
  readonly saysSomething?: boolean
  /** What stands for it where there are words alone; a new line when left out. */
  readonly inWords?: (node: Node) => string
  /** What it is called where changes are counted: one, and the word for many. Not counted when left out. */
  readonly counted?: readonly [one: string, many: string]
  /** A setting that names something of the course: only what belongs to it may be shown. */
  readonly refersTo?: { readonly attribute: string; readonly to: 'shelf' | 'questions' }
  /** What stands in it in a row, one like the other: it can be moved, added and taken out. */
  readonly entries?: string
  /** It is a line at the edge of a piece, such as a title: what Enter does in it. No key takes such a line away. */
  readonly enter?: 'goes beneath' | 'begins the next entry' | 'leaves the piece'
  /** It holds blocks of a piece, and lets none of them out by itself. */
  readonly holdsBlocks?: boolean
  /** Words may stand right in it in HTML, without a paragraph around them. */
  readonly holdsLooseText?: boolean
  /** What it folds away on the sheet: all but its title, or its parts, one or several of them open at a time. */
  readonly folds?: 'itself' | 'parts, one open' | 'parts, several open'
  /** It is a frame of something else, and says by its `title` what that is. */
  readonly isFrame?: boolean
  /** What is left of it when it is taken apart, in order. */
  readonly takenApart?: (node: Node) => readonly Node[]
  /** What is to be written in its first line, or in itself, for as long as nothing is. */
  readonly placeholder?: (node: Node, parent: Node | null, index: number) => string | null
  /** What one of its nodes is called, where its kind alone does not tell it from its neighbours. */
  readonly nameOf?: (node: Node) => string | null
  /** What a screen reader calls it on the sheet, where that says more than its kind; made of its settings alone. */
  readonly spoken?: (node: Node) => string
  /** The level at which it, or its title, is a heading of the page; null when it is none. */
  readonly headingLevel?: (node: Node, parent: Node | null) => number | null
  /** What formats do not carry of it, and what becomes of it there. */
  readonly losses?: readonly Loss[]
  /** Its published form keeps something back (an answer), so that reading it again does not give the node. */
  readonly keepsBack?: boolean
}

export interface MarkKind extends KindBase {
  readonly type: 'mark'
  readonly spec: Omit<MarkSpec, 'attrs' | 'toDOM' | 'parseDOM'>
  /** It says what words are or lead to, and not how they look: it stays when formatting is cleared. */
  readonly isMeaning?: boolean
  readonly write: (mark: Mark, children: HtmlNode[], format: HtmlFormat) => HtmlElement
}

/** A rule that reads a tag without attributes of its own. */
export function plainTag(tag: string, attributes: Record<string, unknown> = {}): ReadRule {
  return { tag, read: () => attributes, understands: [] }
}
