import type { Node } from 'prosemirror-model'
import { z } from 'zod'
import { attribute, element, type HtmlElement, type HtmlNode, isElement, isText } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'

/** A checkbox before the words of an item, in a label or a paragraph or free; null when it is no task. */
function checkboxOf(nodes: readonly HtmlNode[]): HtmlElement | null {
  const first = nodes.find((node) => isElement(node) || (isText(node) && node.value.trim() !== ''))
  if (!first || !isElement(first)) return null
  if (first.tagName === 'input') return attribute(first, 'type')?.toLowerCase() === 'checkbox' ? first : null
  return /^(label|p|h[1-6])$/.test(first.tagName) ? checkboxOf(first.childNodes) : null
}

/** Puts the checkbox before the words of a task, which name it (HTML Standard, “The label element”). */
function withCheckbox(item: Node, children: HtmlNode[]): HtmlNode[] {
  const isDone = item.attrs.task === 'done'
  const box = element('input', { type: 'checkbox', checked: isDone ? '' : null, disabled: '' })
  const first = children[0]
  if (first && isElement(first) && /^(p|h[1-6])$/.test(first.tagName)) {
    first.childNodes = [element('label', {}, [box, ...first.childNodes])]
    return children
  }
  // Words that stand right in the item are those of its first paragraph; one element each is what follows.
  const words =
    item.firstChild?.type.name === 'paragraph' ? children.slice(0, children.length - (item.childCount - 1)) : []
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
  write: (node, children, format) => {
    const { attrs } = node
    if (attrs.task === null) return element('li', {}, children)
    if (format === 'sheet') return element('li', { 'data-task': String(attrs.task) }, children)
    return element('li', { class: 'task' }, withCheckbox(node, children))
  },
  examples: [],
} satisfies NodeKind
