import { useMemo, useRef } from 'react'

export interface Newest {
  /** Hears an answer, unless something was asked, or it was forgotten, since. */
  readonly hear: <Answer>(asked: Promise<Answer>, then: (answer: Answer) => void) => void
  /** What is still on its way speaks of what is no longer there. */
  readonly forget: () => void
}

/** Of what is asked in quick succession only the last answer counts, in whatever order they come. */
export function useNewest(): Newest {
  const turn = useRef(0)
  return useMemo(
    () => ({
      hear: (asked, then) => {
        const mine = ++turn.current
        void asked.then((answer) => mine === turn.current && then(answer))
      },
      forget: () => void turn.current++,
    }),
    [],
  )
}
