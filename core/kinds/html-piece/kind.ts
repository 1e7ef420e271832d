import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import { validOr, words, wordsFrom } from '../attributes.ts'
import type { NodeKind } from '../kind.ts'

/** The most characters an HTML piece may hold. */
export const MOST_CODE = 200_000
/** The longest words that stand in its place, in UTF-16 units. */
export const MOST_INSTEAD = 1000
const height = z.number().int().min(40).max(4000)

/**
 * Free HTML, CSS and script, shown in a sealed frame of its own and nowhere else: to the page it is a string.
 * Its source form is HTML's own for that, a sandboxed frame with `srcdoc`; the published form has no code, its
 * address is filled in when the page is answered.
 */
export const htmlPiece = {
  type: 'node',
  name: 'htmlPiece',
  label: 'HTML piece',
  counted: ['an HTML piece', 'HTML pieces'],
  needsPage: true,
  losses: [
    {
      formats: ['epub', 'pdf'],
      type: 'changed',
      message: 'An HTML piece runs only in a browser; its title, and its words for paper, stand in its place.',
    },
  ],
  attributes: z.object({
    title: words(300).default(''),
    code: words(MOST_CODE).default(''),
    /** What says the same on paper and in e-books; empty: its title alone stands there. */
    instead: words(MOST_INSTEAD).default(''),
    /** In CSS pixels, until the frame has told its own. */
    height: height.default(240),
  }),
  isPiece: true,
  isFrame: true,
  spec: { group: 'block', atom: true, defining: true },
  reads: [
    {
      tag: 'iframe',
      understands: [
        'data-piece',
        'data-instead',
        'title',
        'height',
        'width',
        'sandbox',
        'srcdoc',
        'loading',
        'class',
        'style',
        'frameborder',
      ],
      read: (unsafeElement) => {
        const code = attribute(unsafeElement, 'srcdoc')
        if (code === undefined || code.length > MOST_CODE) return null
        return {
          code: wordsFrom(code, MOST_CODE),
          title: wordsFrom(attribute(unsafeElement, 'title'), 300),
          instead: wordsFrom(attribute(unsafeElement, 'data-instead'), MOST_INSTEAD),
          height: validOr(height, Number(attribute(unsafeElement, 'height')), 240),
        }
      },
    },
  ],
  parseDOM: [{ tag: 'figure.html-piece' }],
  write: ({ attrs }, _children, format) => {
    if (format === 'sheet') return element('figure', { class: 'html-piece' })
    const frame = {
      'data-piece': 'html',
      title: String(attrs.title),
      height: Number(attrs.height),
      sandbox: 'allow-scripts',
      'data-instead': String(attrs.instead) || null,
    }
    return format === 'source'
      ? element('iframe', { ...frame, srcdoc: String(attrs.code) })
      : element('iframe', { class: 'html-piece', ...frame, loading: 'lazy' })
  },
  keepsBack: true,
  examples: [
    {
      type: 'htmlPiece',
      attrs: {
        title: 'A batter “gauge”',
        code: '<p class="a">1 & 2 &amp; 3</p>\n<script>if (1 < 2) document.title = "x"</script>',
        height: 120,
        instead: 'At 60 cm a batter of “1 in 6” is 10 cm & no more.',
      },
    },
  ],
} satisfies NodeKind
