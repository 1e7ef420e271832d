import { useCallback, useRef, useSyncExternalStore } from 'react'
import { remember, remembered } from './remembered.ts'

/** The narrowest and the widest a pane beside the work is made, in CSS pixels. */
const LEAST = 190
const MOST = 600
/** What an arrow key adds or takes, in CSS pixels. */
const STEP = 20
/** The part of the window that one pane takes at most; the same stands in `pane.css`. */
const MOST_PART = 0.4
/** The pointer has dragged, not pressed, when it has gone as far, in CSS pixels. */
const DRAGGED = 3
/** How much wider a press makes a pane that has the width it came with. */
const WIDER = 1.4

const widest = (): number => Math.min(MOST, Math.round(window.innerWidth * MOST_PART))
const within = (width: number): number => Math.min(widest(), Math.max(LEAST, Math.round(width)))

const listeners = new Set<() => void>()
const listen = (tell: () => void): (() => void) => (listeners.add(tell), () => void listeners.delete(tell))

/** The width of a pane in CSS pixels, remembered in this browser; null for the one it comes with. */
export function usePaneWidth(name: string): [width: number | null, set: (width: number | null) => void] {
  const key = `width-of-${name.toLowerCase().replaceAll(' ', '-')}`
  const kept = useSyncExternalStore(
    listen,
    () => remembered(key),
    () => null,
  )
  const set = useCallback(
    (width: number | null) => {
      remember(key, width === null ? '' : String(within(width)))
      for (const tell of listeners) tell()
    },
    [key],
  )
  const width = Number(kept)
  return [Number.isFinite(width) && width >= LEAST && width <= MOST ? width : null, set]
}

interface Props {
  name: string
  side: 'start' | 'end'
  width: number | null
  onWidth: (width: number | null) => void
}

/**
 * The edge between a pane and the work, as a splitter of the ARIA Authoring Practices (“Window Splitter”): dragged,
 * moved by arrow keys, or pressed, which makes the pane wider and as it was again.
 */
export function PaneEdge({ name, side, width, onWidth }: Props) {
  const edge = useRef<HTMLDivElement>(null)
  const now = (): number => edge.current!.closest('.side-pane')!.firstElementChild!.getBoundingClientRect().width
  /** 1 where what is to the right makes the pane wider. */
  const sense = (): number => {
    const isRightToLeft = getComputedStyle(edge.current!).direction === 'rtl'
    return (side === 'start') === isRightToLeft ? -1 : 1
  }
  const onKeyDown = (event: React.KeyboardEvent): void => {
    const next = widthByKey(event.key, now(), sense())
    if (next === undefined) return
    event.preventDefault()
    onWidth(next)
  }
  const onPointerDown = (event: React.PointerEvent<HTMLDivElement>): void => {
    if (event.button !== 0) return
    const { currentTarget: held, clientX, pointerId } = event
    const [start, toRight] = [now(), sense()]
    let isDragged = false
    held.setPointerCapture(pointerId)
    held.onpointermove = (moved) => {
      isDragged ||= Math.abs(moved.clientX - clientX) > DRAGGED
      if (isDragged) onWidth(start + toRight * (moved.clientX - clientX))
    }
    held.onlostpointercapture = () => (held.onpointermove = null)
    held.onpointerup = () => {
      held.onpointerup = null
      if (!isDragged) onWidth(width === null ? start * WIDER : null)
    }
  }
  return (
    <div
      ref={edge}
      role="separator"
      tabIndex={0}
      className={`pane-edge is-${side}`}
      aria-orientation="vertical"
      aria-label={`Width of the pane “${name}”`}
      aria-valuemin={LEAST}
      aria-valuemax={MOST}
      aria-valuenow={width ?? LEAST}
      aria-valuetext={width === null ? 'as it comes' : `${width} pixels`}
      title={`Drag to make “${name}” wider or narrower; press for wide, and back`}
      onKeyDown={onKeyDown}
      onMouseDown={keepNothingBelow}
      onPointerDown={onPointerDown}
    />
  )
}

/**
 * The edge alone is dragged: once it has moved away from under the pointer, the browser would take up what lies where
 * it was pressed (a row of the plan). The focus comes by hand, as a press does not bring it any more.
 */
function keepNothingBelow(event: React.MouseEvent<HTMLDivElement>): void {
  event.preventDefault()
  event.currentTarget.focus()
}

/** What a key makes of a width; null for the one the pane comes with, nothing for a key that means something else. */
function widthByKey(key: string, width: number, sense: number): number | null | undefined {
  switch (key) {
    case 'ArrowRight':
      return width + STEP * sense
    case 'ArrowLeft':
      return width - STEP * sense
    case 'Home':
      return LEAST
    case 'End':
      return MOST
    case 'Enter':
      return null
    default:
      return undefined
  }
}
