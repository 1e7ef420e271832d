import { useEffect, useRef } from 'react'
import type { HandInStanding } from '../../server/assignments/queries.server.ts'

export interface StudentSteps {
  readonly previous: HandInStanding | undefined
  readonly next: HandInStanding | undefined
  /** The next after this one, from the beginning again, whose work has no comment yet. */
  readonly waiting: HandInStanding | undefined
  /** Where this one stands among those who handed in, from 1; 0 for who did not. */
  readonly place: number
  readonly count: number
}

/** Who comes before and after a student, of those who handed in. */
export function stepsFrom(standings: readonly HandInStanding[], personId: string): StudentSteps {
  const handed = standings.filter(({ handedInAt }) => handedInAt !== null)
  const at = handed.findIndex((each) => each.personId === personId)
  const after = [...handed.slice(at + 1), ...handed.slice(0, Math.max(0, at))]
  return {
    previous: at > 0 ? handed[at - 1] : undefined,
    next: handed[at + 1],
    waiting: after.find(({ returnedAt }) => returnedAt === null),
    place: at + 1,
    count: handed.length,
  }
}

/** Alt with Page Up and Page Down, wherever the focus is. */
export function useStepKeys(go: (step: 'previous' | 'next') => void): void {
  const latest = useRef(go)
  latest.current = go
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (!event.altKey || event.ctrlKey || event.metaKey || event.shiftKey) return
      if (event.key !== 'PageUp' && event.key !== 'PageDown') return
      event.preventDefault()
      latest.current(event.key === 'PageUp' ? 'previous' : 'next')
    }
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [])
}
