import { Fragment, type Node } from '@tiptap/pm/model'
import { closeHistory } from '@tiptap/pm/history'
import {
  type Command,
  type EditorState,
  NodeSelection,
  Selection,
  TextSelection,
  type Transaction,
} from '@tiptap/pm/state'
import { MOST_DEPTH } from '../../core/document/limits.ts'
import { headingRun, type HeadingRun, type PartsPiece } from '../../core/structure/headings.ts'
import { materialOfRun, reshape } from '../../core/structure/reshape/reshape.ts'
import { transactionOf } from './transforms.ts'
import type { CallOutSort } from '../../core/kinds/call-out/kind.ts'
import { isA } from '../../core/kinds/facts.ts'

const fill = (state: EditorState, name: string, content?: Fragment | Node | readonly Node[]): Node => {
  const node = state.schema.nodes[name]?.createAndFill(null, content)
  if (!node) throw new Error(`A ${name} can't be made of that.`)
  return node
}

/** The marked blocks, where a selection covers whole or half of some. */
interface Marked {
  readonly from: number
  readonly to: number
  readonly blocks: Fragment
}

function markedBlocks(state: EditorState): Marked | null {
  const { $from, $to, empty } = state.selection
  if (empty) return null
  const range = $from.blockRange($to)
  // Where a paragraph could stand in their place, a piece can; the title of a page or part gives way to none.
  if (!range?.parent.canReplaceWith(range.startIndex, range.endIndex, state.schema.nodes.paragraph!)) return null
  return { from: range.start, to: range.end, blocks: state.doc.slice(range.start, range.end).content }
}

/**
 * Where a new block goes when nothing is marked: in place of the empty paragraph of the cursor, else after its block.
 */
export function insertionPlace({ selection: { $from }, schema }: EditorState): { from: number; to: number } | null {
  const paragraph = schema.nodes.paragraph!
  for (let depth = $from.depth; depth > 0; depth--) {
    const [parent, node] = [$from.node(depth - 1), $from.node(depth)]
    const after = $from.indexAfter(depth - 1)
    if (!parent.canReplaceWith(after, after, paragraph)) continue
    const isEmpty = node.type === paragraph && node.content.size === 0
    return { from: isEmpty ? $from.before(depth) : $from.after(depth), to: $from.after(depth) }
  }
  return null
}

const fits = (state: EditorState, levels: number): boolean => state.selection.$from.depth + levels < MOST_DEPTH - 2

/** After the last block of a page there would be no line to write on: it gets one. */
export function lineAfterLast(transaction: Transaction, after: number): void {
  const { doc } = transaction
  if (after === doc.content.size) transaction.insert(after, doc.type.schema.nodes.paragraph!.create())
}

function placed(state: EditorState, { from, to }: { from: number; to: number }, block: Node): Transaction {
  const transaction = state.tr.replaceWith(from, to, block)
  const inside = Selection.findFrom(transaction.doc.resolve(from + 1), 1, true)
  if (inside && inside.from < from + block.nodeSize) transaction.setSelection(inside)
  // What nothing is written in is selected, so that its settings are at hand.
  else if (block.isLeaf) transaction.setSelection(NodeSelection.create(transaction.doc, from))
  if (!block.isTextblock) lineAfterLast(transaction, from + block.nodeSize)
  return transaction.scrollIntoView()
}

/** Draws a rule at the cursor, which goes on below it: in the words that follow there, or on a new line. */
export const insertRule: Command = (state, dispatch) => {
  const place = insertionPlace(state)
  if (!place || !fits(state, 0)) return false
  const rule = fill(state, 'rule')
  const transaction = state.tr.replaceWith(place.from, place.to, rule)
  const after = place.from + rule.nodeSize
  if (!transaction.doc.resolve(after).nodeAfter?.isTextblock) transaction.insert(after, fill(state, 'paragraph'))
  dispatch?.(transaction.setSelection(TextSelection.create(transaction.doc, after + 1)).scrollIntoView())
  return true
}

/** Puts a block at the cursor. */
export const insertPiece =
  (make: (state: EditorState) => Node, levels = 2): Command =>
  (state, dispatch) => {
    const place = insertionPlace(state)
    if (!place || !fits(state, levels)) return false
    dispatch?.(placed(state, place, make(state)))
    return true
  }

/** Puts the marked blocks into a new piece, or an empty one at the cursor. */
const insertAround =
  (make: (state: EditorState, blocks: Fragment | null) => Node, levels = 2): Command =>
  (state, dispatch) => {
    if (!fits(state, levels)) return false
    const marked = markedBlocks(state)
    const place = marked ?? insertionPlace(state)
    if (!place) return false
    dispatch?.(placed(state, place, make(state, marked?.blocks ?? null)))
    return true
  }

/**
 * The headings that inserting tabs here would make parts of: those marked, or those around the heading of the cursor.
 */
export function meantHeadings(state: EditorState): HeadingRun | null {
  const { $from, from, to, empty } = state.selection
  if (empty && !isA($from.parent, 'heading')) return null
  const run = headingRun(state.doc, from, to)
  return run && (run.titles.length > 1 || !empty) ? run : null
}

/** A piece with parts: from the headings that are meant, else around the marked blocks, else two empty parts. */
export const insertParts =
  (piece: PartsPiece): Command =>
  (state, dispatch, view) => {
    const run = meantHeadings(state)
    if (!run) {
      const part = (blocks?: Fragment | null): Node =>
        fill(
          state,
          'part',
          Fragment.from(state.schema.nodes.partTitle!.create()).append(
            blocks ?? Fragment.from(state.schema.nodes.paragraph!.create()),
          ),
        )
      return insertAround((_state, blocks) => fill(state, piece, [part(blocks), part()]))(state, dispatch, view)
    }
    if (!fits(state, 2)) return false
    const transform = reshape(state.doc, materialOfRun(state.doc, run), piece)
    if (!transform) return false
    if (dispatch) {
      const transaction = transactionOf(state, transform)
      dispatch(transaction.setSelection(Selection.near(transaction.doc.resolve(run.from + 3))).scrollIntoView())
    }
    return true
  }

