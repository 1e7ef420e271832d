import {
  defaultTreeAdapter,
  type DefaultTreeAdapterMap,
  ErrorCodes as ERR,
  Parser,
  type ParserError,
  type Token,
} from 'parse5'
import type { HtmlNode } from '../tree/tree.ts'
import { type Span, spanOf } from './scan.ts'

/** A text as the parser of HTML has it, with what stands in the text and may be in none of its nodes. */
export interface Watched {
  readonly text: string
  readonly nodes: HtmlNode[]
  /** Start tags, in order. */
  readonly tags: readonly (Span & { readonly name: string })[]
  readonly comments: readonly Span[]
  /** Names of attributes that stand on their tag a second time. */
  readonly repeated: readonly Span[]
}

/** parse5's own makes an object anew for each word of a text. */
const treeAdapter: typeof defaultTreeAdapter = {
  ...defaultTreeAdapter,
  updateNodeSourceCodeLocation: (node, end) => void Object.assign(node.sourceCodeLocation ?? {}, end),
}

class WatchedParser extends Parser<DefaultTreeAdapterMap> {
  readonly tags: (Span & { readonly name: string })[] = []
  readonly comments: Span[] = []

  override onStartTag(token: Token.TagToken): void {
    if (token.location) this.tags.push({ name: token.tagName, ...spanOf(token.location) })
    super.onStartTag(token)
  }

  override onComment(token: Token.CommentToken): void {
    if (token.location) this.comments.push(spanOf(token.location))
    super.onComment(token)
  }
}

const LONGEST_NAME = 100

/** The name of the attribute that ends at a fault. */
function nameBefore(text: string, { startOffset: to, startLine: line, startCol: column }: ParserError): Span {
  const before = text.slice(Math.max(0, to - LONGEST_NAME), to)
  return { from: to - before.length + before.search(/[^\s"'>/=]*$/), to, line, column }
}

/** Parses the text of a fragment or of a whole document, with places; no words are left out for script. */
export function parseWatched(text: string, isWhole: boolean): Watched {
  const repeated: Span[] = []
  const options = {
    ...{ scriptingEnabled: false, sourceCodeLocationInfo: true, treeAdapter },
    onParseError: (error: ParserError) =>
      void (error.code === ERR.duplicateAttribute && repeated.push(nameBefore(text, error))),
  }
  // Of its own class: `this` makes it.
  const parser = isWhole
    ? new WatchedParser(options)
    : (WatchedParser.getFragmentParser(null, options) as unknown as WatchedParser)
  parser.tokenizer.write(text, true)
  const nodes = (isWhole ? parser.document : parser.getFragment()).childNodes
  return { text, nodes, tags: parser.tags, comments: parser.comments.map((each) => within(each, text)), repeated }
}

/** The end of the text counts as a character of a comment that is never finished. */
const within = (at: Span, { length }: string): Span => (at.to > length ? { ...at, to: length } : at)
