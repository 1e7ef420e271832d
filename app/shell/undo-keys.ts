import { useEffect, useRef } from 'react'

/** Where Ctrl+Z has a meaning of its own: in what is being typed. */
const TYPED =
  '[contenteditable="true"], textarea, select, input:not([type="checkbox"], [type="radio"], [type="button"], [type="range"])'

/**
 * Ctrl+Z and Ctrl+Y (or Ctrl+Shift+Z) wherever on the screen the focus is, but in what is being typed and in dialogs:
 * what a button changed is undone without going back to the text first.
 */
export function useUndoKeys(undo: () => void, redo: () => void = () => undefined): void {
  const latest = useRef({ undo, redo })
  latest.current = { undo, redo }
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const key = event.key.toLowerCase()
      if (!(event.ctrlKey || event.metaKey) || event.altKey || (key !== 'z' && key !== 'y')) return
      const { target } = event
      if (event.defaultPrevented || !(target instanceof Element)) return
      if (target.closest(TYPED) || target.closest('[role="dialog"]')) return
      event.preventDefault()
      if (key === 'y' || event.shiftKey) latest.current.redo()
      else latest.current.undo()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}
