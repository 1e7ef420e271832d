import { everyNode, type HtmlNode, isElement, isText } from '../tree/tree.ts'
import { scan, type Scan, type Span, type Tag } from './scan.ts'

/** Something that is begun in a text and never finished: browsers take all that follows for a part of it. */
export interface Unfinished extends Span {
  /** `text`: an element whose inside is text as far as its end tag, such as `title`. */
  readonly what: 'tag' | 'quotation mark' | 'comment' | 'text'
}

/** So many are looked for, of long texts fewer; what follows in a text with more of them is taken as words. */
const [LEAST, MOST, MOST_LOOKED_THROUGH] = [2, 20, 2_000_000]

/** The first thing in a text that is never finished; null when all is. */
export function unfinishedIn(scanned: Scan): Unfinished | null {
  const { text, end, comments, openText, tags } = scanned
  const swallowing = tags.find(swallows)
  if (swallowing) return { ...spanOf(swallowing), what: 'quotation mark' }
  const comment = comments.at(-1)
  if (comment?.to === text.length && !isClosed(text.slice(comment.from))) return { ...comment, what: 'comment' }
  if (openText) return { ...spanOf(openText), what: 'text' }
  const from = text.indexOf('<', end)
  if (from < 0) return null
  const before = text.slice(0, from).split('\n')
  return { from, to: text.length, line: before.length, column: before.at(-1)!.length + 1, what: 'tag' }
}

/** A tag whose quotation marks hold no other tag. */
const PLAIN_TAG = /<\/?[a-z][^<>"']*(?:"[^"<]*"[^<>"']*|'[^'<]*'[^<>"']*)*>/iy
const HOLDS_TEXT = /^<(title|textarea|style|script|xmp|iframe|noembed|noframes)\b/i

/** Whether all is finished, at a quick look: most texts need no closer one. */
export function isPlainlyFinished(text: string): boolean {
  for (let at = text.indexOf('<'); at >= 0; at = text.indexOf('<', at)) {
    const next = text.charAt(at + 1)
    if (next === '!' || next === '?') {
      const isComment = text.startsWith('<!--', at)
      const end = text.indexOf(isComment ? '-->' : '>', at + (isComment ? 4 : 2))
      if (end < 0) return false
      at = end
    } else if (/[a-z/]/i.test(next)) {
      PLAIN_TAG.lastIndex = at
      const tag = PLAIN_TAG.exec(text)?.[0]
      // What holds text alone is for the closer look.
      if (tag === undefined || HOLDS_TEXT.test(tag)) return false
      at += tag.length
    } else at++
  }
  return true
}

/** A character of nobody's that stands for “<” until the text is parsed: everything stays at its place. */
const AS_WORDS = '\uE000'

/** Puts the “<” of what is never finished back into nodes that were parsed from such a text. */
export function withSigns(nodes: readonly HtmlNode[]): void {
  for (const root of nodes)
    for (const node of everyNode(root)) {
      if (isText(node)) node.value = node.value.replaceAll(AS_WORDS, '<')
      else if (isElement(node)) for (const attr of node.attrs) attr.value = attr.value.replaceAll(AS_WORDS, '<')
    }
}

/** The text with what is never finished as words, so that nothing after it is lost, and what that was. */
export function finished(unsafeText: string): { readonly text: string; readonly found: readonly Unfinished[] } {
  if (isPlainlyFinished(unsafeText)) return { text: unsafeText, found: [] }
  const most = Math.max(LEAST, Math.min(MOST, Math.floor(MOST_LOOKED_THROUGH / (unsafeText.length + 1))))
  const found: Unfinished[] = []
  let text = unsafeText
  for (;;) {
    const next = unfinishedIn(scan(text))
    if (!next) return { text, found }
    found.push(next)
    const rest = text.slice(next.from + 1)
    text = text.slice(0, next.from) + AS_WORDS + (found.length < most ? rest : rest.replaceAll('<', AS_WORDS))
  }
}

/** A tag in whose quotation marks another begins, and whose next attribute begins in the middle of that one. */
function swallows({ attributes }: Tag): boolean {
  return attributes.some(({ value }) => value.includes('<')) && attributes.some(({ name }) => /["'<]/.test(name))
}

/** HTML Standard, “comment end state” and “bogus comment state”. */
function isClosed(comment: string): boolean {
  return comment.startsWith('<!--') ? /--!?>$|^<!--?>$|^<!-->$/.test(comment) : comment.endsWith('>')
}

const spanOf = ({ from, to, line, column }: Span): Span => ({ from, to, line, column })
