import { useState } from 'react'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import { useAsking } from '../shell/use-asking.ts'
import { sendJson } from '../shell/ask-json.ts'
import { z } from 'zod'

const answer = z.object({ ok: z.boolean(), reason: z.string().optional() })

export interface SetAsideInHand {
  /** What was let go last, and can be had back. */
  readonly gone: readonly SetAsideEntry[]
  readonly problem: string
  readonly say: (problem: string) => void
  /** It stands in the page again. */
  readonly settle: (entry: SetAsideEntry) => Promise<void>
  readonly letGo: (entries: readonly SetAsideEntry[]) => Promise<void>
  readonly bringBack: () => Promise<void>
}

/** Decides about passages that have no place in the page any more. */
export function useSetAside(documentId: string, refresh: () => void): SetAsideInHand {
  const [gone, setGone] = useState<readonly SetAsideEntry[]>([])
  const { problem, setProblem, ask } = useAsking()
  const send = async (intent: 'settle' | 'bring back', entries: readonly SetAsideEntry[]): Promise<boolean> => {
    const done = await ask(async () => {
      const ids = entries.map(({ id }) => id)
      const asked = await sendJson(`/documents/${documentId}/set-aside`, { intent, ids }, answer)
      return asked.ok ? asked.value : asked
    })
    refresh()
    return done !== null
  }
  return {
    ...{ gone, problem, say: setProblem },
    settle: async (entry) => void (await send('settle', [entry])),
    letGo: async (entries) => void ((await send('settle', entries)) && setGone(entries)),
    bringBack: async () => {
      if (await send('bring back', gone)) setGone([])
    },
  }
}
