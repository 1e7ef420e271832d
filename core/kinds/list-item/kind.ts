import { z } from 'zod'
import { attribute, element, type HtmlElement, type HtmlNode, isElement, isText } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'

const PHRASING_ENDS = /^(p|ul|ol|dl|table|div|blockquote|figure|hr|pre|section|details|nav|h[1-6])$/

/** A checkbox before the words of an item, in a label or a paragraph or free; null when it is no task. */
function checkboxOf(nodes: readonly HtmlNode[]): HtmlElement | null {
  const first = nodes.find((node) => isElement(node) || (isText(node) && node.value.trim() !== ''))
  if (!first || !isElement(first)) return null
  if (first.tagName === 'input') return attribute(first, 'type')?.toLowerCase() === 'checkbox' ? first : null
  return first.tagName === 'label' || first.tagName === 'p' ? checkboxOf(first.childNodes) : null
}

/** Puts the checkbox before the words of a task, which name it (HTML Standard, “The label element”). */
function withCheckbox(children: HtmlNode[], isDone: boolean): HtmlNode[] {
  const box = element('input', { type: 'checkbox', checked: isDone ? '' : null, disabled: '' })
  const first = children[0]
  if (first && isElement(first) && first.tagName === 'p') {
    first.childNodes = [element('label', {}, [box, ...first.childNodes])]
    return children
  }
  const end = children.findIndex((node) => isElement(node) && PHRASING_ENDS.test(node.tagName))
  const words = children.slice(0, end < 0 ? undefined : end)
  return [element('label', {}, [box, ...words]), ...children.slice(words.length)]
}

/** An item of a list; `task` says that it is something to do, and whether it is done. */
export const listItem = {
  type: 'node',
  name: 'listItem',
  label: 'list item',
  holdsLooseText: true,
  attributes: z.object({ task: z.enum(['open', 'done']).nullable().default(null) }),
  spec: { content: 'block+', defining: true },
  reads: [
    {
      tag: 'li',
      understands: ['class'],
      read: (unsafeItem) => {
        const box = checkboxOf(unsafeItem.childNodes)
        if (!box) return null
        return { task: attribute(box, 'checked') === undefined ? 'open' : 'done' }
      },
      takes: (unsafeItem) => checkboxOf(unsafeItem.childNodes),
    },
    { tag: 'li', understands: [], read: () => ({}) },
  ],
  parseDOM: [{ tag: 'li' }],
  write: ({ attrs }, children, format) => {
    if (attrs.task === null) return element('li', {}, children)
    if (format === 'sheet') return element('li', { 'data-task': String(attrs.task) }, children)
    return element('li', { class: 'task' }, withCheckbox(children, attrs.task === 'done'))
  },
  examples: [],
} satisfies NodeKind
