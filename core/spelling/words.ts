import type { Node } from 'prosemirror-model'
import { isMark, markOn } from '../kinds/facts.ts'

/** A word that can be right or wrong, where it stands in the page, and its language (BCP 47). */
export interface Word {
  readonly text: string
  readonly from: number
  readonly to: number
  readonly language: string
}

/**
 * Letters, joined by signs that stand within words: apostrophes, hyphens, the middle dot of Catalan (Unicode Standard
 * Annex #29, “Word Boundaries”: MidLetter; hyphens are common practice of dictionaries).
 */
const WORD = /[\p{L}\p{M}\p{N}\p{Cf}]+(?:['’\-‐‑·][\p{L}\p{M}\p{N}\p{Cf}]+)*/gu
/** Addresses of the web and of mail, paths and names of files are no words. */
const NO_WORDS =
  /\b(?:[a-z][a-z\d+.-]*:\/\/|www\.)\S+|\S+@\S+\.\S+|\S*[\\/]\S*[\\/]\S*|\b[\w-]+(?:\.[\w-]+)*\.[a-z]{2,5}\b/giu
/** Signs that are not seen: soft hyphens, joiners, marks of direction. */
const UNSEEN = /\p{Cf}/gu

/** Words as a dictionary has them: without signs that are not seen, letters with their marks as one (NFC). */
export const asSaid = (words: string): string => words.replace(UNSEEN, '').normalize('NFC')

/** Text of one language that stands together, whatever else its parts are. */
interface Run {
  readonly text: string
  readonly start: number
  readonly language: string
}

/**
 * The words of a text block that a dictionary can be asked about, in their order. Code, keys, addresses, equations and
 * words with digits are none; footnotes are, each by itself. `start` is where the content of the block begins.
 */
export function wordsOf(textblock: Node, start: number, pageLanguage: string): Word[] {
  if (textblock.type.spec.code) return []
  return runsOf(textblock, start, pageLanguage).flatMap(wordsIn)
}

function runsOf(node: Node, start: number, pageLanguage: string): Run[] {
  const runs: Run[] = []
  let at = start
  for (const child of node.children) {
    if (child.isText && !child.marks.some((mark) => isMark(mark, 'code') || isMark(mark, 'keyboard'))) {
      const language = String(markOn(child, 'language')?.attrs.tag ?? pageLanguage)
      const last = runs.at(-1)
      if (last?.language === language && last.start + last.text.length === at)
        runs[runs.length - 1] = { ...last, text: last.text + child.text! }
      else runs.push({ text: child.text!, start: at, language })
    } else if (!child.isText && !child.isLeaf) runs.push(...runsOf(child, at + 1, pageLanguage))
    at += child.nodeSize
  }
  return runs
}

function wordsIn({ text, start, language }: Run): Word[] {
  const said = text.replace(NO_WORDS, (address) => ' '.repeat(address.length))
  const words: Word[] = []
  for (const match of said.matchAll(WORD)) {
    const word = asSaid(match[0])
    if (word.length < 2 || word.length > 80 || /\p{N}/u.test(word)) continue
    words.push({ text: word, from: start + match.index, to: start + match.index + match[0].length, language })
  }
  return words
}

/** A word as somebody's own list has it: at the beginning of a sentence, or all in capitals, it is the same word. */
export const isAmong = (own: ReadonlySet<string>, word: string): boolean =>
  own.has(word) ||
  own.has(word.toLowerCase()) ||
  own.has(`${word.slice(0, 1)}${word.slice(1).toLowerCase()}`) ||
  own.has(`${word.slice(0, 1).toLowerCase()}${word.slice(1)}`)
