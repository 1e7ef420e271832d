import { useRef } from 'react'

/** Asks one after the other, so that what was asked first is done first; one that fails holds up none. */
export function useOrdered<Request extends unknown[], Answer>(
  ask: (...request: Request) => Promise<Answer>,
): (...request: Request) => Promise<Answer> {
  const last = useRef<Promise<unknown>>(Promise.resolve())
  return (...request) => {
    const next = last.current.then(() => ask(...request))
    last.current = next.catch(() => undefined)
    return next
  }
}
