import { shortened } from '../tree/shortened.ts'
import { attribute, everyNode, type HtmlElement, type HtmlNode, isElement, textOf } from '../tree/tree.ts'
import type { ReadPlace, ReadReport } from './report.ts'
import type { Span } from './scan.ts'
import type { Unfinished } from './unfinished.ts'
import type { Watched } from './watched-parser.ts'

const SHOWN = 60
const LONGEST_TAG = 300

const place = ({ line, column, from, to }: Span): ReadPlace => ({
  startLine: line,
  startCol: column,
  startOffset: from,
  endOffset: to,
})

/** Tells what was begun and never finished, and was kept as words. */
export function tellUnfinished(report: ReadReport, found: readonly Unfinished[]): void {
  for (const each of found)
    report.add(
      'changed',
      `A ${each.what === 'text' ? 'part' : each.what} that begins here is never finished; it was kept as words.`,
      // Where it ends nobody knows: what follows is told by itself.
      place({ ...each, to: each.from + 1 }),
    )
}

/**
 * Tells what stands in a text and is not in the nodes that the parser of HTML makes of it, or is no content there:
 * comments, what a document says in its head, attributes that stand twice, and tags that can't stand where they do.
 */
export function tellUntaken(report: ReadReport, { text, nodes, tags, comments, repeated }: Watched): void {
  const tell = (type: 'left out' | 'changed', words: string, at: Span, tag?: string): void =>
    report.add(type, words, place(at), tag)
  for (const each of comments) tellComment(report, commentIn(text, each), place(each))
  for (const each of repeated)
    tell(
      'left out',
      `“${text.slice(each.from, each.to)}” stands twice in one tag; the second was left out, as browsers do.`,
      each,
    )
  const taken = new Set<number>()
  for (const node of withTemplates(nodes)) {
    const at = node.sourceCodeLocation?.startOffset
    if (at !== undefined) taken.add(at)
    if (node.tagName === 'head') for (const each of node.childNodes) if (isElement(each)) tellHead(report, each)
  }
  for (const at of tags)
    if (!taken.has(at.from))
      tell(
        'changed',
        `${tagIn(text, at)} can’t stand at this place; it was taken off its words, as browsers do.`,
        at,
        at.name,
      )
}

/** Tells of a comment in the code, which is no part of a page. */
export const tellComment = (report: ReadReport, words: string, at: ReadPlace | null = null): void =>
  report.add(
    'left out',
    `The comment “${shortened(words.trim(), SHOWN)}” was left out: it is no part of a page.`,
    at,
    'comment',
  )

/** What the head of a document says of the whole of it. */
function tellHead(report: ReadReport, element: HtmlElement): void {
  const words = textOf(element).trim() || attribute(element, 'content') || attribute(element, 'href') || ''
  report.add(
    'left out',
    `“${element.tagName}” in the head of the document was left out${words && `: “${shortened(words, SHOWN)}”`}.`,
    element.sourceCodeLocation,
    element.tagName,
  )
}

const commentIn = (text: string, { from, to }: Span): string => text.slice(from, to).replace(/^<!--|--!?>$/g, '')

/** A tag with all that it says. */
const tagIn = (text: string, { from, to }: Span): string => `“${shortened(text.slice(from, to), LONGEST_TAG)}”`

function* withTemplates(nodes: readonly HtmlNode[]): Generator<HtmlElement> {
  for (const node of nodes)
    for (const each of everyNode(node)) {
      if (!isElement(each)) continue
      yield each
      if ('content' in each) yield* withTemplates((each as { content: { childNodes: HtmlNode[] } }).content.childNodes)
    }
}
