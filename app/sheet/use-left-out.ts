import { useMemo, useRef } from 'react'
import type { SentSetAside } from '../../core/document/wire.ts'
import type { SheetPage } from './use-page.ts'

/** What has come in and could not be kept, and the ways to keep a note of it and to decide. */
export interface LeftOutInHand {
  /** So many things wait for a decision. */
  readonly count: number
  readonly keep: (entries: readonly SentSetAside[]) => void
  /** Opens where one decides about them. */
  readonly show: () => void
}

/** The same object while the count is the same: what stands beside the sheet is not drawn anew at each key. */
export function useLeftOut(page: SheetPage, show: () => void): LeftOutInHand {
  const latest = useRef({ page, show })
  latest.current = { page, show }
  const count = page.setAside.filter(({ reason }) => reason === 'left out').length
  return useMemo(
    () => ({ count, keep: (entries) => latest.current.page.keepAside(entries), show: () => latest.current.show() }),
    [count],
  )
}
