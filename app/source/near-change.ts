import type { Node } from 'prosemirror-model'
import { readPage } from '../../core/html/read.ts'
import type { ReadNote } from '../../core/html/report.ts'
import { isClosed } from '../../core/source/closed.ts'

/** So many blocks on each side are read with those that changed: some pieces are written as several blocks in a row. */
const BESIDE = 3
/** What speaks of other places of a page: it is read with all of the page. */
const SPEAKS_OF_OTHERS =
  /\s(id|name|for|headers|aria-[a-z]+by)\s*=|href\s*=\s*["']?#|doc-|<sup|<h1|<body|<html|<head\b|<style|<base/i

/** Blocks of a page and the stretch of text that they are read from. */
export interface Near {
  /** The first of the blocks, counted from the title; and the one after the last. */
  readonly first: number
  readonly end: number
  readonly from: number
  readonly to: number
}

/**
 * The blocks that a change of the text reaches, with some beside them; null where it reaches the title. `cuts` tells
 * where each block begins in the text as it stands.
 */
export function nearOf(cuts: readonly number[], changed: readonly { from: number; to: number }[]): Near | null {
  if (changed.length === 0) return null
  const from = Math.min(...changed.map((each) => each.from))
  const to = Math.max(...changed.map((each) => each.to))
  const count = cuts.length - 1
  // A change right where a block begins may belong to the one before it.
  let first = cuts.findIndex((cut) => cut >= from) - 1
  if (first < 0) first = count - 1
  let end = cuts.findIndex((cut) => cut > to)
  if (end < 0) end = count
  if (first < 1) return null
  first = Math.max(1, first - BESIDE)
  end = Math.min(count, end + BESIDE)
  return { first, end, from: cuts[first]!, to: cuts[end]! }
}

const EDGE = '<p>.</p>'

/**
 * The blocks that a stretch of the text is, read by itself; null where it has to be read with all of the page: where it
 * speaks of other places or did so before, or is not closed in itself.
 */
export function readNear(
  text: string,
  { from, to }: Near,
  before: string,
): { blocks: Node[]; notes: ReadNote[] } | null {
  const own = text.slice(from, to)
  if (SPEAKS_OF_OTHERS.test(own) || SPEAKS_OF_OTHERS.test(before) || !isClosed(own)) return null
  // Between others, so that nothing is taken for what holds the page; and whatever is open would take words in.
  const { page, notes } = readPage(`${EDGE}${own}.${EDGE}`, { positions: true, title: '', isPassage: true })
  const blocks = Array.from({ length: page.childCount - 1 }, (_, at) => page.child(at + 1))
  const edges = [blocks.shift(), blocks.pop(), blocks.pop()]
  const isEdge = (node: Node | undefined): boolean =>
    node?.type.name === 'paragraph' &&
    node.textContent === '.' &&
    node.childCount === 1 &&
    node.firstChild!.marks.length === 0
  if (!edges.every(isEdge) || blocks.length === 0) return null
  return { blocks, notes: notes.map((note) => movedNote(note, text, from)) }
}

/** A note about a stretch as one about the whole text. */
function movedNote(note: ReadNote, text: string, from: number): ReadNote {
  const lines = text.slice(0, from).split('\n').length - 1
  const by = from - EDGE.length
  return {
    ...note,
    line: note.line === null ? null : note.line + lines,
    ...(note.span ? { span: { from: note.span.from + by, to: note.span.to + by } } : {}),
  }
}
