import type { Node } from 'prosemirror-model'
import rehypeParse from 'rehype-parse'
import rehypeRemark from 'rehype-remark'
import rehypeStringify from 'rehype-stringify'
import remarkGfm from 'remark-gfm'
import remarkParse from 'remark-parse'
import remarkRehype from 'remark-rehype'
import remarkStringify from 'remark-stringify'
import { unified } from 'unified'
import { readPage, type ReadResult } from '../html/read.ts'
import { writePage } from '../html/write.ts'

/** Markdown as CommonMark and GFM have it, read as a page. HTML in it is read like any other HTML. */
export function fromMarkdown(unsafeMarkdown: string): ReadResult {
  const html = unified().use(remarkParse).use(remarkGfm).use(remarkRehype, { allowDangerousHtml: true }).use(rehypeStringify, { allowDangerousHtml: true }).processSync(unsafeMarkdown)
  return readPage(String(html))
}

/**
 * A page as Markdown (CommonMark and GFM). What Markdown has no form for is written as what is read without script:
 * the parts of tabs and accordions as headings, columns one after the other, players and code pieces as links or nothing.
 */
export function toMarkdown(page: Node): string {
  const markdown = unified()
    .use(rehypeParse, { fragment: true })
    .use(rehypeRemark)
    .use(remarkGfm)
    .use(remarkStringify, { bullet: '-', emphasis: '_', rule: '-' })
    .processSync(writePage(page, 'published'))
  return String(markdown)
}
