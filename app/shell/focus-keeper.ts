import { useEffect } from 'react'
import { isStop, stopsIn } from './stops.ts'

/**
 * How long a screen has to give the focus itself, in milliseconds. Never at once: the key that took something away
 * would still act on what has the focus now.
 */
const TIME = 40

/** Where something stood: the elements around it, and which child of each it was in. */
type Standing = readonly { readonly around: Element; readonly index: number }[]

function standingOf(element: Element): Standing {
  const standing: { around: Element; index: number }[] = []
  for (let at: Element | null = element; at?.parentElement && at !== document.body; at = at.parentElement)
    standing.push({ around: at.parentElement, index: [...at.parentElement.children].indexOf(at) })
  return standing
}

/** The nearest thing that can have the focus: what stands in the same place now, else its neighbour, else around it. */
function nearest(standing: Standing): HTMLElement | null {
  for (const { around, index } of standing) {
    if (!around.isConnected) continue
    if (around.matches('body, #dialogs, .ant-dropdown, [role="dialog"]')) return null
    const place = Math.min(index, around.children.length - 1)
    for (const child of [around.children[place], around.children[place - 1], around]) {
      const stop = child && (isStop(child) ? child : stopsIn(child)[0])
      if (stop) return stop
    }
  }
  return null
}

/**
 * The focus is never lost: when what has it is taken out of the screen, or can't have it any more, what stands there
 * now gets it. Screens say themselves where the focus goes when they know better; this is for all that don't.
 */
export function useFocusKeeper(): void {
  useEffect(() => {
    let last: Element | null = null
    let standing: Standing = []
    const onFocus = ({ target }: FocusEvent): void => {
      last = target instanceof Element ? target : null
      standing = last ? standingOf(last) : []
    }
    // Whoever presses on nothing wants the focus to be nowhere.
    const onPress = (): void => void (last = null)
    const look = (): void => {
      if (!last || (document.activeElement !== document.body && document.activeElement !== last)) return
      if (last.isConnected && !last.matches(':disabled') && last.checkVisibility()) return
      last = null
      nearest(standing)?.focus({ preventScroll: true })
    }
    let timer: ReturnType<typeof setTimeout> | undefined
    const isGone = (): boolean => last !== null && (document.activeElement === document.body || !last.isConnected)
    const observer = new MutationObserver(() => {
      if (!isGone()) return
      clearTimeout(timer)
      timer = setTimeout(look, TIME)
    })
    observer.observe(document.body, { childList: true, subtree: true, attributeFilter: ['disabled', 'hidden'] })
    document.addEventListener('focusin', onFocus)
    document.addEventListener('pointerdown', onPress, true)
    return () => {
      clearTimeout(timer)
      observer.disconnect()
      document.removeEventListener('focusin', onFocus)
      document.removeEventListener('pointerdown', onPress, true)
    }
  }, [])
}
