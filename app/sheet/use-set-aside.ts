import { useState } from 'react'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import { useAsking } from '../shell/use-asking.ts'
import { sendJson } from '../shell/ask-json.ts'
import { z } from 'zod'

const answer = z.object({ ok: z.boolean(), reason: z.string().optional() })

export interface SetAsideInHand {
  /** What was let go last, and can be had back; null when nothing was. */
  readonly gone: SetAsideEntry | null
  readonly problem: string
  readonly say: (problem: string) => void
  /** It stands in the page again. */
  readonly settle: (entry: SetAsideEntry) => Promise<void>
  readonly letGo: (entry: SetAsideEntry) => Promise<void>
  readonly bringBack: () => Promise<void>
}

/** Decides about passages that have no place in the page any more. */
export function useSetAside(documentId: string, refresh: () => void): SetAsideInHand {
  const [gone, setGone] = useState<SetAsideEntry | null>(null)
  const { problem, setProblem, ask } = useAsking()
  const send = async (intent: 'settle' | 'bring back', { id }: SetAsideEntry): Promise<boolean> => {
    const done = await ask(async () => {
      const asked = await sendJson(`/documents/${documentId}/set-aside`, { intent, id }, answer)
      return asked.ok ? asked.value : asked
    })
    refresh()
    return done !== null
  }
  return {
    ...{ gone, problem, say: setProblem },
    settle: async (entry) => void (await send('settle', entry)),
    letGo: async (entry) => void ((await send('settle', entry)) && setGone(entry)),
    bringBack: async () => {
      if (gone && (await send('bring back', gone))) setGone(null)
    },
  }
}
