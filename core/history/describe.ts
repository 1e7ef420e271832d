import type { Node } from 'prosemirror-model'
import { diffArrays } from 'diff'
import { kindOf } from '../kinds/facts.ts'
import type { NodeKind } from '../kinds/kind.ts'
import { nodeKinds } from '../kinds/registry.ts'

/** What changed between two states of a page, counted. */
export interface Change {
  readonly wordsAdded: number
  readonly wordsRemoved: number
  /** Kinds of which there are more or fewer than before, with how many; by the kind's name. */
  readonly kinds: Readonly<Record<string, number>>
  readonly isRetitled: boolean
}

/** The change from one state to another. Words are compared block by block, as they stand in order. */
export function changeBetween(before: Node, after: Node): Change {
  const kinds: Record<string, number> = {}
  const count = (page: Node, by: number): void =>
    page.descendants((node) => {
      if (kindOf(node).counted) kinds[node.type.name] = (kinds[node.type.name] ?? 0) + by
      return !node.isTextblock
    })
  count(before, -1)
  count(after, 1)
  let [wordsAdded, wordsRemoved] = [0, 0]
  for (const { added, removed, value } of diffArrays(lines(before), lines(after))) {
    if (added) wordsAdded += words(value)
    if (removed) wordsRemoved += words(value)
  }
  // A block that was only touched counts with what was touched in it, not twice as a whole.
  const both = Math.min(wordsAdded, wordsRemoved)
  if (both > 0) {
    const [a, b] = [bag(lines(before)), bag(lines(after))]
    wordsAdded = [...b].reduce((sum, [word, times]) => sum + Math.max(0, times - (a.get(word) ?? 0)), 0)
    wordsRemoved = [...a].reduce((sum, [word, times]) => sum + Math.max(0, times - (b.get(word) ?? 0)), 0)
  }
  return {
    wordsAdded,
    wordsRemoved,
    kinds: Object.fromEntries(Object.entries(kinds).filter(([, number]) => number !== 0)),
    isRetitled: before.firstChild?.textContent !== after.firstChild?.textContent,
  }
}

/** The change as a sentence without its subject: “wrote 34 words, added a table”. */
export function inWords({ wordsAdded, wordsRemoved, kinds, isRetitled }: Change): string {
  const parts: string[] = []
  if (isRetitled) parts.push('changed the title')
  if (wordsAdded > 0) parts.push(`wrote ${wordsAdded.toLocaleString('en')} ${wordsAdded === 1 ? 'word' : 'words'}`)
  if (wordsRemoved > 0)
    parts.push(
      `removed ${wordsRemoved.toLocaleString('en')}${wordsAdded > 0 ? '' : wordsRemoved === 1 ? ' word' : ' words'}`,
    )
  const more = Object.entries(kinds).filter(([, number]) => number > 0)
  const fewer = Object.entries(kinds).filter(([, number]) => number < 0)
  if (more.length > 0) parts.push(`added ${more.map(([kind, number]) => named(kind, number)).join(', ')}`)
  if (fewer.length > 0) parts.push(`removed ${fewer.map(([kind, number]) => named(kind, -number)).join(', ')}`)
  return parts.length === 0 ? 'changed how words or pieces look' : parts.join(', ')
}

function named(kind: string, number: number): string {
  const [one, many] = (nodeKinds as Record<string, NodeKind>)[kind]?.counted ?? [kind, kind]
  return number === 1 ? one : `${number} ${many}`
}

function lines(page: Node): string[] {
  const found: string[] = []
  page.descendants((node) => {
    if (node.isTextblock) found.push(node.textContent)
    return !node.isTextblock
  })
  return found
}

const split = (text: string): string[] => text.match(/[\p{L}\p{N}_]+/gu) ?? []
const words = (texts: readonly string[]): number => texts.reduce((sum, text) => sum + split(text).length, 0)

function bag(texts: readonly string[]): Map<string, number> {
  const found = new Map<string, number>()
  for (const text of texts) for (const word of split(text)) found.set(word, (found.get(word) ?? 0) + 1)
  return found
}
