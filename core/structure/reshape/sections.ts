import { Fragment, type Node, type NodeType, type Schema } from 'prosemirror-model'
import { isA, markOn } from '../../kinds/facts.ts'

/** One of several things under a title each, whatever they are shown as. */
export interface Section {
  /** The place that links lead to; null for none. */
  readonly id: string | null
  /** The line of the title, with all that it holds; empty for none. */
  readonly title: readonly Node[]
  readonly blocks: readonly Node[]
}

/** What one form of things under titles is read into, and another is written from. */
export interface Sections {
  /** What stands before the first of them. */
  readonly before: readonly Node[]
  readonly sections: readonly Section[]
  /** Of their titles, as headings. */
  readonly level: number
  /** Whether they are ticked off, which only items of a list are. */
  readonly areTicked?: boolean
}

/** A paragraph without anything in it, which stands where a piece needs one. */
const isBlank = (node: Node): boolean => isA(node, 'paragraph') && node.childCount === 0

/** Blocks without the one empty paragraph that only fills their place. */
export const withoutFilling = (blocks: readonly Node[]): readonly Node[] =>
  blocks.length === 1 && isBlank(blocks[0]!) ? [] : blocks

/** Blocks, or an empty paragraph where there is none. */
export const filled = (blocks: readonly Node[], { nodes }: Schema): readonly Node[] =>
  blocks.length > 0 ? blocks : [nodes.paragraph!.create()]

/** Blocks of which the first is a line of words: that is their title. */
export function titledBy(blocks: readonly Node[], ...kinds: readonly ('paragraph' | 'heading')[]): Section {
  const [first, ...rest] = blocks
  if (!first || !isA(first, ...kinds)) return { id: null, title: [], blocks: withoutFilling(blocks) }
  const [place, ...line] = first.children
  // What leads to a row or an item leads to the part that it becomes.
  const own = (first.attrs.id as string | null | undefined) ?? null
  if (own === null && place && isA(place, 'namedPlace') && place.attrs.name === '')
    return { id: String(place.attrs.id), title: line, blocks: rest }
  return { id: own, title: first.children, blocks: rest }
}

/** The line of a title where only a line can stand, with its place in it. */
export function titleLine({ id, title }: Section, { nodes }: Schema): readonly Node[] {
  return id === null ? title : [nodes.namedPlace!.create({ id }), ...title]
}

/** The title as a paragraph before its blocks; where there is no title, the blocks. */
export function titleAndBlocks(section: Section, schema: Schema): readonly Node[] {
  const line = titleLine(section, schema)
  const before = line.length > 0 ? [schema.nodes.paragraph!.create(null, Fragment.from(line))] : []
  return filled([...before, ...section.blocks], schema)
}

/**
 * The words of a line with the marks that the title of a part admits; what else stands between them becomes a space.
 */
function titleFrom(line: readonly Node[], type: NodeType): Node {
  const words: Node[] = []
  let isApart = false
  for (const inline of line) {
    const { text } = inline
    if (text === undefined) isApart ||= !isA(inline, 'namedPlace')
    else {
      const before = words.at(-1)?.text
      if (isApart && before !== undefined && /\S$/.test(before) && /^\S/.test(text)) words.push(type.schema.text(' '))
      isApart = false
      words.push(inline.mark(inline.marks.filter((mark) => type.allowsMarkType(mark.type))))
    }
  }
  // Spaces that parted the last word from something that is no word.
  while (words.length > 0 && line.at(-1)?.text === undefined && words.at(-1)!.text!.trim() === '') words.pop()
  return type.create(null, Fragment.from(words))
}

/**
 * A line may hold links, terms, equations and notes, the title of a part may not: they go into a paragraph beneath it,
 * so that none is lost.
 */
export function beneathTitle(line: readonly Node[], schema: Schema): readonly Node[] {
  const kept: Node[] = []
  let isApart = false
  for (const inline of line) {
    const isKept = says(inline)
    if (isKept && isApart && kept.length > 0) kept.push(schema.text(' '))
    if (isKept) kept.push(inline)
    isApart = !isKept
  }
  return kept.length > 0 ? [schema.nodes.paragraph!.create(null, Fragment.from(kept))] : []
}

/** Whether it says more than the words that a title takes. */
const says = (inline: Node): boolean =>
  markOn(inline, 'link') !== undefined ||
  markOn(inline, 'glossaryTerm') !== undefined ||
  !(inline.isText || isA(inline, 'lineBreak'))

/** A section as a part: what its title can't hold stands beneath it. */
export function partFrom({ id, title, blocks }: Section, schema: Schema): Node {
  const { part, partTitle } = schema.nodes
  const content = filled([...beneathTitle(title, schema), ...blocks], schema)
  return part!.create({ id }, [titleFrom(title, partTitle!), ...content])
}
