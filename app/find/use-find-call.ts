import { useMemo, useState } from 'react'
import { useLocation } from 'react-router'
import { z } from 'zod'
import type { Query } from '../../core/find/find.ts'

export interface FindCall {
  /** Grows with each call, so that the same key once more goes into the field again. */
  readonly at: number
  readonly replaces: boolean
  /** What is looked for; null where it is not said. */
  readonly query: Query | null
}

/** What whoever leads to a page may have looked for. */
const lookedFor = z.object({
  find: z.object({ words: z.string(), isCase: z.boolean(), isWhole: z.boolean(), isPattern: z.boolean() }),
})

/** Whether the find bar is open, how it was called last, and the ways to open and close it. */
export function useFindCall() {
  const { state } = useLocation() as { state: unknown }
  const [call, setCall] = useState<FindCall | null>(() => {
    const query = lookedFor.safeParse(state).data?.find
    return query ? { at: 1, replaces: false, query } : null
  })
  return useMemo(
    () => ({
      call,
      open: (replaces: boolean): void => setCall((before) => ({ at: (before?.at ?? 0) + 1, replaces, query: null })),
      close: (): void => setCall(null),
    }),
    [call],
  )
}
