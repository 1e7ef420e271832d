import { Button } from 'antd'
import { Maximize2, Minimize2 } from 'lucide-react'
import { createContext, type KeyboardEvent, use, useEffect, useRef, useState } from 'react'
import { announce } from '../shell/announce.ts'
import { giveFocusBack } from '../shell/focus-back.ts'
import type { Pane } from '../shell/pane.tsx'

/** The sheet alone in the window, with its bar and its foot; the strip and the panes are away. */
export interface WholeWindow {
  readonly isOn: boolean
  set: (isOn: boolean) => void
  /** Esc shows everything again, unless it was for something in the sheet. */
  onKeyDown: (event: KeyboardEvent<HTMLElement>) => void
}

const Whole = createContext<WholeWindow>({ isOn: false, set: () => undefined, onKeyDown: () => undefined })
export const WholeWindowProvider = Whole.Provider

/** Turns it on and off, by F9 as well; what was open beside the sheet is open again afterwards. */
export function useWholeWindow(panes: readonly Pane[]): WholeWindow {
  const [isOn, setOn] = useState(false)
  const were = useRef<boolean[]>([])
  const set = (next: boolean): void => {
    if (next === isOn) return
    if (next) were.current = panes.map(({ isOpen }) => isOpen)
    panes.forEach((pane, at) => pane.setOpen(next ? false : (were.current[at] ?? false)))
    setOn(next)
    announce(next ? 'Only the sheet is shown. Esc shows everything again.' : 'Everything is shown again.')
  }
  const wasOn = useRef(isOn)
  useEffect(() => {
    if (wasOn.current === isOn) return
    wasOn.current = isOn
    // What was pressed may be gone, with the strip or from the foot.
    giveFocusBack(null)
  }, [isOn])
  const toggle = useRef<() => void>(() => undefined)
  toggle.current = () => set(!isOn)
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent): void => {
      if (event.key !== 'F9' || event.ctrlKey || event.altKey || event.metaKey || event.shiftKey) return
      event.preventDefault()
      toggle.current()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  const onKeyDown = (event: KeyboardEvent<HTMLElement>): void => {
    // Dialogs and menus stand elsewhere in the page: their Esc is theirs.
    const { target, currentTarget, nativeEvent } = event
    if (!isOn || event.key !== 'Escape' || nativeEvent.isComposing || !(target instanceof Element)) return
    // The editor keeps the browser's own Esc from its text, whether it does anything with it or not.
    const isFree = !event.defaultPrevented || target.closest('.ProseMirror') !== null
    if (isFree && currentTarget.contains(target)) set(false)
  }
  return { isOn, set, onKeyDown }
}

/** In the strip: shows the sheet alone. */
export function WholeWindowButton({ whole }: { whole: WholeWindow }) {
  return (
    <Button
      size="small"
      type="text"
      icon={<Maximize2 size={15} aria-hidden />}
      aria-label="Only the sheet"
      title="Only the sheet (F9)"
      onClick={() => whole.set(true)}
    />
  )
}

/** In the foot, while the sheet is alone: shows everything again. */
export function EverythingButton() {
  const { isOn, set } = use(Whole)
  if (!isOn) return null
  return (
    <button type="button" className="plain-button" title="Esc or F9" onClick={() => set(false)}>
      <Minimize2 size={15} aria-hidden /> Show everything
    </button>
  )
}
