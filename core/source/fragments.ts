import { serializeOuter } from 'parse5'
import { BLOCK } from '../html/element-groups.ts'
import type { ReadNote } from '../html/report.ts'
import { element } from '../tree/tree.ts'

/** What was told about one fragment of a source: about an element, and about all that it holds. */
export interface FragmentNotes {
  readonly line: number | null
  readonly type: ReadNote['type']
  /** Each once, in the order of the source. */
  readonly messages: readonly string[]
  /** Where the fragment stands, and what it is, where it can be kept as an HTML piece. */
  readonly code: { readonly from: number; readonly to: number; readonly text: string } | null
}

/** Elements of which nothing can be taken out without what is around them. */
const PARTS =
  /^<(html|head|body|li|dt|dd|tr|td|th|thead|tbody|tfoot|caption|col|colgroup|summary|figcaption|legend|option|optgroup)\b/i
/** Elements other than blocks that make a fragment of a page by themselves. */
const WHOLE =
  /^(svg|canvas|video|audio|object|embed|iframe|script|style|form|button|select|textarea|input|marquee|template|noscript|[a-z]+-[a-z-]+)$/

/** Notes about a source, put together by the fragments that they are about. */
export function byFragments(text: string, notes: readonly ReadNote[]): FragmentNotes[] {
  const groups: { notes: ReadNote[]; to: number }[] = []
  const inOrder = [...notes].sort((a, b) => (a.span?.from ?? 0) - (b.span?.from ?? 0) || spanEnd(b) - spanEnd(a))
  for (const note of inOrder) {
    const last = groups.at(-1)
    const isRecognised = note.type === 'recognised' || last?.notes[0]?.type === 'recognised'
    if (last && note.span && !isRecognised && note.span.from < last.to) last.notes.push(note)
    else groups.push({ notes: [note], to: spanEnd(note) })
  }
  return groups.map(({ notes: own }) => {
    const [first] = own
    return {
      line: first!.line,
      type: own.some(({ type }) => type === 'left out') ? 'left out' : first!.type,
      messages: [...new Set(own.map(({ message }) => message))],
      code: codeOf(text, first!),
    }
  })
}

const spanEnd = ({ span }: ReadNote): number => span?.to ?? 0

function codeOf(text: string, { span, type }: ReadNote): FragmentNotes['code'] {
  if (!span || type === 'recognised') return null
  const code = text.slice(span.from, span.to)
  const tag = /^<([a-z][a-z0-9-]*)/i.exec(code)?.[1]?.toLowerCase()
  if (tag === undefined || PARTS.test(code) || !(BLOCK.has(tag) || WHOLE.test(tag))) return null
  return { ...span, text: code }
}

/** The source of an HTML piece that holds code as it was typed. Its title is for its author to write. */
export const pieceHolding = (unsafeCode: string): string =>
  serializeOuter(element('iframe', { 'data-piece': 'html', title: '', srcdoc: unsafeCode }))
