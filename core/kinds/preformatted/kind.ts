import { z } from 'zod'
import { attribute, element, type HtmlElement, isElement } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'

/** Names of languages as highlighting knows them: `c++`, `objective-c`. */
const LANGUAGE = /^[a-z0-9+#.-]{1,30}$/

/** `language-…` on the code is what the HTML Standard suggests (“The code element”). */
function languageOf(pre: HtmlElement): string | null {
  const code = pre.childNodes.find((node): node is HtmlElement => isElement(node) && node.tagName === 'code')
  const classes = [pre, ...(code ? [code] : [])].map((each) => attribute(each, 'class') ?? '').join(' ')
  const name = /\blang(?:uage)?-([^\s]+)/.exec(classes)?.[1]?.toLowerCase()
  return name !== undefined && LANGUAGE.test(name) ? name : null
}

/** Lines as they were written, of a program for one: every space counts, no word is marked. */
export const preformatted = {
  type: 'node',
  name: 'preformatted',
  label: 'preformatted text',
  counted: ['preformatted text', 'preformatted texts'],
  attributes: z.object({
    /** What language it is written in, for its colours; null for none. */
    language: z.string().regex(LANGUAGE).nullable().default(null),
  }),
  isPiece: true,
  spec: { content: 'text*', marks: '', group: 'block', code: true, defining: true, whitespace: 'pre' },
  reads: [{ tag: 'pre', understands: ['class'], read: (unsafePre) => ({ language: languageOf(unsafePre) }) }],
  parseDOM: [{ tag: 'pre', preserveWhitespace: 'full' }],
  write: ({ attrs }, children) => {
    const language = attrs.language as string | null
    return element('pre', {}, [element('code', { class: language && `language-${language}` }, children)])
  },
  examples: [
    { type: 'preformatted', content: [{ type: 'text', text: 'for (;;) {\n  lay()  // <stone>\n}\n' }] },
    { type: 'preformatted', attrs: { language: 'c++' }, content: [{ type: 'text', text: '\n\tint x;' }] },
    { type: 'preformatted' },
  ],
} satisfies NodeKind
