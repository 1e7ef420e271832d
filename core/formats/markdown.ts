import type { Element } from 'hast'
import { defaultHandlers, type Handle as ToMarkdown } from 'hast-util-to-mdast'
import type { Delete, Html, PhrasingContent } from 'mdast'
import type { Handler } from 'mdast-util-to-hast'
import type { Node } from 'prosemirror-model'
import rehypeParse from 'rehype-parse'
import rehypeRemark from 'rehype-remark'
import rehypeStringify from 'rehype-stringify'
import remarkGfm from 'remark-gfm'
import remarkMath from 'remark-math'
import remarkParse from 'remark-parse'
import remarkRehype from 'remark-rehype'
import remarkStringify from 'remark-stringify'
import { unified } from 'unified'
import { mathToHtml, mathToMarkdown } from './markdown-math.ts'
import { MarkdownNotes } from './markdown-notes.ts'
import { readPage, type ReadResult } from '../html/read.ts'
import { writePage } from '../html/write.ts'

/** What Markdown calls struck out is no deletion: its words are still to be read. */
const struckOut: Handler = (state, node: Delete) => ({
  type: 'element',
  tagName: 's',
  properties: {},
  children: state.all(node),
})

const toHtml = unified()
  .use(remarkParse)
  .use(remarkGfm)
  .use(remarkMath)
  .use(remarkRehype, { allowDangerousHtml: true, handlers: { delete: struckOut, ...mathToHtml } })
  .use(rehypeStringify, { allowDangerousHtml: true })
  .freeze()
const toText = unified().use(rehypeStringify).freeze()
const parse = unified().use(rehypeParse, { fragment: true }).freeze()
const written = unified()
  .use(remarkGfm)
  .use(remarkMath)
  .use(remarkStringify, { bullet: '-', emphasis: '_', rule: '-' })
  .freeze()

/** A named place stays HTML in the line, which CommonMark allows (“Raw HTML”): Markdown has none. */
const placeAsHtml = (node: Element): Html | null =>
  node.properties.id && node.children.length === 0
    ? { type: 'html', value: toText.stringify({ type: 'root', children: [node] }) }
    : null

/** What a link opens has no form in Markdown either: its tags stay HTML, its words are Markdown. */
const newWindowAsHtml: ToMarkdown = (state, node: Element) => {
  const opening = toText.stringify({ type: 'root', children: [{ ...node, children: [] }] }).replace(/<\/a>$/, '')
  return [{ type: 'html', value: opening }, ...state.all(node), { type: 'html', value: '</a>' }] as PhrasingContent[]
}

/** The way from HTML to Markdown of one page, whose notes are numbered through. */
function fromHtml(): (html: string) => string {
  const notes = new MarkdownNotes()
  const span: ToMarkdown = (state, node: Element, parent) =>
    notes.handle(state, node) ?? placeAsHtml(node) ?? mathToMarkdown.span(state, node, parent)
  const a: ToMarkdown = (state, node: Element, parent) =>
    (node.properties.target ? newWindowAsHtml : defaultHandlers.a)(state, node, parent)
  const toTree = unified()
    .use(rehypeRemark, { handlers: { ...mathToMarkdown, span, a } })
    .use(notes.below)
    .freeze()
  return (html) => written.stringify(toTree.runSync(parse.parse(html)))
}

/**
 * The HTML that Markdown (CommonMark and GFM) means, with whatever HTML stands in it: to be read like any that nobody
 * has checked.
 */
export function htmlOfMarkdown(unsafeMarkdown: string): string {
  return String(toHtml.processSync(unsafeMarkdown))
}

/** Markdown as CommonMark and GFM have it, read as a page. HTML in it is read like any other HTML. */
export function fromMarkdown(unsafeMarkdown: string, options: { readonly title?: string } = {}): ReadResult {
  return readPage(htmlOfMarkdown(unsafeMarkdown), options)
}

/**
 * A page as Markdown (CommonMark and GFM) from which it comes back as it was: a block that Markdown has no form for,
 * or none that gives it back, stands there as HTML, which CommonMark allows (“HTML blocks”, “Raw HTML”).
 */
export function toMarkdown(page: Node): string {
  const convert = fromHtml()
  const blocks: { text: string; list: string | null }[] = []
  const title = page.firstChild?.textContent ?? ''
  if (title !== '') blocks.push({ text: asMarkdown(onlyWith(page, null), convert), list: null })
  page.forEach((block, _offset, index) => {
    if (index === 0) return
    const before = blocks.at(-1)
    const text = asMarkdown(onlyWith(page, block), convert)
    const list = text.startsWith('<') || !block.type.isInGroup('list') ? null : block.type.name
    // Between two lists of one kind stands something that neither reads on over.
    if (list !== null && before?.list === list) blocks.push({ text: '<!-- -->', list: null })
    blocks.push({ text, list })
  })
  const markdown = `${blocks.map(({ text }) => text).join('\n\n')}\n`
  return fromMarkdown(markdown).page.eq(page) ? markdown : `${pieces(page).map(asHtml).join('\n\n')}\n`
}

/** A page with one block alone; with null its title alone. */
function onlyWith(page: Node, block: Node | null): Node {
  const { title, paragraph } = page.type.schema.nodes
  return page.type.create(null, block ? [title!.create(), block] : [page.firstChild!, paragraph!.create()])
}

function pieces(page: Node): Node[] {
  const found = page.firstChild?.textContent ? [onlyWith(page, null)] : []
  page.forEach((block, _offset, index) => void (index > 0 && found.push(onlyWith(page, block))))
  return found
}

/** The Markdown of a page with one block, or its HTML where Markdown does not give it back. */
function asMarkdown(single: Node, convert: (html: string) => string): string {
  const html = sourceOf(single)
  const markdown = convert(html).trim()
  return markdown !== '' && !markdown.startsWith('<') && fromMarkdown(markdown).page.eq(single)
    ? markdown
    : asHtml(single)
}

/** HTML on one line, so that it is one HTML block to its end (CommonMark, “HTML blocks”: a blank line ends it). */
function asHtml(single: Node): string {
  return sourceOf(single)
    .replace(/\n<p><\/p>$/, single.firstChild?.textContent ? '' : '$&')
    .replaceAll('\r', '&#13;')
    .replaceAll('\n', '&#10;')
}

/** Without the title that is not there. */
function sourceOf(single: Node): string {
  return writePage(single, 'source').replace(/^<h1><\/h1>\n?/, '')
}
