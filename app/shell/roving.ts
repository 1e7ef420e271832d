import { type RefObject, useLayoutEffect } from 'react'

const isReachable = (element: HTMLElement): boolean => !element.matches(':disabled') && element.checkVisibility()

/**
 * One stop of Tab for a whole bar; arrows, Home and End go on from there (ARIA Authoring Practices, “Managing
 * focus within components using a roving tabindex”). In a right-to-left bar the arrows go as they point.
 * Give back `onKeyDown` and `onFocus` to the element that holds them.
 */
export function useRoving(holder: RefObject<HTMLElement | null>, selector: string) {
  const members = (): HTMLElement[] => [...(holder.current?.querySelectorAll<HTMLElement>(selector) ?? [])]
  const choose = (chosen: HTMLElement | undefined): void => {
    for (const each of members()) each.tabIndex = each === chosen ? 0 : -1
  }
  // Whatever was drawn anew: exactly one of them is the stop.
  useLayoutEffect(() => {
    const all = members()
    const stops = all.filter(({ tabIndex }) => tabIndex === 0)
    if (stops.length !== 1 || !isReachable(stops[0]!))
      choose(stops.find(isReachable) ?? all.find(isReachable) ?? all[0])
  })
  return {
    onFocus: (event: React.FocusEvent): void => {
      const member = members().find((each) => each === event.target)
      if (member) choose(member)
    },
    onKeyDown: (event: React.KeyboardEvent): void => {
      const reachable = members().filter(isReachable)
      const at = reachable.indexOf(event.target as HTMLElement)
      if (at < 0 || event.ctrlKey || event.metaKey || event.altKey) return
      const next = reachable[stepOf(event, at, reachable.length) ?? -1]
      if (!next) return
      event.preventDefault()
      next.focus()
    },
  }
}

/** Which member a key goes to; null for a key that is not of a bar. A bar is gone round. */
function stepOf({ key, currentTarget }: React.KeyboardEvent, at: number, count: number): number | null {
  if (key === 'Home') return 0
  if (key === 'End') return count - 1
  const isTurned = getComputedStyle(currentTarget).direction === 'rtl'
  if (key === (isTurned ? 'ArrowLeft' : 'ArrowRight')) return (at + 1) % count
  return key === (isTurned ? 'ArrowRight' : 'ArrowLeft') ? (at - 1 + count) % count : null
}
