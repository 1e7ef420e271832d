import { z } from 'zod'
import { attribute, element, type HtmlElement } from '../../tree/tree.ts'
import { words, wordsFrom } from '../attributes.ts'
import { MOST_BLANK_NAME } from '../blank/kind.ts'
import type { NodeKind } from '../kind.ts'

/** So many blanks of a snippet are filled, with so many characters (UTF-16 units) each. */
export const MOST_VALUES = 200
export const MOST_VALUE = 2000

/** What was put into the blanks, by their names, in their order; null for nothing. */
const values = z
  .array(z.tuple([words(MOST_BLANK_NAME), words(MOST_VALUE)]))
  .min(1)
  .max(MOST_VALUES)
  .nullable()
export type SnippetValues = NonNullable<z.infer<typeof values>>

const ID = /^[\w-]{1,60}$/
const VERSION = z.coerce.number().int().min(1).max(1_000_000)
const PRINT = /^[0-9a-z]{0,20}$/

/** Values as an address has them after its question mark (URL Standard, “application/x-www-form-urlencoded”). */
const written = (of: SnippetValues): string => new URLSearchParams(of).toString()
function read(unsafeValues: string): SnippetValues | null {
  const pairs = [...new URLSearchParams(unsafeValues)].slice(0, MOST_VALUES)
  return pairs.length === 0
    ? null
    : pairs.map(([name, value]) => [wordsFrom(name, MOST_BLANK_NAME), wordsFrom(value, MOST_VALUE)])
}

function readSnippet(unsafeElement: HtmlElement): Record<string, unknown> | null {
  const snippet = attribute(unsafeElement, 'data-snippet') ?? ''
  if (!ID.test(snippet)) return null
  const version = VERSION.safeParse(attribute(unsafeElement, 'data-version'))
  const print = attribute(unsafeElement, 'data-print') ?? ''
  return {
    snippet,
    version: version.success ? version.data : 1,
    print: PRINT.test(print) ? print : '',
    values: read(attribute(unsafeElement, 'data-filled') ?? ''),
  }
}

/**
 * What was put in from a snippet: it knows which, and what its blanks were filled with. Readers don't see that it is
 * one.
 */
export const snippet = {
  type: 'node',
  name: 'snippet',
  label: 'snippet',
  attributes: z.object({
    /** The id of the snippet. */
    snippet: z.string().regex(ID).default('unknown'),
    /** Which state of the snippet it was made from, counted from 1. */
    version: z.number().int().min(1).max(1_000_000).default(1),
    /** Tells whether what is in it was changed since (`core/snippets/print.ts`); empty where that is not known. */
    print: z.string().regex(PRINT).default(''),
    values: values.default(null),
  }),
  isPiece: true,
  takenApart: (node) => node.children,
  spec: { content: 'block+', group: 'block', defining: true },
  reads: [
    { tag: 'div', understands: ['data-snippet', 'data-version', 'data-print', 'data-filled'], read: readSnippet },
  ],
  parseDOM: [{ tag: 'div[data-snippet]' }],
  // Readers get what it holds: how it was made is the author's.
  keepsBack: true,
  write: ({ attrs }, children, format) =>
    format === 'published'
      ? element('div', {}, children)
      : element(
          'div',
          {
            'data-snippet': String(attrs.snippet),
            'data-version': String(attrs.version),
            'data-print': String(attrs.print) || null,
            'data-filled': attrs.values === null ? null : written(attrs.values as SnippetValues),
          },
          children,
        ),
  examples: [
    {
      type: 'snippet',
      attrs: {
        snippet: 'lifting',
        version: 3,
        print: 'abc123',
        values: [
          ['Day & hour', 'Monday, “8”'],
          ['Place', ''],
        ],
      },
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Lift with a straight back.' }] }],
    },
    {
      type: 'snippet',
      attrs: { snippet: 'tools' },
      content: [
        { type: 'heading', attrs: { level: 3 }, content: [{ type: 'text', text: 'Tools' }] },
        { type: 'bulletList', content: [{ type: 'listItem', content: [{ type: 'paragraph' }] }] },
      ],
    },
  ],
} satisfies NodeKind
