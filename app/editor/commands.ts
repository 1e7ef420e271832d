import { setBlockType, toggleMark, wrapIn } from '@tiptap/pm/commands'
import type { Node, NodeType, ResolvedPos } from '@tiptap/pm/model'
import { liftListItem, wrapInList } from '@tiptap/pm/schema-list'
import { type Command, type EditorState, NodeSelection, TextSelection } from '@tiptap/pm/state'
import { MOST_BLANK_NAME } from '../../core/kinds/blank/kind.ts'
import { MOST_DEPTH } from '../../core/document/limits.ts'
import { kindOf } from '../../core/kinds/facts.ts'

const node = (state: EditorState, name: string): NodeType => {
  const type = state.schema.nodes[name]
  if (!type) throw new Error(`The schema has no ${name}.`)
  return type
}

export const toggle =
  (mark: string): Command =>
  (state, dispatch, view) =>
    toggleMark(state.schema.marks[mark]!)(state, dispatch, view)

export const toParagraph: Command = (state, dispatch, view) =>
  setBlockType(node(state, 'paragraph'))(state, dispatch, view)

export const toHeading =
  (level: number): Command =>
  (state, dispatch, view) =>
    setBlockType(node(state, 'heading'), { level })(state, dispatch, view)

/** Makes lines as they are typed of the text blocks selected; what was a line break within one is one still. */
export const toPreformatted: Command = (state, dispatch, view) =>
  setBlockType(node(state, 'preformatted'))(state, dispatch, view)

/** Wraps in a list, turns one kind of list into the other, or takes the items out of it. */
export const toggleList =
  (name: 'bulletList' | 'orderedList'): Command =>
  (state, dispatch, view) => {
    const list = ancestor(state.selection.$from, ({ type }) => type.isInGroup('list'))
    if (!list) return wrapInList(node(state, name))(state, dispatch, view)
    if (list.name === name) return liftListItem(node(state, 'listItem'))(state, dispatch, view)
    dispatch?.(state.tr.setNodeMarkup(list.position, node(state, name)))
    return true
  }

/** Wraps the marked blocks in a quotation or a box. */
export const wrap =
  (name: 'quotation' | 'box'): Command =>
  (state, dispatch, view) =>
    state.selection.$from.depth >= MOST_DEPTH - 2 ? false : wrapIn(node(state, name))(state, dispatch, view)

/** Where what goes with the block at a place begins: what holds it, where that is nothing without it. */
function goingWith(doc: Node, position: number): number {
  const $at = doc.resolve(position)
  const isOnly =
    $at.depth === 0 || $at.parent.canReplaceWith($at.index(), $at.index() + 1, doc.type.schema.nodes.paragraph!)
  return isOnly ? position : goingWith(doc, $at.before())
}

export const removeAt =
  (position: number): Command =>
  (state, dispatch) => {
    const at = goingWith(state.doc, position)
    const piece = state.doc.nodeAt(at)
    if (!piece) return false
    dispatch?.(state.tr.delete(at, at + piece.nodeSize).scrollIntoView())
    return true
  }

export interface Place {
  readonly name: string
  readonly position: number
  readonly depth: number
}

function ancestor($at: ResolvedPos, matches: (node: Node) => boolean): Place | null {
  for (let depth = $at.depth; depth > 0; depth--)
    if (matches($at.node(depth))) return { name: $at.node(depth).type.name, position: $at.before(depth), depth }
  return null
}

/** The innermost piece the cursor stands in, or the one that is selected. */
export function pieceAt(state: EditorState): Place | null {
  const { selection } = state
  if (selection instanceof NodeSelection && !selection.node.isInline)
    return { name: selection.node.type.name, position: selection.from, depth: selection.$from.depth + 1 }
  return ancestor(selection.$from, (node) => kindOf(node).isPiece === true)
}

type Side = 'above' | 'below'

/**
 * Begins a paragraph before or after a piece, outside it. Writing is possible on every side of everything: pressed
 * again at once, the empty line goes out of what stands around that, too.
 */
