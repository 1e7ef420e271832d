import { z } from 'zod'
import { LANGUAGE, safeLanguage } from '../../tree/languages.ts'
import { element } from '../../tree/tree.ts'
import type { MarkKind } from '../kind.ts'

/**
 * The language of a passage, where it is not that of the page (WCAG 2.2, 3.1.2 Language of Parts). It is read from
 * `lang` on any element, a block included: the reader hands it down to the words.
 */
export const language = {
  type: 'mark',
  name: 'language',
  label: 'language',
  attributes: z.object({
    tag: z
      .string()
      .regex(LANGUAGE)
      .refine((tag) => safeLanguage(tag) === tag)
      .default('en'),
  }),
  spec: {},
  isMeaning: true,
  reads: [],
  parseDOM: [{ tag: 'span[lang]', getAttrs: (dom) => ({ tag: safeLanguage(dom.lang) ?? 'en' }) }],
  write: ({ attrs }, children) => element('span', { lang: String(attrs.tag) }, children),
  examples: [
    { type: 'text', text: 'muro seco', marks: [{ type: 'language', attrs: { tag: 'es' } }] },
    { type: 'text', text: '石', marks: [{ type: 'language', attrs: { tag: 'zh-Hant' } }, { type: 'strong' }] },
  ],
} satisfies MarkKind
