import { type Token, Tokenizer, TokenizerMode } from 'parse5'
import type { Diagnostic, SourceRepair } from './diagnostic.ts'

export interface Attribute {
  readonly name: string
  readonly value: string
  readonly from: number
  readonly to: number
}

/** A start or end tag, with its place in the text. */
export interface Tag {
  readonly name: string
  readonly isEnd: boolean
  readonly attributes: readonly Attribute[]
  readonly from: number
  readonly to: number
  readonly line: number
  readonly column: number
}

/** Words between two tags: not white space alone. `after` is the number of tags before them. */
export interface Words {
  readonly after: number
  readonly from: number
  readonly to: number
  readonly line: number
  readonly column: number
}

/** What the rules of the source check look at: the tags of a text in order, and the words between them. */
export interface Scan {
  readonly text: string
  readonly tags: readonly Tag[]
  readonly words: readonly Words[]
}

/** Elements without content and end tag (HTML Standard, "13.1.2 Elements"). */
export const VOID: ReadonlySet<string> = new Set([
  'area',
  'base',
  'br',
  'col',
  'embed',
  'hr',
  'img',
  'input',
  'link',
  'meta',
  'param',
  'source',
  'track',
  'wbr',
])

const RAW = new Set(['style', 'xmp', 'iframe', 'noembed', 'noframes', 'noscript'])

/** Reads a text as the HTML Standard's tokeniser does; never throws. */
export function scan(text: string): Scan {
  const tags: Tag[] = []
  const words: Words[] = []
  const push = (token: Token.TagToken, isEnd: boolean): void => {
    if (token.location) tags.push(tagOf(token, token.location, isEnd))
  }
  const tokenizer = new Tokenizer(
    { sourceCodeLocationInfo: true },
    {
      onStartTag: (token) => {
        push(token, false)
        // What follows these is text until their end tag (HTML Standard, "the rules for parsing tokens in HTML
        // content").
        if (token.tagName === 'script') tokenizer.state = TokenizerMode.SCRIPT_DATA
        else if (token.tagName === 'textarea' || token.tagName === 'title') tokenizer.state = TokenizerMode.RCDATA
        else if (RAW.has(token.tagName)) tokenizer.state = TokenizerMode.RAWTEXT
        else if (token.tagName === 'plaintext') tokenizer.state = TokenizerMode.PLAINTEXT
      },
      onEndTag: (token) => push(token, true),
      onCharacter: ({ location: at }) => {
        if (at)
          words.push({
            after: tags.length,
            from: at.startOffset,
            to: at.endOffset,
            line: at.startLine,
            column: at.startCol,
          })
      },
      onComment: () => undefined,
      onDoctype: () => undefined,
      onEof: () => undefined,
      onNullCharacter: () => undefined,
      onWhitespaceCharacter: () => undefined,
    },
  )
  tokenizer.write(text, true)
  return { text, tags, words }
}

/** A tag with its attributes, each where it stands. */
function tagOf(token: Token.TagToken, at: NonNullable<Token.TagToken['location']>, isEnd: boolean): Tag {
  const attributes = token.attrs.map(({ name, value }) => {
    const place = at.attrs?.[name]
    return { name, value, from: place?.startOffset ?? at.startOffset, to: place?.endOffset ?? at.startOffset }
  })
  return {
    name: token.tagName,
    isEnd,
    attributes,
    from: at.startOffset,
    to: at.endOffset,
    line: at.startLine,
    column: at.startCol,
  }
}

export const attributeOf = (tag: Tag, name: string): Attribute | undefined =>
  tag.attributes.find((each) => each.name === name)

/** A diagnostic at a tag. */
export function at(
  tag: Pick<Tag, 'from' | 'to' | 'line' | 'column'>,
  rule: string,
  severity: Diagnostic['severity'],
  message: string,
  repairs: readonly SourceRepair[] = [],
): Diagnostic {
  return { rule, severity, message, line: tag.line, column: tag.column, from: tag.from, to: tag.to, repairs }
}

/** Takes an attribute out, with the space before it. */
export function withoutAttribute(text: string, { from, to }: Attribute): { from: number; to: number; insert: string } {
  let start = from
  while (start > 0 && /\s/.test(text[start - 1]!)) start--
  return { from: start, to, insert: '' }
}