export function partsOutcome(state: EditorState, name: string): string {
  const run = meantHeadings(state)
  if (run)
    return `${run.titles.length === 1 ? 'The heading' : `The ${run.titles.length} headings`} ${list(run.titles)} become${run.titles.length === 1 ? 's' : ''} the titles.`
  return aroundOutcome(state, `go into the first part of the ${name}.`, 'Begins with two empty parts.')
}

export function aroundOutcome(state: EditorState, marked: string, none: string): string {
  return markedBlocks(state) ? `The selected paragraphs ${marked}` : none
}

function list(titles: readonly string[]): string {
  const named = titles.slice(0, 3).map((title) => `“${title.slice(0, 24) || 'no words'}”`)
  return titles.length > 3 ? `${named.join(', ')} and ${titles.length - 3} more` : named.join(', ')
}

/** A piece with a title of its own above what stands in it. */
const newTitled = (name: 'reveal' | 'popUp' | 'callOut', attrs: Readonly<Record<string, unknown>> = {}): Command =>
  insertAround((state, blocks) =>
    state.schema.nodes[name]!.create(
      attrs,
      Fragment.from(state.schema.nodes.partTitle!.create()).append(
        blocks ?? Fragment.from(state.schema.nodes.paragraph!.create()),
      ),
    ),
  )

export const newReveal: Command = newTitled('reveal')
export const newButtons: Command = insertPiece((state) => fill(state, 'buttons'), 2)
export const newPopUp: Command = newTitled('popUp')
export const newCallOut = (sort: CallOutSort): Command => newTitled('callOut', { sort })
export const newAside: Command = insertAround((state, blocks) => fill(state, 'aside', blocks ?? undefined), 1)
export const newBox: Command = insertAround((state, blocks) => fill(state, 'box', blocks ?? undefined), 1)
export const newQuotation: Command = insertAround((state, blocks) => fill(state, 'quotation', blocks ?? undefined), 1)
export const newPullQuotation: Command = insertAround(
  (state, blocks) =>
    state.schema.nodes.quotation!.createChecked({ pulled: 'across' }, blocks ?? state.schema.nodes.paragraph!.create()),
  1,
)
/** A carousel of two slides whose pictures lie over each other; two marked blocks go into a slide each. */
export const newCompared: Command = insertAround((state, blocks) => {
  const { carousel, part, partTitle, paragraph } = state.schema.nodes
  const [first, second] = blocks?.childCount === 2 ? blocks.content.map((each) => [each]) : [blocks, null]
  const slide = (content: Fragment | readonly Node[] | null | undefined): Node =>
    part!.create(null, Fragment.from(partTitle!.create()).append(Fragment.from(content ?? paragraph!.create())))
  return carousel!.create({ shows: 'compared' }, [slide(first), slide(second)])
})

/** The picture that is selected, or whose caption the cursor is in, gets its first label. */
export const newLabelledPicture: Command = (state, dispatch) => {
  const { $from } = state.selection
  const picture = isA($from.nodeAfter, 'picture') ? $from.nodeAfter : $from.parent.inlineContent ? $from.node(-1) : null
  if (!picture || !isA(picture, 'picture')) return false
  const from = picture === $from.nodeAfter ? $from.pos : $from.before($from.depth - 1)
  const $place = state.doc.resolve(from)
  const made = fill(state, 'labelledPicture', [picture, fill(state, 'spot')])
  if (!$place.parent.canReplaceWith($place.index(), $place.index() + 1, made.type) || !fits(state, 2)) return false
  if (dispatch) {
    const transaction = state.tr.replaceWith(from, from + picture.nodeSize, made)
    const title = Selection.near(transaction.doc.resolve(from + 1 + picture.nodeSize + 2))
    dispatch(transaction.setSelection(title).scrollIntoView())
  }
  return true
}

export const newColumns: Command = insertAround((state, blocks) =>
  fill(state, 'columns', [fill(state, 'column', blocks ?? undefined), fill(state, 'column')]),
)
export const newContents: Command = insertPiece((state) => fill(state, 'contents'), 0)
export const newHtmlPiece: Command = insertPiece((state) => fill(state, 'htmlPiece'), 0)
export const newGraph: Command = insertPiece((state) => fill(state, 'graph'), 1)
export const newSlider: Command = insertPiece((state) => fill(state, 'slider'), 1)
export const newPractice: Command = insertAround(
  (state, blocks) =>
    fill(state, 'practice', [fill(state, 'prompt', blocks ?? undefined), fill(state, 'answer'), fill(state, 'answer')]),
  3,
)

export const newOpenQuestion: Command = insertAround(
  (state, blocks) =>
    fill(state, 'openQuestion', [fill(state, 'openPrompt', blocks ?? undefined), fill(state, 'modelAnswer')]),
  2,
)

/** Puts a block that is selected as a whole at a place, with a line to write on after it, as one step of undo. */
export function placeBlock(
  { state, view }: { state: EditorState; view: { dispatch: (transaction: Transaction) => void } },
  node: Node,
  place: { from: number; to: number } | null,
): void {
  if (!place) return
  const transaction = closeHistory(state.tr).replaceWith(place.from, place.to, node)
  lineAfterLast(transaction, place.from + node.nodeSize)
  view.dispatch(transaction.setSelection(NodeSelection.create(transaction.doc, place.from)).scrollIntoView())
}
