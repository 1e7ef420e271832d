import { z } from 'zod'
import { attribute, element, type HtmlElement, type HtmlNode, isElement, isText } from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import type { Inside, NodeKind, ReadRule } from '../kind.ts'

export const buttonsLayout = z.enum(['row', 'list'])

const isPart = (node: HtmlNode, name: 'label' | 'note'): node is HtmlElement =>
  isElement(node) && attribute(node, 'data-part') === name
const isSomething = (node: HtmlNode): boolean => isElement(node) || (isText(node) && node.value.trim() !== '')

/** What an entry says on its button, and beside it. */
function entryInside(unsafeEntry: HtmlElement): Inside {
  const label = unsafeEntry.childNodes.find((node) => isPart(node, 'label'))
  const [first, ...others] = unsafeEntry.childNodes.filter(isSomething)
  const holder = label ?? first
  const line = holder && isElement(holder) && holder.tagName === 'p' ? holder.childNodes : holder ? [holder] : []
  const rest = label ? unsafeEntry.childNodes.filter((node) => node !== label && isSomething(node)) : others
  const note = rest.flatMap((node) => (isElement(node) && node.tagName === 'p' ? node.childNodes : [node]))
  return entry(line, note)
}

const entry = (label: readonly HtmlNode[], note: readonly HtmlNode[]): Inside => ({
  kind: 'button',
  attrs: {},
  inside: [
    { kind: 'buttonLabel', line: label },
    { kind: 'buttonNote', line: note },
  ],
})

const rule = (tag: string): ReadRule => ({
  tag,
  understands: ['class', 'data-piece', 'data-layout'],
  read: (unsafeElement) =>
    attribute(unsafeElement, 'data-piece') === 'buttons'
      ? { layout: validOr(buttonsLayout, attribute(unsafeElement, 'data-layout'), 'row') }
      : null,
  inside: ({ childNodes }) => {
    const entries = childNodes
      .filter(isSomething)
      .map((node) => (isElement(node) && /^(li|div)$/.test(node.tagName) ? entryInside(node) : entry([node], [])))
    return entries.length > 0 ? entries : [entry([], [])]
  },
})

/** Links to where students go from here, as buttons, each with a line about what is there if it needs one. */
export const buttons = {
  type: 'node',
  name: 'buttons',
  label: 'buttons',
  counted: ['buttons', 'rows of buttons'],
  attributes: z.object({
    /** Side by side, or one beneath the other with what is said of each beside it. */
    layout: buttonsLayout.default('row'),
  }),
  isPiece: true,
  entries: 'button',
  takenApart: (node) =>
    node.children.flatMap((each) =>
      each.children
        .filter((line) => line.content.size > 0)
        .map((line) => node.type.schema.nodes.paragraph!.create(null, line.content)),
    ),
  spec: { content: 'button+', group: 'block', isolating: true },
  reads: [rule('ul'), rule('ol'), rule('div'), rule('nav')],
  parseDOM: [{ tag: 'div.buttons' }],
  write: ({ attrs }, children, format) => {
    const settings = { 'data-piece': 'buttons', 'data-layout': String(attrs.layout) }
    if (format === 'sheet') return element('div', { class: 'buttons', ...settings }, children)
    return element('ul', { class: format === 'source' ? null : 'buttons', ...settings }, children)
  },
  examples: [
    {
      type: 'buttons',
      attrs: { layout: 'list' },
      content: [
        {
          type: 'button',
          content: [
            {
              type: 'buttonLabel',
              content: [
                {
                  type: 'text',
                  marks: [{ type: 'link', attrs: { href: 'https://weather.example/fell' } }],
                  text: 'Fellside weather',
                },
              ],
            },
            { type: 'buttonNote', content: [{ type: 'text', text: 'Look before you come out.' }] },
          ],
        },
        { type: 'button', content: [{ type: 'buttonLabel' }, { type: 'buttonNote' }] },
      ],
    },
  ],
} satisfies NodeKind

/** One of the buttons, with what is said of it. */
export const button = {
  type: 'node',
  name: 'button',
  label: 'button',
  holdsBlocks: true,
  nameOf: (node) => node.firstChild?.textContent || null,
  attributes: z.object({}),
  spec: { content: 'buttonLabel buttonNote', isolating: true },
  reads: [],
  parseDOM: [{ tag: 'div.button-entry' }],
  write: (_node, children, format) => {
    if (format === 'sheet') return element('div', { class: 'button-entry' }, children)
    const said = children.filter((line, at) => at === 0 || (isElement(line) && line.childNodes.length > 0))
    return element('li', { class: format === 'source' ? null : 'button-entry' }, said)
  },
  examples: [],
} satisfies NodeKind

/** The words of a button; the link on them says where it leads. */
export const buttonLabel = {
  type: 'node',
  name: 'buttonLabel',
  label: 'words of a button',
  enter: 'goes beneath',
  placeholder: (_node, _parent) => 'Words of the button',
  attributes: z.object({}),
  spec: {
    content: 'text*',
    marks: 'link blank language direction abbreviation strong emphasis subscript superscript code',
    defining: true,
  },
  reads: [],
  parseDOM: [{ tag: '.button-label' }],
  write: (_node, children, format) =>
    format === 'sheet'
      ? element('div', { class: 'button-label' }, children)
      : element('p', { class: format === 'source' ? null : 'button-label', 'data-part': 'label' }, children),
  examples: [],
} satisfies NodeKind

/** What is said of where a button leads. It may be empty. */
export const buttonNote = {
  type: 'node',
  name: 'buttonNote',
  label: 'note of a button',
  enter: 'begins the next entry',
  placeholder: () => 'A line about it, if it needs one',
  attributes: z.object({}),
  spec: { content: 'text*', defining: true },
  reads: [],
  parseDOM: [{ tag: '.button-note' }],
  write: (_node, children, format) =>
    format === 'sheet'
      ? element('div', { class: 'button-note' }, children)
      : element('p', { class: format === 'source' ? null : 'button-note', 'data-part': 'note' }, children),
  examples: [],
} satisfies NodeKind
