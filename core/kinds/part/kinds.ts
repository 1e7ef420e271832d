import type { Node } from 'prosemirror-model'
import { z } from 'zod'
import { attribute, element, type HtmlElement, type HtmlNode, isElement, isText } from '../../tree/tree.ts'
import { ANCHOR, anchorOf } from '../heading/kind.ts'
import type { Inside, NodeKind, ReadRule } from '../kind.ts'
import { byName } from '../../tree/by-name.ts'

/** What the title of a part without one stands for, by the piece that it is a part of; otherwise a part. */
const PLACEHOLDERS = byName<string>({
  tabs: 'Tab',
  steps: 'Step',
  cards: 'Card',
  timeline: 'Date or time',
  carousel: 'Slide',
})

/** One of several titled parts: a tab of tabs, a fold of an accordion, a step. `id` is a place to link to. */
export const part = {
  type: 'node',
  name: 'part',
  label: 'part',
  headingLevel: (_node, parent) => Number(parent?.attrs.level),
  holdsBlocks: true,
  placeholder: (_node, parent, index) => `${PLACEHOLDERS[parent?.type.name ?? ''] ?? 'Part'} ${index + 1}`,
  nameOf: (node) => node.firstChild?.textContent || null,
  attributes: z.object({ id: z.string().regex(ANCHOR).nullable().default(null) }),
  spec: { content: 'partTitle block+', defining: true, isolating: true },
  reads: [],
  parseDOM: [{ tag: 'section.part' }],
  write: (node, children, format) =>
    element(
      'section',
      { ...(format === 'source' ? {} : { class: 'part' }), id: node.attrs.id as string | null },
      children,
    ),
  examples: [],
} satisfies NodeKind

/** The title of a part or a reveal. It may be empty without the part being lost. */
export const partTitle = {
  type: 'node',
  name: 'partTitle',
  label: 'title',
  enter: 'goes beneath',
  attributes: z.object({}),
  // No link: a title is what is pressed to open its part. Nothing in it looks like another title.
  spec: {
    content: 'text*',
    marks: 'blank language direction abbreviation strong emphasis underline strike subscript superscript keyboard code',
    defining: true,
  },
  reads: [],
  parseDOM: [{ tag: '.part-title' }],
  write: (_node, children) => element('div', { class: 'part-title' }, children),
  examples: [],
} satisfies NodeKind

const PARTS = new Set(['section', 'div', 'article', 'details', 'li'])
const TITLE = /^(h[1-6]|summary)$/

/** Turns the written titles of parts into headings of this level. */
export function asHeadings(parts: readonly HtmlNode[], level: number): void {
  for (const written of parts) {
    const title = isElement(written) ? written.childNodes[0] : undefined
    if (title && isElement(title)) rename(title, `h${level}`)
  }
}

/** Gives a written element another name; its class, which styles the sheet alone, goes. */
export function rename(written: HtmlElement, tag: string): void {
  written.nodeName = written.tagName = tag
  written.attrs = written.attrs.filter(({ name }) => name !== 'class')
}

/** The level of the first title that is a heading, 2 to 6; 3 when none is. */
export function levelOfTitles(pieceElement: HtmlElement): number {
  for (const child of pieceElement.childNodes) {
    const title = isElement(child) && PARTS.has(child.tagName) ? titleOf(child) : null
    if (title && /^h[1-6]$/.test(title.tagName)) return Math.max(2, Number(title.tagName[1]))
  }
  return 3
}

/** The level of the headings that the titles of parts are. */
export const levelOfParts = z.number().int().min(2).max(6).default(3)

/** How a piece made of parts is read: an element that says by `data-piece` which it is. */
export const partsRules = (
  name: string,
  tags: readonly string[],
  own: Pick<ReadRule, 'understands' | 'read' | 'styles'> = { understands: [], read: () => ({}) },
): ReadRule[] =>
  tags.map((tag) => ({
    tag,
    ...own,
    understands: ['class', 'data-piece', ...own.understands],
    read: (unsafeElement) =>
      attribute(unsafeElement, 'data-piece') === name
        ? { level: levelOfTitles(unsafeElement), ...own.read(unsafeElement) }
        : null,
    inside: partsInside,
  }))

/** Turns written parts into the entries of a list. */
export function asEntries(parts: readonly HtmlNode[]): void {
  for (const written of parts) if (isElement(written)) written.nodeName = written.tagName = 'li'
}

const isSummary = (node: HtmlNode): node is HtmlElement => isElement(node) && node.tagName === 'summary'

/** What stands in `details`: the title is its summary. */
export const detailsInside = ({ childNodes }: HtmlElement): readonly Inside[] => {
  const summary = childNodes.find(isSummary)
  return [
    { kind: 'partTitle', line: summary?.childNodes ?? [] },
    { blocks: childNodes.filter((node) => node !== summary) },
  ]
}

/** What is left of a piece with a title of its own: the title is a paragraph, unless it is empty. */
export function titleAndBlocks(node: Node): readonly Node[] {
  const words = node.firstChild?.content
  const line = words?.size ? [node.type.schema.nodes.paragraph!.create(null, words)] : []
  return [...line, ...node.children.slice(1)]
}

/** The parts of tabs or an accordion. What stands between them joins the part before, so that nothing is lost. */
export function partsInside(pieceElement: HtmlElement): readonly Inside[] {
  const parts: { id: string | null; title: readonly HtmlNode[]; blocks: HtmlNode[] }[] = []
  for (const child of pieceElement.childNodes) {
    if (isElement(child) && PARTS.has(child.tagName)) {
      const title = titleOf(child)
      parts.push({
        id: anchorOf(child),
        title: title?.childNodes ?? [],
        blocks: child.childNodes.filter((node) => node !== title),
      })
    } else if (isElement(child) || (isText(child) && child.value.trim() !== '')) {
      const last = parts.at(-1)
      if (last) last.blocks.push(child)
      else parts.push({ id: null, title: [], blocks: [child] })
    }
  }
  if (parts.length === 0) parts.push({ id: null, title: [], blocks: [] })
  return parts.map(({ id, title, blocks }) => ({
    kind: 'part',
    attrs: { id },
    inside: [{ kind: 'partTitle', line: title }, { blocks }],
  }))
}

/** The heading or summary that a part begins with. */
function titleOf(partElement: HtmlElement): HtmlElement | null {
  const first = partElement.childNodes.find((node) => isElement(node) || (isText(node) && node.value.trim() !== ''))
  return first && isElement(first) && TITLE.test(first.tagName) ? first : null
}
