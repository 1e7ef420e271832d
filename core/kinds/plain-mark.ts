import { z } from 'zod'
import { element } from '../tree/tree.ts'
import { type MarkKind, plainTag } from './kind.ts'

interface PlainMark {
  readonly name: string
  readonly label: string
  /** The element it is written as, and others that mean the same. */
  readonly tags: readonly [written: string, ...read: string[]]
  /** A word that shows it. */
  readonly example: string
  readonly spec?: MarkKind['spec']
}

/** A mark that is one element of HTML without settings. */
export function plainMark({ name, label, tags, example, spec = {} }: PlainMark): MarkKind {
  return {
    type: 'mark',
    name,
    label,
    attributes: z.object({}),
    spec,
    reads: tags.map((tag) => plainTag(tag)),
    parseDOM: tags.map((tag) => ({ tag })),
    write: (_mark, children) => element(tags[0], {}, children),
    examples: [{ type: 'text', text: example, marks: [{ type: name }] }],
  }
}
