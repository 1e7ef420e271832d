import type { Editor } from '@tiptap/core'
import { Selection } from '@tiptap/pm/state'
import { useEffect } from 'react'

const keyOf = (documentId: string): string => `fieldstone-place-${documentId}`

/** Who has the focus now lets the sheet have it: nobody, or the link by which one came. */
const isFree = (element: Element | null): boolean =>
  element === null || element === document.body || element.matches('a[href], h1, main')

/**
 * A page that is opened can be written on at once: the cursor is where it was when it was left in this tab, else in
 * its title while that is empty, else at the beginning of its text.
 */
export function useCursorReady(editor: Editor | null, documentId: string): void {
  useEffect(() => {
    if (!editor) return
    // Where a finger writes, a focus would call up the keyboard over the page that one only wants to read.
    if (window.matchMedia('(pointer: fine)').matches && isFree(document.activeElement)) beginAt(editor, documentId)
    const keep = (): void => sessionStorage.setItem(keyOf(documentId), String(editor.state.selection.head))
    window.addEventListener('pagehide', keep)
    return () => {
      window.removeEventListener('pagehide', keep)
      keep()
    }
  }, [editor, documentId])
}

function beginAt({ view }: Editor, documentId: string): void {
  const { doc, tr } = view.state
  const left = Number(sessionStorage.getItem(keyOf(documentId)) ?? 0)
  const title = doc.firstChild?.content.size ?? 0
  const place = left > 0 ? left : title === 0 ? 1 : title + 2
  const selection = Selection.near(doc.resolve(Math.min(place, doc.content.size)), 1)
  view.dispatch(left > 0 ? tr.setSelection(selection).scrollIntoView() : tr.setSelection(selection))
  view.dom.focus({ preventScroll: true })
}
