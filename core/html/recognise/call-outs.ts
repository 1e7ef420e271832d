import { type CallOutSort, callOutSort, ROLES } from '../../kinds/call-out/kind.ts'
import { isBoxed } from '../../kinds/box/kind.ts'
import { attribute, hasClass, type HtmlElement, isElement } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { isBlank, isPiece, standIn, wordsOf } from './walk.ts'
import { byName } from '../../tree/by-name.ts'

/** Classes that blocks which call something out usually have (common practice). */
const CLASSES = byName<CallOutSort>({
  ...{ note: 'note', notice: 'note', important: 'note' },
  ...{ tip: 'tip', hint: 'tip' },
  ...{ caution: 'caution', warning: 'caution', danger: 'caution' },
  ...{ task: 'task', activity: 'task' },
  ...{ example: 'example', definition: 'definition' },
})
const sortByRole = (role: string | undefined): CallOutSort | undefined =>
  callOutSort.options.find((sort) => role !== undefined && ROLES[sort] === role)

/** What a block calls out, by its role or class; null when it is none, or has a look of its own. */
function sortOf(block: HtmlElement): CallOutSort | null {
  if (!/^(div|section|aside)$/.test(block.tagName) || isPiece(block)) return null
  const classes = (attribute(block, 'class') ?? '').toLowerCase().split(/\s+/)
  const sort = sortByRole(attribute(block, 'role')) ?? classes.map((name) => CLASSES[name]).find(Boolean)
  return sort && !isBoxed(block) ? sort : null
}

/** A heading that it begins with, or a first line that its class calls a title. */
function titleOf(block: HtmlElement): HtmlElement | null {
  const first = block.childNodes.find((node) => !isBlank(node))
  if (!first || !isElement(first)) return null
  return /^h[1-6]$/.test(first.tagName) || (first.tagName === 'p' && hasClass(first, 'title')) ? first : null
}

/** Blocks whose role or class says that they are a note, a warning, an example. */
export const callOutsByHand: Recogniser = {
  name: 'call-outs',
  recognise(siblings, index) {
    const node = siblings[index]
    const sort = node && isElement(node) ? sortOf(node) : null
    if (!node || !isElement(node) || !sort) return null
    const title = titleOf(node)
    const rest = node.childNodes.filter((child) => child !== title)
    // “Note:” says no more than what is shown before it anyway.
    const isNameAlone = title !== null && wordsOf(title.childNodes).trim().replace(/\s*:$/, '').toLowerCase() === sort
    const line = title && !isNameAlone ? [standIn('p', { 'data-part': 'title' }, title.childNodes, title)] : []
    const id = attribute(node, 'id')
    return {
      count: 1,
      replacement: standIn(
        'div',
        { 'data-piece': 'call-out', 'data-sort': sort, ...(id ? { id } : {}) },
        [...line, ...rest],
        node,
      ),
      message: `A block marked as ${NAMED[sort]} became a call-out.`,
    }
  },
}

const NAMED: Readonly<Record<CallOutSort, string>> = {
  note: 'a note',
  tip: 'a tip',
  caution: 'a warning',
  task: 'a task',
  example: 'an example',
  definition: 'a definition',
}
