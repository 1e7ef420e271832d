import { useEffect, useRef } from 'react'

/**
 * What Ctrl+S (or Command+S) does, wherever on the screen focus is: the browser would offer the file of the page
 * itself.
 */
export function useSaveKey(save: () => void): void {
  const latest = useRef(save)
  latest.current = save
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key.toLowerCase() !== 's' || !(event.ctrlKey || event.metaKey) || event.altKey || event.shiftKey) return
      event.preventDefault()
      if (!event.repeat) latest.current()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}
