import { Button } from 'antd'
import type { LucideIcon } from 'lucide-react'
import { type ReactNode, useEffect, useRef, useState, useSyncExternalStore } from 'react'
import { focusNow, giveFocusBack } from './focus-back.ts'
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
  children: ReactNode
}

/**
 * Something beside the work. On a narrow screen it slides over it: it takes the focus, Esc or a press beside it closes
 * it, following a link in it too, and the focus is where it was.
 */
export function SidePane({ pane, side, children }: SidePaneProps) {
  if (!pane.isOpen) return null
  if (pane.isOver)
    return (
      <Over side={side} onClose={() => pane.setOpen(false)}>
        {children}
      </Over>
    )
  return <div className={`side-pane is-${side}`}>{children}</div>
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
