import { z } from 'zod'
import {
  attribute,
  element,
  hasClass,
  type HtmlElement,
  type HtmlNode,
  isElement,
  isText,
  text,
} from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import { ANCHOR, anchorOf } from '../heading/kind.ts'
import type { NodeKind, ReadRule } from '../kind.ts'
import { rename, titleAndBlocks } from '../part/kinds.ts'

/** What a call-out is there for. Its name is shown before its title, in the language of the course. */
export const callOutSort = z.enum(['note', 'tip', 'caution', 'task', 'example', 'definition'])
export type CallOutSort = z.infer<typeof callOutSort>

/** The role of each that has one (WAI-ARIA 1.2, `note`; Digital Publishing WAI-ARIA 1.1, the others). */
export const ROLES: Readonly<Record<CallOutSort, string | null>> = {
  note: 'note',
  tip: 'doc-tip',
  caution: 'doc-notice',
  task: null,
  example: 'doc-example',
  definition: null,
}

const isTitle = (node: HtmlNode): node is HtmlElement =>
  isElement(node) && (attribute(node, 'data-part') === 'title' || hasClass(node, 'call-out-title'))

/** The words of the title; the name of its sort, which stands before them where it is published, is no part of them. */
function titleIn(title: HtmlElement | undefined): readonly HtmlNode[] {
  const [first, second, ...rest] = title?.childNodes ?? []
  if (!first || !isElement(first) || !hasClass(first, 'call-out-sort')) return title?.childNodes ?? []
  if (second && isText(second)) return [{ ...second, value: second.value.replace(/^ /, '') }, ...rest]
  return second ? [second, ...rest] : []
}

const rule = (tag: string): ReadRule => ({
  tag,
  understands: ['class', 'id', 'role', 'data-piece', 'data-sort'],
  read: (unsafeElement) =>
    attribute(unsafeElement, 'data-piece') === 'call-out'
      ? { id: anchorOf(unsafeElement), sort: validOr(callOutSort, attribute(unsafeElement, 'data-sort'), 'note') }
      : null,
  inside: ({ childNodes }) => {
    const title = childNodes.find(isTitle)
    return [{ kind: 'partTitle', line: titleIn(title) }, { blocks: childNodes.filter((node) => node !== title) }]
  },
})

/** A few words set apart under the name of what they are for; a title of their own may follow it. */
export const callOut = {
  type: 'node',
  name: 'callOut',
  label: 'call-out',
  counted: ['a call-out', 'call-outs'],
  attributes: z.object({ id: z.string().regex(ANCHOR).nullable().default(null), sort: callOutSort.default('note') }),
  isPiece: true,
  holdsBlocks: true,
  placeholder: () => 'Title, if it needs one',
  spoken: ({ attrs }) => `Call-out: ${String(attrs.sort)}`,
  takenApart: titleAndBlocks,
  spec: { content: 'partTitle block+', group: 'block', defining: true, isolating: true },
  reads: [rule('div'), rule('section'), rule('aside')],
  parseDOM: [{ tag: 'div.call-out' }],
  write: ({ attrs }, children, format) => {
    const sort = attrs.sort as CallOutSort
    const id = attrs.id as string | null
    if (format === 'sheet') return element('div', { class: 'call-out', 'data-sort': sort }, children)
    const [title, ...blocks] = children
    if (!title || !isElement(title))
      return element('div', { 'data-piece': 'call-out', 'data-sort': sort, id }, children)
    const isBare = title.childNodes.length === 0
    rename(title, 'p')
    if (format === 'source') {
      title.attrs.push({ name: 'data-part', value: 'title' })
      return element('div', { 'data-piece': 'call-out', 'data-sort': sort, id }, isBare ? blocks : children)
    }
    title.attrs.push({ name: 'class', value: 'call-out-title' })
    // In words where it is known in which language (`render.ts`).
    const name = element('strong', { class: 'call-out-sort' }, [text(sort)])
    title.childNodes.unshift(name, ...(isBare ? [] : [text(' ')]))
    return element(
      'div',
      { class: 'call-out', 'data-piece': 'call-out', 'data-sort': sort, role: ROLES[sort], id },
      children,
    )
  },
  examples: [
    {
      type: 'callOut',
      attrs: { sort: 'caution', id: 'toes' },
      content: [
        { type: 'partTitle', content: [{ type: 'text', text: 'Mind your toes' }] },
        { type: 'paragraph', content: [{ type: 'text', text: 'Never stand below a stone that is being lifted.' }] },
      ],
    },
    {
      type: 'callOut',
      content: [
        { type: 'partTitle' },
        {
          type: 'callOut',
          attrs: { sort: 'definition' },
          content: [
            { type: 'partTitle', content: [{ type: 'text', marks: [{ type: 'emphasis' }], text: 'Batter' }] },
            { type: 'bulletList', content: [{ type: 'listItem', content: [{ type: 'paragraph' }] }] },
          ],
        },
      ],
    },
  ],
} satisfies NodeKind
