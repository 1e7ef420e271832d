import type { Node } from '@tiptap/pm/model'
import { closeHistory } from '@tiptap/pm/history'
import { type EditorState, Plugin, TextSelection, type Transaction } from '@tiptap/pm/state'
import { announce } from '../../shell/announce.ts'
import { type CarriedEntry, entryCarried } from '../../shell/carried-entry.ts'

/**
 * An entry that is dropped from the plan becomes a link to it: of the words that are marked where it was dropped on
 * these, else with its title as words. By key the same is done in the dialog of links.
 */
export function linksFromPlan(onTrouble: (words: string) => void): Plugin {
  return new Plugin({
    props: {
      handleDrop(view, event) {
        const entry = entryCarried(event.dataTransfer)
        const at = entry && view.posAtCoords({ left: event.clientX, top: event.clientY })?.pos
        if (!entry || at === null || at === undefined) return false
        const transaction = linked(view.state, at, entry)
        if (transaction) {
          view.dispatch(closeHistory(transaction).scrollIntoView())
          announce(`Link to ${entry.title}`)
          view.focus()
        } else onTrouble(`A link to “${entry.title}” can’t stand there. Drop it into a paragraph.`)
        return true
      },
    },
  })
}

/** Puts a link to an entry in at a place; null where none can stand. */
export function linked(state: EditorState, at: number, { id, title }: CarriedEntry): Transaction | null {
  const { doc, schema, selection } = state
  const mark = schema.marks.link!.create({ href: id })
  const isOnMarked = selection instanceof TextSelection && selection.from <= at && at <= selection.to
  if (isOnMarked && !selection.empty && selection.$from.sameParent(selection.$to))
    return takesLinks(selection.$from.parent)
      ? state.tr.removeMark(selection.from, selection.to, mark.type).addMark(selection.from, selection.to, mark)
      : null
  const $at = doc.resolve(at).parent.inlineContent ? doc.resolve(at) : TextSelection.near(doc.resolve(at)).$head
  if (!takesLinks($at.parent)) return null
  const before = isLetter($at.nodeBefore?.text?.at(-1)) ? ' ' : ''
  const after = isLetter($at.nodeAfter?.text?.at(0)) ? ' ' : ''
  const marks = $at.marks().filter(({ type }) => type !== mark.type)
  const { tr } = state
  for (const [words, own] of [
    [after, marks],
    [title, mark.addToSet(marks)],
    [before, marks],
  ] as const)
    if (words !== '') tr.insert($at.pos, schema.text(words, own))
  return tr.setSelection(TextSelection.create(tr.doc, $at.pos + before.length + title.length))
}

const takesLinks = ({ inlineContent, type }: Node): boolean =>
  inlineContent && !type.spec.code && type.allowsMarkType(type.schema.marks.link!)

const isLetter = (sign: string | undefined): boolean => sign !== undefined && /[\p{L}\p{N}]/u.test(sign)
