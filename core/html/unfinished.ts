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
export function finished(unsafeText: string): {
  readonly text: string
  readonly scanned: Scan
  readonly found: Unfinished[]
} {
  const most = Math.max(LEAST, Math.min(MOST, Math.floor(MOST_LOOKED_THROUGH / (unsafeText.length + 1))))
  const found: Unfinished[] = []
  let text = unsafeText
  for (;;) {
    const scanned = scan(text)
    const next = unfinishedIn(scanned)
    if (!next) return { text, scanned, found }
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
