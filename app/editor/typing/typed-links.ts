import { closeHistory } from '@tiptap/pm/history'
import { Plugin, TextSelection } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { placesOf } from '../../../core/document/plain-text.ts'
import { safeAddress } from '../../../core/tree/addresses.ts'
import { isChosen } from './choices.ts'

/** An address of the web or of mail, at the end of what was typed. */
const TYPED = /(?:^|[\s(“"„«])((?:https?:\/\/|www\.)[^\s<>"“”\uFFFC]+|[\w.+-]+@[\w-]+(?:\.[\w-]+)+)$/iu
/** What ends a sentence is no part of an address. */
const END = /[.,;:!?)\]'’]+$/

const hrefOf = (address: string): string | null =>
  safeAddress(
    /^www\./i.test(address) ? `https://${address}` : /^[a-z]+:/i.test(address) ? address : `mailto:${address}`,
  )

/** The address right before a place, where it is none of a link or of code yet. */
function typedBefore(view: EditorView): { from: number; to: number; href: string } | null {
  const { selection, schema } = view.state
  if (!(selection instanceof TextSelection) || !selection.empty) return null
  const { $from } = selection
  const [link, code] = [schema.marks.link!, schema.marks.code!]
  if ($from.parent.type.spec.code || !$from.parent.type.allowsMarkType(link)) return null
  const before = placesOf($from.parent).slice(Math.max(0, $from.parentOffset - 500), $from.parentOffset)
  const found = TYPED.exec(before)?.[1]
  const address = found?.replace(END, '') ?? ''
  const href = address.length > 4 ? hrefOf(address) : null
  if (!found || href === null) return null
  const from = $from.pos - found.length
  const to = from + address.length
  return view.state.doc.rangeHasMark(from, to, link) || view.state.doc.rangeHasMark(from, to, code)
    ? null
    : { from, to, href }
}

function linkTyped(view: EditorView): void {
  const found = typedBefore(view)
  if (!found) return
  const { state } = view
  // A step by itself, so that one step back takes the link off and leaves the words.
  const transaction = closeHistory(state.tr).addMark(
    found.from,
    found.to,
    state.schema.marks.link!.create({ href: found.href }),
  )
  view.dispatch(transaction.removeStoredMark(state.schema.marks.link!))
}

/** An address that is typed becomes a link with the space or the Enter after it. */
export function typedLinks(): Plugin {
  return new Plugin({
    props: {
      handleTextInput(view, from, to, text) {
        if (!text.endsWith(' ') || !isChosen('links')) return false
        // Of a fast typist the browser tells the end of the address and the space after it in one.
        if (text !== ' ') view.dispatch(view.state.tr.insertText(text.slice(0, -1), from, to))
        linkTyped(view)
        if (text !== ' ') view.dispatch(view.state.tr.insertText(' '))
        return text !== ' '
      },
      handleKeyDown(view, event) {
        if (event.key === 'Enter' && isChosen('links') && !event.ctrlKey && !event.metaKey && !event.altKey)
          linkTyped(view)
        return false
      },
    },
  })
}
