import { Slice } from '@tiptap/pm/model'
import type { EditorState, Transaction } from '@tiptap/pm/state'
import { isA } from '../../core/kinds/facts.ts'

/**
 * Puts a passage back where the cursor stands, and takes nothing away for it: what is marked stays, a piece that is
 * selected stays before it, in the title the body begins with it. Where the place can't hold all of its words, it goes
 * beneath the block of the page in which the cursor stands. Null where it fits nowhere.
 */
export function putBack(state: EditorState, content: unknown): Transaction | null {
  const slice = Slice.fromJSON(state.schema, content)
  const { selection } = state
  const beneath = selection.$to.depth === 0 ? selection.to : selection.$to.after(1)
  const inParagraph = (): Transaction =>
    state.tr.insert(beneath, state.schema.nodes.paragraph!.create()).replace(beneath + 1, beneath + 1, slice)
  const tries = [
    ...(isA(selection.$from.parent, 'title') ? [] : [() => state.tr.replace(selection.to, selection.to, slice)]),
    () => state.tr.replace(beneath, beneath, slice),
    // For words without a block of their own.
    inParagraph,
  ]
  for (const attempt of tries) {
    const made = attempt()
    if (holdsAll(state, made, slice)) return made
  }
  return null
}

/** Every word of the passage has come to what was there. */
function holdsAll(before: EditorState, { doc }: Transaction, { content }: Slice): boolean {
  const wordsIn = (text: string): number => text.replace(/\s+/g, '').length
  const passage = content.textBetween(0, content.size)
  return wordsIn(doc.textContent) === wordsIn(before.doc.textContent) + wordsIn(passage)
}
