import type { Attribute, Span } from '../../html/scan.ts'
import type { Diagnostic, SourceRepair } from './diagnostic.ts'

type Range = Pick<Span, 'from' | 'to'>

/** A diagnostic at a tag. `passage`: so much of the text has to be seen to see what browsers make of it. */
export function at(
  tag: Span,
  rule: string,
  severity: Diagnostic['severity'],
  message: string,
  repairs: readonly SourceRepair[] = [],
  passage?: Range,
): Diagnostic {
  const { line, column, from, to } = tag
  return { rule, severity, message, line, column, from, to, repairs, ...(passage ? { passage } : {}) }
}

/** A repair that puts other text in the place of a stretch. */
export const changed = (label: string, { from, to }: Range, insert: string): SourceRepair => ({
  label,
  edits: [{ from, to, insert }],
})

/** A repair that takes a stretch out. */
export const removed = (what: Range, label = 'Remove it'): SourceRepair => changed(label, what, '')

/** Takes an attribute out, with the space before it. */
export function withoutAttribute(text: string, { from, to }: Attribute): { from: number; to: number; insert: string } {
  let start = from
  while (start > 0 && /\s/.test(text[start - 1]!)) start--
  return { from: start, to, insert: '' }
}

/** A repair that takes an attribute out. */
export const withoutIt = (text: string, attribute: Attribute, label = `Remove “${attribute.name}”`): SourceRepair => ({
  label,
  edits: [withoutAttribute(text, attribute)],
})

/** A repair that gives an attribute another value. */
export const withValue = ({ name, from, to }: Attribute, value: string, label = `Write “${value}”`): SourceRepair =>
  changed(label, { from, to }, `${name}="${value.replaceAll('&', '&amp;').replaceAll('"', '&quot;')}"`)
