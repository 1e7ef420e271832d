import { useState } from 'react'

/** What a server says to something that was asked. */
interface Said {
  readonly ok: boolean
  readonly reason?: string | undefined
}

export interface Asking {
  readonly isAsking: boolean
  /** What is wrong, as a sentence; empty when nothing is. */
  readonly problem: string
  setProblem: (words: string) => void
  /** Asks, and gives back what was said when it is good; else null, and `problem` says what is wrong. */
  ask: <T extends Said>(question: () => Promise<T>) => Promise<T | null>
}

/** A question of a dialog to the server: under way, or refused with a sentence. */
export function useAsking(): Asking {
  const [isAsking, setAsking] = useState(false)
  const [problem, setProblem] = useState('')
  const ask = async <T extends Said>(question: () => Promise<T>): Promise<T | null> => {
    setAsking(true)
    const said = await question().finally(() => setAsking(false))
    setProblem(said.ok ? '' : (said.reason ?? 'That did not work.'))
    return said.ok ? said : null
  }
  return { isAsking, problem, setProblem, ask }
}
