import { useEffect } from 'react'
import { stopsIn } from './stops.ts'

/** Where the focus was last in each area. */
const lastIn = new WeakMap<Element, HTMLElement>()

const isThere = (element: HTMLElement): boolean => element.isConnected && element.checkVisibility()

/** Where an area is entered: where the focus was last, else what is marked as its beginning, else its first stop. */
function entranceOf(area: HTMLElement): HTMLElement | undefined {
  const last = lastIn.get(area)
  if (last && area.contains(last) && isThere(last)) return last
  const begin = area.querySelector<HTMLElement>('[data-begin], .ProseMirror')
  if (begin && isThere(begin)) return begin
  return stopsIn(area)[0]
}

/** Goes to the next area of the screen, or the one before, from the last to the first; false when there is none. */
function goToArea(direction: 1 | -1): boolean {
  const areas = [...document.querySelectorAll<HTMLElement>('[data-area]')].filter(entranceOf)
  if (areas.length === 0) return false
  const here = areas.findIndex((area) => area.contains(document.activeElement))
  const from = here === -1 && direction === -1 ? 0 : here
  entranceOf(areas[(from + direction + areas.length) % areas.length]!)?.focus()
  return true
}

/**
 * F6 and Shift+F6 walk the areas of a screen (strip, plan, bar, sheet, foot, desk), as they walk the panes of a window
 * on every desktop (common practice). An area is whatever carries `data-area`.
 */
export function useAreaKeys(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== 'F6' || event.ctrlKey || event.altKey || event.metaKey) return
      // A dialog keeps the focus.
      if (document.querySelector('.ant-modal-wrap:not([style*="none"])')) return
      if (goToArea(event.shiftKey ? -1 : 1)) event.preventDefault()
    }
    const onFocus = ({ target }: FocusEvent): void => {
      const area = target instanceof HTMLElement ? target.closest('[data-area]') : null
      if (area) lastIn.set(area, target as HTMLElement)
    }
    window.addEventListener('keydown', onKey)
    window.addEventListener('focusin', onFocus)
    return () => {
      window.removeEventListener('keydown', onKey)
      window.removeEventListener('focusin', onFocus)
    }
  }, [])
}
