import { Button } from 'antd'
import type { LucideIcon } from 'lucide-react'
import { type ReactNode, useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react'
import { createPortal } from 'react-dom'
import { focusNow, giveFocusBack } from './focus-back.ts'
import { PaneEdge, usePaneWidth } from './pane-edge.tsx'
import './pane.css'

/** On screens as narrow as this what stands beside the work slides over it (the same number stands in `pane.css`). */
const NARROW = '(max-width: 900px)'

function watchNarrow(tell: () => void): () => void {
  const query = window.matchMedia(NARROW)
  query.addEventListener('change', tell)
  return () => query.removeEventListener('change', tell)
}

/** Whether the screen is too narrow for panes beside the work; the server takes every screen for wide. */
const useNarrow = (): boolean =>
  useSyncExternalStore(
    watchNarrow,
    () => window.matchMedia(NARROW).matches,
    () => false,
  )

/** What stands beside the work: open at first where there is room, closed where it would cover the work. */
export interface Pane {
  readonly isOpen: boolean
  /** It slides over the work. */
  readonly isOver: boolean
  setOpen: (isOpen: boolean) => void
}

export function usePane(isOpenOver = false): Pane {
  const isOver = useNarrow()
  const [isBeside, setBeside] = useState(true)
  const [isAbove, setAbove] = useState(isOpenOver)
  return isOver ? { isOver, isOpen: isAbove, setOpen: setAbove } : { isOver, isOpen: isBeside, setOpen: setBeside }
}

interface SidePaneProps {
  pane: Pane
  side: 'start' | 'end'
  /** What stands in it, in a word or two. */
  name: string
  children: ReactNode
}

/**
 * Something beside the work, as wide as its reader has made it. On a narrow screen it slides over it: it takes the
 * focus, Esc or a press beside it closes it, following a link in it too, and the focus is where it was.
 */
export function SidePane({ pane, side, name, children }: SidePaneProps) {
  const [width, onWidth] = usePaneWidth(name)
  // What is on a screen belongs to a landmark (WAI-ARIA, “Landmark Roles”): the edge to that of the pane.
  const [landmark, setLandmark] = useState<Element | null>(null)
  const hold = useCallback((holder: Element | null) => setLandmark(holder?.querySelector('nav, aside') ?? null), [])
  if (!pane.isOpen) return null
  if (pane.isOver)
    return (
      <Over side={side} onClose={() => pane.setOpen(false)}>
        {children}
      </Over>
    )
  return (
    <div
      ref={hold}
      className={width === null ? 'side-pane' : 'side-pane has-width'}
      style={width === null ? undefined : ({ '--pane-width': `${width}px` } as React.CSSProperties)}
    >
      {children}
      {landmark && createPortal(<PaneEdge {...{ name, side, width, onWidth }} />, landmark)}
    </div>
  )
}

function Over({ side, onClose, children }: { side: 'start' | 'end'; onClose: () => void; children: ReactNode }) {
  const holder = useRef<HTMLDivElement>(null)
  const [before] = useState(focusNow)
  useEffect(() => {
    holder.current?.focus()
    return () => void setTimeout(() => giveFocusBack(before))
  }, [before])
  return (
    <div
      ref={holder}
      tabIndex={-1}
      className={`side-pane is-over is-${side}`}
      onClick={({ target, currentTarget }) => {
        if (target === currentTarget || (target as Element).closest('a[href], [data-closes-pane]')) onClose()
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape' && !event.defaultPrevented) onClose()
      }}
    >
      {children}
    </div>
  )
}

interface PaneButtonProps {
  name: string
  Icon: LucideIcon
  pane: Pane
}

/** Opens and closes a pane. */
export function PaneButton({ name, Icon, pane }: PaneButtonProps) {
  return (
    <Button
      size="small"
      type="text"
      icon={<Icon size={16} aria-hidden />}
      aria-label={name}
      title={name}
      aria-expanded={pane.isOpen}
      onClick={() => pane.setOpen(!pane.isOpen)}
    />
  )
}
