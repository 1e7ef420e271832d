import { useState } from 'react'
import { useNewest } from './use-newest.ts'

/**
 * A list of the server's, as it was loaded, and asked for again. It is often asked for twice in a row, when something
 * is done and when the server tells that it was: an older answer that comes last counts no more.
 */
export function useAsked<T>(address: string, start: readonly T[]): [list: readonly T[], ask: () => void] {
  const [list, setList] = useState(start)
  const newest = useNewest()
  const asked = async (): Promise<readonly T[] | null> => {
    const response = await fetch(address).catch(() => null)
    return response?.ok ? ((await response.json()) as T[]) : null
  }
  return [list, () => newest.hear(asked(), (answer) => answer && setList(answer))]
}
