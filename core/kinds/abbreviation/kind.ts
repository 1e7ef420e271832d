import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import { words, wordsFrom } from '../attributes.ts'
import type { MarkKind, ReadRule } from '../kind.ts'

/** The longest form of an abbreviation, in UTF-16 units. */
export const MOST_LONG_FORM = 200

const rule = (tag: string): ReadRule => ({
  tag,
  understands: ['title'],
  read: (unsafeElement) => ({ long: wordsFrom(attribute(unsafeElement, 'title'), MOST_LONG_FORM) }),
})

/** An abbreviation, with what it stands for (HTML Standard, “The abbr element”). */
export const abbreviation = {
  type: 'mark',
  name: 'abbreviation',
  label: 'abbreviation',
  attributes: z.object({ long: words(MOST_LONG_FORM).default('') }),
  spec: { inclusive: false },
  isMeaning: true,
  reads: [rule('abbr'), rule('acronym')],
  parseDOM: [{ tag: 'abbr', getAttrs: (dom) => ({ long: wordsFrom(dom.title, MOST_LONG_FORM) }) }],
  write: ({ attrs }, children) => element('abbr', { title: String(attrs.long) || null }, children),
  examples: [
    { type: 'text', text: 'RMS', marks: [{ type: 'abbreviation', attrs: { long: 'root mean square' } }] },
    { type: 'text', text: 'HTML', marks: [{ type: 'abbreviation' }] },
  ],
} satisfies MarkKind
