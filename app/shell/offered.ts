import { useEffect, useRef } from 'react'

/** Something that can be done on the screen that is open, as the finder lists it. */
export interface Offered {
  /** Told apart by it, within the screen. */
  readonly id: string
  /** Under what heading it is listed. */
  readonly group: string
  readonly name: string
  readonly help: string
  /** Its key as it is written on keyboards; empty when it has none. */
  readonly key: string
  /** Why it can't be done now; empty when it can. */
  readonly whyNot: string
  readonly run: () => void
}

const sources = new Set<() => readonly Offered[]>()

/** Everything that can be done now, by whatever is on the screen. */
export const offeredNow = (): readonly Offered[] => [...sources].flatMap((source) => source())

/** Offers what a part of the screen can do for as long as it is there; asked for when the finder opens. */
export function useOffered(list: () => readonly Offered[]): void {
  const latest = useRef(list)
  latest.current = list
  useEffect(() => {
    const source = (): readonly Offered[] => latest.current()
    sources.add(source)
    return () => void sources.delete(source)
  }, [])
}
