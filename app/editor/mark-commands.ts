import { setBlockType } from '@tiptap/pm/commands'
import type { Attrs, Mark, MarkType } from '@tiptap/pm/model'
import type { Command, EditorState } from '@tiptap/pm/state'
import { placesOf } from '../../core/document/plain-text.ts'
import { kindOfMark, type MarkName } from '../../core/kinds/facts.ts'

export interface Range {
  readonly from: number
  readonly to: number
}

/** Letters, digits and what joins them into one word (Unicode Standard Annex 29, in short). */
const IN_WORD = /[\p{L}\p{M}\p{N}_’'-]/u

/** What a tool for words acts on: the selection, or the word the cursor is in; null where there is none. */
export function wordsAt({ selection }: EditorState): Range | null {
  if (!selection.empty) return { from: selection.from, to: selection.to }
  const { parent, parentOffset, pos } = selection.$from
  if (!parent.isTextblock) return null
  const words = placesOf(parent)
  let [from, to] = [parentOffset, parentOffset]
  while (from > 0 && IN_WORD.test(words[from - 1]!)) from--
  while (to < words.length && IN_WORD.test(words[to]!)) to++
  return from === to ? null : { from: pos - parentOffset + from, to: pos - parentOffset + to }
}

/** The mark of a kind at the beginning of a range; undefined when there is none. */
export function markAt({ doc, schema }: EditorState, { from, to }: Range, name: MarkName): Mark | undefined {
  const type = schema.marks[name]!
  let found: Mark | undefined
  doc.nodesBetween(from, to, (node) => {
    found ??= node.isInline ? type.isInSet(node.marks) : undefined
  })
  return found
}

/** Whether every place of a range takes a mark: a title takes none that looks like another. */
export function allows({ doc, schema }: EditorState, { from, to }: Range, name: MarkName): boolean {
  const type: MarkType = schema.marks[name]!
  let isAllowed = true
  doc.nodesBetween(from, to, (node) => {
    if (node.isTextblock && !node.type.allowsMarkType(type)) isAllowed = false
  })
  return isAllowed
}

/** Gives the words of a range these marks; a kind with null is taken off. One step back undoes all of it. */
export function setMarks(range: Range, marks: Partial<Record<MarkName, Attrs | null>>): Command {
  return (state, dispatch) => {
    const transaction = state.tr
    for (const [name, attrs] of Object.entries(marks)) {
      const type = state.schema.marks[name]!
      transaction.removeMark(range.from, range.to, type)
      if (attrs) transaction.addMark(range.from, range.to, type.create(attrs))
    }
    dispatch?.(transaction.scrollIntoView())
    return true
  }
}

/** Takes off what the words look like: what they lead to, and which language they are in, stays. */
export const clearLooks: Command = (state, dispatch) => {
  const range = wordsAt(state)
  if (!range) return false
  const looks = Object.values(state.schema.marks).filter((type) => !kindOfMark(type.create()).isMeaning)
  const found = looks.filter((type) => state.doc.rangeHasMark(range.from, range.to, type))
  if (found.length === 0) return false
  const transaction = state.tr
  for (const type of found) transaction.removeMark(range.from, range.to, type)
  dispatch?.(transaction)
  return true
}

/** The same, and makes plain paragraphs of headings and whatever else the text blocks were. */
export const clearAll: Command = (state, dispatch, view) => {
  const toParagraph = setBlockType(state.schema.nodes.paragraph!)
  if (!dispatch) return clearLooks(state) || toParagraph(state)
  let transaction = state.tr
  clearLooks(state, (made) => (transaction = made), view)
  toParagraph(state.apply(transaction), (made) => made.steps.forEach((step) => transaction.step(step)), view)
  if (!transaction.docChanged) return false
  dispatch(transaction.scrollIntoView())
  return true
}
