import { diffArrays, diffWordsWithSpace } from 'diff'
import type { Node } from 'prosemirror-model'
import { isA } from '../kinds/facts.ts'

/** Words that two states have in common, or that only one of them has. */
export interface ComparedWords {
  readonly type: 'same' | 'added' | 'removed'
  readonly text: string
}

/** A text block of either state, in the order of reading. */
export interface ComparedBlock {
  readonly type: 'same' | 'added' | 'removed' | 'changed'
  /** What it is and stands in, such as `Tabs › Heading 2`; empty for a plain paragraph. */
  readonly place: string
  readonly words: readonly ComparedWords[]
}

interface Line {
  readonly place: string
  readonly text: string
}

/**
 * Two states of a page, text block by text block. `label` names a node for the author. A block that lost some words
 * and got others is told word by word when it kept a third of its words; else as one gone and one come.
 */
export function compare(before: Node, after: Node, label: (node: Node) => string): ComparedBlock[] {
  const found: ComparedBlock[] = []
  let gone: Line[] = []
  const settle = (come: readonly Line[]): void => {
    const pairs = Math.max(gone.length, come.length)
    for (let at = 0; at < pairs; at++) {
      const [old, fresh] = [gone[at], come[at]]
      if (old && fresh) found.push(...pair(old, fresh))
      else if (old) found.push({ type: 'removed', place: old.place, words: [{ type: 'removed', text: old.text }] })
      else if (fresh) found.push({ type: 'added', place: fresh.place, words: [{ type: 'added', text: fresh.text }] })
    }
    gone = []
  }
  for (const { added, removed, value } of diffArrays(linesOf(before, label), linesOf(after, label), {
    comparator: (a, b) => a.place === b.place && a.text === b.text,
  })) {
    if (removed) gone.push(...value)
    else if (added) settle(value)
    else {
      settle([])
      found.push(
        ...value.map(({ place, text }): ComparedBlock => ({ type: 'same', place, words: [{ type: 'same', text }] })),
      )
    }
  }
  settle([])
  return found
}

function pair(old: Line, fresh: Line): ComparedBlock[] {
  const words = diffWordsWithSpace(old.text, fresh.text).map(({ added, removed, value }): ComparedWords => ({
    type: added ? 'added' : removed ? 'removed' : 'same',
    text: value,
  }))
  const kept = words.filter(({ type }) => type === 'same').reduce((sum, { text }) => sum + text.trim().length, 0)
  if (kept * 3 >= Math.max(old.text.length, fresh.text.length) || old.text === fresh.text)
    return [
      {
        type: 'changed',
        place: old.place === fresh.place ? fresh.place : `${old.place || 'Paragraph'} → ${fresh.place || 'Paragraph'}`,
        words,
      },
    ]
  return [
    { type: 'removed', place: old.place, words: [{ type: 'removed', text: old.text }] },
    { type: 'added', place: fresh.place, words: [{ type: 'added', text: fresh.text }] },
  ]
}

function linesOf(page: Node, label: (node: Node) => string): Line[] {
  const found: Line[] = []
  const walk = (node: Node, above: readonly string[]): void =>
    node.forEach((child) => {
      const isPlain = isA(child, 'paragraph') || isA(child, 'listItem')
      const path = isPlain ? above : [...above, label(child)]
      if (child.isTextblock)
        found.push({ place: path.join(' › '), text: child.textBetween(0, child.content.size, '', ' ') })
      else if (child.isLeaf) found.push({ place: path.join(' › '), text: '' })
      else walk(child, path)
    })
  walk(page, [])
  return found
}
