import type { Attribute, Span } from '../../html/scan.ts'
import type { Diagnostic, SourceRepair } from './diagnostic.ts'

/** A diagnostic at a tag. */
export function at(
  tag: Span,
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
