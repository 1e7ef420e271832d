import { z } from 'zod'
import { element, type HtmlElement, type HtmlNode, isElement, isText } from '../../tree/tree.ts'
import { type Inside, type NodeKind, plainTag } from '../kind.ts'

type Entry = { readonly dt: readonly HtmlNode[] } | { readonly dd: readonly HtmlNode[] }

/** Terms and definitions in order; groups in `div` are opened (HTML Standard, “The dl element”). */
function entriesIn(list: HtmlElement): readonly Entry[] {
  const entries: Entry[] = []
  let stray: HtmlNode[] = []
  const settle = (): void => {
    if (stray.some((node) => isElement(node) || (isText(node) && node.value.trim() !== ''))) entries.push({ dd: stray })
    stray = []
  }
  const gather = (nodes: readonly HtmlNode[]): void => {
    for (const node of nodes) {
      const tag = isElement(node) ? node.tagName : ''
      if (isElement(node) && (tag === 'div' || tag === 'dt' || tag === 'dd')) {
        settle()
        if (tag === 'div') gather(node.childNodes)
        else entries.push(tag === 'dt' ? { dt: node.childNodes } : { dd: node.childNodes })
        settle()
      } else stray.push(node)
    }
  }
  gather(list.childNodes)
  settle()
  return entries
}

const termOf = (line: readonly HtmlNode[]): Inside => ({ kind: 'term', line })
const definitionOf = (blocks: readonly HtmlNode[]): Inside => ({ kind: 'definition', attrs: {}, inside: [{ blocks }] })

/** The same with what is missing: every definition stands under a term, every term over a definition. */
function inside(list: HtmlElement): readonly Inside[] {
  const whole: Inside[] = []
  let before: 'term' | 'definition' | null = null
  for (const entry of entriesIn(list)) {
    if ('dt' in entry) whole.push(termOf(entry.dt))
    else whole.push(...(before === null ? [termOf([])] : []), definitionOf(entry.dd))
    before = 'dt' in entry ? 'term' : 'definition'
  }
  if (before === null) whole.push(termOf([]))
  if (before !== 'definition') whole.push(definitionOf([]))
  return whole
}

/** Terms, each with what it means. */
export const definitionList = {
  type: 'node',
  name: 'definitionList',
  label: 'definition list',
  counted: ['a definition list', 'definition lists'],
  attributes: z.object({}),
  isPiece: true,
  spec: { content: '(term+ definition+)+', group: 'block', defining: true },
  reads: [{ ...plainTag('dl'), inside }],
  parseDOM: [{ tag: 'dl' }],
  write: (_node, children) => element('dl', {}, children),
  examples: [
    {
      type: 'definitionList',
      content: [
        { type: 'term', content: [{ type: 'text', text: 'Hearting', marks: [{ type: 'strong' }] }] },
        {
          type: 'definition',
          content: [
            { type: 'paragraph', content: [{ type: 'text', text: 'The small stone inside.' }] },
            { type: 'bulletList', content: [{ type: 'listItem', content: [{ type: 'paragraph' }] }] },
          ],
        },
        { type: 'term', content: [{ type: 'text', text: 'Batter' }] },
        { type: 'term' },
        { type: 'definition', content: [{ type: 'paragraph' }, { type: 'rule' }] },
      ],
    },
  ],
} satisfies NodeKind

export const term = {
  type: 'node',
  name: 'term',
  label: 'term',
  attributes: z.object({}),
  placeholder: () => 'Term',
  spec: { content: 'inline*', defining: true },
  reads: [],
  parseDOM: [{ tag: 'dt' }],
  write: (_node, children) => element('dt', {}, children),
  examples: [],
} satisfies NodeKind

export const definition = {
  type: 'node',
  name: 'definition',
  label: 'definition',
  holdsLooseText: true,
  attributes: z.object({}),
  placeholder: () => 'What it means',
  spec: { content: 'block+', defining: true },
  reads: [],
  parseDOM: [{ tag: 'dd' }],
  write: (_node, children) => element('dd', {}, children),
  examples: [],
} satisfies NodeKind
