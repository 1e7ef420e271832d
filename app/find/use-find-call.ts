import { useState } from 'react'

export interface FindCall {
  /** Grows with each call, so that the same key once more goes into the field again. */
  readonly at: number
  readonly replaces: boolean
}

/** Whether the find bar is open, how it was called last, and the ways to open and close it. */
export function useFindCall() {
  const [call, setCall] = useState<FindCall | null>(null)
  return {
    call,
    open: (replaces: boolean): void => setCall((before) => ({ at: (before?.at ?? 0) + 1, replaces })),
    close: (): void => setCall(null),
  }
}
