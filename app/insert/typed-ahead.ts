import type { EditorView } from '@tiptap/pm/view'

/** How long the dialog may take to come, in milliseconds; after that what was typed goes onto the sheet. */
const PATIENCE = 4000

let keys: string | null = null
let timer = 0

/** From now until the insert dialog has come, what is typed is meant for its field. */
export function beginTypingAhead(view: EditorView): void {
  keys = ''
  clearTimeout(timer)
  timer = window.setTimeout(() => {
    const words = takeTypedAhead()
    if (words !== '' && !view.isDestroyed) view.dispatch(view.state.tr.insertText(words))
  }, PATIENCE)
}

/** Takes a key that is meant for the dialog; false when it is not waited for. */
export function typeAhead(event: KeyboardEvent): boolean {
  if (keys === null || event.isComposing || event.ctrlKey || event.metaKey || event.altKey) return false
  if (event.key === 'Escape') {
    keys = null
    return false
  }
  if (event.key === 'Backspace') keys = keys.slice(0, -1)
  else if (event.key.length === 1) keys += event.key
  else return false
  event.preventDefault()
  return true
}

/** What was typed so far; the field is there and takes the rest itself. */
export function takeTypedAhead(): string {
  const words = keys ?? ''
  keys = null
  clearTimeout(timer)
  return words
}
