import { useEffect } from 'react'

/**
 * A key is for what had the focus when it was pressed. Enter that chooses something by which a dialog opens at once
 * would else still write a line into its field, or press its first button.
 */
export function useKeysStay(): void {
  useEffect(() => {
    let had: Element | null = null
    const onDown = (): void => void (had = document.activeElement)
    const onDone = (event: KeyboardEvent): void => {
      if ((event.key === 'Enter' || event.key === ' ') && document.activeElement !== had) event.preventDefault()
    }
    window.addEventListener('keydown', onDown, true)
    window.addEventListener('keydown', onDone)
    return () => {
      window.removeEventListener('keydown', onDown, true)
      window.removeEventListener('keydown', onDone)
    }
  }, [])
}
