import type { Node } from 'prosemirror-model'
import { isA, kindOf } from '../kinds/facts.ts'
import { withNotesAsWords } from './plain-text.ts'

export interface Statistics {
  readonly words: number
  readonly characters: number
  /** Whole minutes, at least 1 for a page with words. */
  readonly minutes: number
}

/**
 * Silent reading of English non-fiction, words a minute: 238, the mean of Brysbaert 2019,
 * "How many words do we read per minute?" (value from memory).
 */
export const WORDS_A_MINUTE = 238

/** Whole minutes of reading, at least 1 for anything with words. */
export function readingMinutes(words: number): number {
  return words === 0 ? 0 : Math.max(1, Math.round(words / WORDS_A_MINUTE))
}

const segmenter = new Intl.Segmenter(undefined, { granularity: 'word' })
const counted = new WeakMap<Node, { words: number; characters: number }>()

/**
 * Words (UAX #29 word boundaries, as Intl.Segmenter finds them), characters with spaces, and reading time of the
 * body; the title is not counted. Text blocks are remembered, so that a page is counted again in the time of its edit.
 */
export function statistics(page: Node): Statistics {
  const { words, characters } = count(page)
  return { words, characters, minutes: readingMinutes(words) }
}

/** So many blocks of a page are counted in one step. */
const BLOCKS = 100

/** `statistics` in steps, between which a server can answer others. */
export function* statisticsInSteps(page: Node): Generator<void, Statistics> {
  for (let at = 0; at < page.childCount; at++) {
    const block = page.child(at)
    if (block.isTextblock) known(block)
    else count(block)
    if (at % BLOCKS === BLOCKS - 1) yield
  }
  return statistics(page)
}

/** The words of a part of a page, counted in the same way. */
export function countWords(node: Node): number {
  return (node.isTextblock ? known(node) : count(node)).words
}

function count(page: Node): { words: number; characters: number } {
  let words = 0
  let characters = 0
  page.descendants((node) => {
    if (!node.isTextblock) return true
    if (isA(node, 'title')) return false
    const block = known(node)
    words += block.words
    characters += block.characters
    return false
  })
  return { words, characters }
}

function known(textblock: Node): { words: number; characters: number } {
  const facts = counted.get(textblock) ?? countTextblock(textblock)
  counted.set(textblock, facts)
  return facts
}

function countTextblock(node: Node): { words: number; characters: number } {
  const content = withNotesAsWords(node.content)
  const text = content.textBetween(0, content.size, ' ', (leaf) => (kindOf(leaf).inWords?.(leaf) === '' ? '' : ' '))
  let words = 0
  for (const stretch of stretchesOf(text))
    for (const segment of segmenter.segment(stretch)) if (segment.isWordLike) words++
  return { words, characters: [...text].length }
}

/** So long a text is looked through at once, in UTF-16 units: the time of the segmenter grows with its square. */
const STRETCH = 4000

/**
 * A text in stretches that end where white space is, which is within no word (UAX #29); where there is none for so
 * long, anywhere.
 */
function* stretchesOf(text: string): Generator<string> {
  for (let from = 0; from < text.length;) {
    const end = from + STRETCH >= text.length ? text.length : lastSpace(text, from, from + STRETCH)
    yield text.slice(from, end)
    from = end
  }
}

function lastSpace(text: string, from: number, to: number): number {
  for (let at = to; at > from; at--) if (/\s/.test(text[at - 1]!)) return at
  return to
}
