import { attribute } from '../../tree/tree.ts'
import type { MarkKind } from '../kind.ts'
import { plainMark } from '../plain-mark.ts'

const plain = plainMark({ name: 'emphasis', label: 'italic', tags: ['em', 'i', 'cite'], example: 'face' })

export const emphasis = {
  ...plain,
  reads: [
    ...plain.reads,
    {
      // Browsers draw it slanted; with its definition it is a term of the glossary.
      tag: 'dfn',
      understands: [],
      read: (unsafeElement) =>
        attribute(unsafeElement, 'data-definition') || attribute(unsafeElement, 'title') ? null : {},
    },
  ],
} satisfies MarkKind
