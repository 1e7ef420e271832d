import type { HtmlElement } from '../tree/tree.ts'
import type { ReadRule } from './kind.ts'

/** Elements of phrasing content that carry words, and so may carry a look or a language of words as well. */
export const INLINE_ELEMENTS = [
  'span',
  'font',
  'a',
  'b',
  'strong',
  'i',
  'em',
  'cite',
  'dfn',
  'u',
  's',
  'strike',
  'sub',
  'sup',
  'code',
  'kbd',
  'samp',
  'var',
  'tt',
  'mark',
  'small',
  'big',
  'abbr',
  'acronym',
  'bdi',
  'bdo',
  'q',
  'label',
  'ins',
] as const

/** One rule for whatever element carries words: the look or the language that it gives them. */
export function onInlineElements(
  read: (unsafeElement: HtmlElement) => Record<string, unknown> | null,
  understood: { readonly styles?: readonly string[]; readonly attributes?: readonly string[] },
): ReadRule[] {
  const { styles = [], attributes = [] } = understood
  return INLINE_ELEMENTS.map((tag) => ({ tag, read, understands: attributes, styles }))
}
