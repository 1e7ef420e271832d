import { shortened } from '../tree/shortened.ts'
import { attribute, type HtmlElement, type HtmlNode, textOf } from '../tree/tree.ts'

/** What stands in the HTML of a clipboard and is no text of the page. */
export type Unseen = 'hidden text' | 'comment' | 'words marked as deleted'

/** The mark that leads to a comment, as word processors write it (common practice). */
const COMMENT_MARK = /(^|\s)(MsoCommentReference|msocomanchor)(\s|$)/i

/** Why an element is not taken over, with what it holds; null where it is. */
export function unseen(node: HtmlElement, styles: ReadonlyMap<string, string>): Unseen | null {
  const kind = styles.get('mso-element') ?? ''
  const name = attribute(node, 'class') ?? ''
  if (kind === 'comment-list' || kind === 'comment' || COMMENT_MARK.test(name)) return 'comment'
  if (node.tagName === 'hr' && /msocomoff/i.test(name)) return 'comment'
  if (/(^|\s)msoDel(\s|$)/i.test(name)) return 'words marked as deleted'
  const isHidden =
    styles.get('display') === 'none' ||
    styles.get('visibility') === 'hidden' ||
    styles.get('mso-hide') === 'all' ||
    attribute(node, 'hidden') !== undefined
  return isHidden ? 'hidden text' : null
}

/** How many comments an element holds that is left out as one: comments themselves, and marks that lead to one. */
export const commentsIn = (node: HtmlElement): { readonly themselves: number; readonly marks: number } => ({
  themselves: countOf(node, (each) => /mso-element:\s*comment(?!-)/i.test(attribute(each, 'style') ?? '')),
  marks: COMMENT_MARK.test(attribute(node, 'class') ?? '') ? 1 : 0,
})

function countOf(node: HtmlNode, counts: (node: HtmlElement) => boolean, depth = 0): number {
  if (!('tagName' in node) || depth > 50) return 0
  return (counts(node) ? 1 : 0) + node.childNodes.reduce((sum, child) => sum + countOf(child, counts, depth + 1), 0)
}

const TAKEN_FOR: Readonly<Record<Unseen, string>> = {
  'hidden text': 'Words that are hidden were',
  comment: 'A comment was',
  'words marked as deleted': 'Words marked as deleted were',
}
const SHOWN = 60

/** Tells the words of what is not taken over. */
export const wordsLost = (why: Unseen, words: string): string =>
  `${TAKEN_FOR[why]} left out: “${shortened(words.replace(/\s+/g, ' ').trim(), SHOWN)}”.`

/** Whether an element says anything. */
export const hasWords = (node: HtmlNode): boolean => textOf(node).trim() !== ''

/** A link to a heading that stands in it for whoever wants its address: a sign, or nothing at all. */
export function isPermalink(node: HtmlNode): boolean {
  if (!('tagName' in node) || node.tagName !== 'a') return false
  return /#./.test(attribute(node, 'href') ?? '') && /^\s*[¶#§🔗∞⚓]?\s*$/u.test(textOf(node))
}
