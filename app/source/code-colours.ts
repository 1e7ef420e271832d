import { HighlightStyle } from '@codemirror/language'
import { tags } from '@lezer/highlight'

/** The colours of code, from the palette. */
export const codeColours = HighlightStyle.define([
  { tag: [tags.tagName, tags.angleBracket, tags.keyword], color: 'var(--slate)' },
  { tag: [tags.attributeName, tags.propertyName], color: 'var(--ochre)' },
  { tag: [tags.attributeValue, tags.string, tags.number], color: 'var(--lichen)' },
  { tag: tags.comment, color: 'var(--soft-ink)', fontStyle: 'italic' },
])
