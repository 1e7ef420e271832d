import { type ParserError, type Token, Tokenizer, TokenizerMode } from 'parse5'

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

/** A place in the text. */
export type Span = Pick<Tag, 'from' | 'to' | 'line' | 'column'>

/** The tags of a text in order, the words between them, and what browsers take no account of. */
export interface Scan {
  readonly text: string
  readonly tags: readonly Tag[]
  readonly words: readonly Words[]
  readonly comments: readonly Span[]
  /** The last start tag, if what follows it is text as far as its end tag, and there is none. */
  readonly openText: Tag | null
  /** Where the last thing ends that was finished: before the end of the text where a tag is not. */
  readonly end: number
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

const RAW = new Set(['style', 'xmp', 'iframe', 'noembed', 'noframes'])

const FOREIGN = new Set(['svg', 'math'])

/** Reads a text as the HTML Standard's tokeniser does; never throws. `onFault` hears what that calls an error. */
export function scan(text: string, onFault?: (fault: ParserError) => void): Scan {
  const [tags, words, comments]: [Tag[], Words[], Span[]] = [[], [], []]
  let [end, isText, foreign] = [0, false, 0]
  const take = (token: Token.TagToken, isEnd: boolean): void => {
    if (!token.location) return
    tags.push(tagOf(token, token.location, isEnd))
    end = token.location.endOffset
    isText = false
  }
  const pass = ({ location: at }: Token.Token): void => void (end = at?.endOffset ?? end)
  const tokenizer = new Tokenizer(
    { sourceCodeLocationInfo: true },
    {
      onStartTag: (token) => {
        take(token, false)
        // In drawings and formulas all is written as elements.
        if (FOREIGN.has(token.tagName) && !token.selfClosing) foreign++
        tokenizer.inForeignNode = foreign > 0
        const state = foreign > 0 ? undefined : stateWithin(token.tagName)
        isText = state !== undefined && token.tagName !== 'plaintext'
        if (state !== undefined) tokenizer.state = state
      },
      onEndTag: (token) => {
        if (FOREIGN.has(token.tagName) && foreign > 0) foreign--
        tokenizer.inForeignNode = foreign > 0
        take(token, true)
      },
      onCharacter: (token) => {
        if (token.location) words.push({ after: tags.length, ...spanOf(token.location) })
        pass(token)
      },
      onComment: (token) => {
        const at = token.location
        // The end of the text counts as a character of it.
        if (at) comments.push({ ...spanOf(at), to: Math.min(text.length, at.endOffset) })
        pass(token)
      },
      onDoctype: pass,
      onEof: () => undefined,
      onNullCharacter: pass,
      onWhitespaceCharacter: pass,
      onParseError: onFault ?? null,
    },
  )
  tokenizer.write(text, true)
  return { text, tags, words, comments, end, openText: isText ? (tags.at(-1) ?? null) : null }
}

/** What follows these is text until their end tag (HTML Standard, "the rules for parsing tokens in HTML content"). */
function stateWithin(tag: string) {
  if (tag === 'script') return TokenizerMode.SCRIPT_DATA
  if (tag === 'textarea' || tag === 'title') return TokenizerMode.RCDATA
  if (RAW.has(tag)) return TokenizerMode.RAWTEXT
  return tag === 'plaintext' ? TokenizerMode.PLAINTEXT : undefined
}

export const spanOf = (at: Token.Location): Span => ({
  from: at.startOffset,
  to: at.endOffset,
  line: at.startLine,
  column: at.startCol,
})

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