export const writeBeside =
  (side: Side, position?: number): Command =>
  (state, dispatch) => {
    const here = position ?? pieceAt(state)?.position
    const at = here === undefined ? undefined : goingWith(state.doc, here)
    const piece = at === undefined ? null : state.doc.nodeAt(at)
    const place = at === undefined || !piece ? besideBlock(state, side) : side === 'above' ? at : at + piece.nodeSize
    const paragraph = node(state, 'paragraph')
    const $place = state.doc.resolve(place)
    if (!$place.parent.canReplaceWith($place.index(), $place.index(), paragraph)) return false
    if (dispatch) {
      const transaction = state.tr.insert(place, paragraph.create())
      transaction.setSelection(TextSelection.create(transaction.doc, place + 1))
      const line = begun.get(state.doc)
      if (line !== undefined && line === state.selection.from - 1)
        transaction.delete(transaction.mapping.map(line), transaction.mapping.map(line + 2))
      begun.set(transaction.doc, transaction.selection.from - 1)
      dispatch(transaction.scrollIntoView())
    }
    return true
  }

/** Beside the block of the page in which the cursor is. */
const besideBlock = ({ selection: { $from } }: EditorState, side: Side): number =>
  side === 'above' ? $from.before(1) : $from.after(1)

/** The line that the last press began, as long as nothing has changed since: by the page that came of it. */
const begun = new WeakMap<Node, number>()

/** Makes a blank of the marked words, called by them; words that are one already are plain again. */
export const toggleBlank: Command = (state, dispatch) => {
  const { from, to, empty } = state.selection
  const type = state.schema.marks.blank!
  if (empty) return false
  if (state.doc.rangeHasMark(from, to, type)) {
    dispatch?.(state.tr.removeMark(from, to, type))
    return true
  }
  const words = state.doc.textBetween(from, to, ' ', ' ').trim()
  if (words === '' || !state.selection.$from.parent.type.allowsMarkType(type)) return false
  dispatch?.(
    state.tr.addMark(from, to, type.create({ name: words.slice(0, MOST_BLANK_NAME).toWellFormed() })).scrollIntoView(),
  )
  return true
}

/** What can be set of a link. */
export interface LinkSettings {
  readonly href: string
  readonly title: string
  readonly isNewWindow: boolean
}

/**
 * Sets or changes the link of the marked text, or of the link the cursor stands in; null removes it. What is not said
 * of a link that there is stays as it was.
 */
export const setLink =
  (settings: Partial<LinkSettings> | null, fallbackText?: string): Command =>
  (state, dispatch) => {
    const type = state.schema.marks.link!
    const existing = linkRange(state)
    const range = existing ?? { from: state.selection.from, to: state.selection.to }
    const link = settings && type.create({ ...existing?.settings, ...settings })
    const transaction = state.tr
    if (range.from === range.to) {
      if (!link) return false
      const words = fallbackText || String(link.attrs.href)
      dispatch?.(
        transaction
          .insert(range.from, state.schema.text(words, [...(state.selection.$from.marks() ?? []), link]))
          .scrollIntoView(),
      )
      return true
    }
    transaction.removeMark(range.from, range.to, type)
    if (link) transaction.addMark(range.from, range.to, link)
    dispatch?.(transaction)
    return true
  }

/** The link around the cursor, with its settings; null outside a link or with a marked passage. */
export function linkRange(state: EditorState): { from: number; to: number; settings: LinkSettings } | null {
  const { $from, empty } = state.selection
  if (!empty) return null
  const type = state.schema.marks.link!
  const { parent, parentOffset } = $from
  const start = parent.childAfter(parentOffset)
  const index =
    start.node && type.isInSet(start.node.marks)
      ? start.index
      : parent.childBefore(parentOffset).node && type.isInSet(parent.childBefore(parentOffset).node!.marks)
        ? parent.childBefore(parentOffset).index
        : -1
  if (index < 0) return null
  const mark = type.isInSet(parent.child(index).marks)!
  let [first, last] = [index, index]
  while (first > 0 && mark.isInSet(parent.child(first - 1).marks)) first--
  while (last < parent.childCount - 1 && mark.isInSet(parent.child(last + 1).marks)) last++
  let from = $from.start()
  for (let at = 0; at < first; at++) from += parent.child(at).nodeSize
  let to = from
  for (let at = first; at <= last; at++) to += parent.child(at).nodeSize
  return { from, to, settings: mark.attrs as LinkSettings }
}
