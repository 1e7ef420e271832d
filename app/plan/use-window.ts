import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual'
import { type RefObject, useEffect, useState } from 'react'
import { flushSync } from 'react-dom'

/** As many rows are simply all there: found by the browser's own search, printed, moved with ease. */
const FEW = 150
/** What a row is taken for, in pixels, until it is measured. */
const ROW = 34

/** What stands in a long list now: a row by its index, or a gap for rows that are out of sight, in pixels. */
export type Shown = { readonly index: number } | { readonly gap: number; readonly key: string }

/** Whether the screen is being printed: then all of a list is there. */
function usePrinting(): boolean {
  const [is, set] = useState(false)
  useEffect(() => {
    // The browser prints as soon as its listeners have returned.
    const before = (): void => flushSync(() => set(true))
    const after = (): void => set(false)
    window.addEventListener('beforeprint', before)
    window.addEventListener('afterprint', after)
    return () => {
      window.removeEventListener('beforeprint', before)
      window.removeEventListener('afterprint', after)
    }
  }, [])
  return is
}

/** The rows of a list that are in sight, a few around them, and those of `kept` (by index) wherever they are. */
export function useWindow(
  count: number,
  scroll: RefObject<HTMLElement | null>,
  kept: readonly number[],
): { readonly shown: readonly Shown[]; readonly measure: ((element: Element | null) => void) | undefined } {
  const isPrinting = usePrinting()
  const isAll = count <= FEW || isPrinting
  const virtual = useVirtualizer({
    count: isAll ? 0 : count,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 12,
    // Before there is a screen: as high as one.
    initialRect: { width: 900, height: 800 },
    rangeExtractor: (range) =>
      [...new Set([...defaultRangeExtractor(range), ...kept.filter((index) => index >= 0 && index < count)])].sort(
        (a, b) => a - b,
      ),
  })
  if (isAll) return { shown: Array.from({ length: count }, (_, index) => ({ index })), measure: undefined }
  const shown: Shown[] = []
  let end = 0
  for (const item of virtual.getVirtualItems()) {
    if (item.start > end) shown.push({ gap: item.start - end, key: `gap-${item.index}` })
    shown.push({ index: item.index })
    end = item.end
  }
  if (virtual.getTotalSize() > end) shown.push({ gap: virtual.getTotalSize() - end, key: 'gap-end' })
  return { shown, measure: virtual.measureElement }
}
