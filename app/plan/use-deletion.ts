import { useRef, useState } from 'react'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { announce } from '../shell/announce.ts'
import type { PlanOutcome } from './ask-plan.ts'
import type { PlanRequest } from './plan-requests.ts'
import type { RowFocus } from './use-row-focus.ts'

interface Deleted {
  readonly id: string
  readonly deletionId: string
  readonly words: string
}

/** What was deleted last, and the way back: also while the server has not answered yet. */
export function useDeletion(plan: readonly PlanRow[], focus: RowFocus, send: (request: PlanRequest) => Promise<void>) {
  const [deleted, setDeleted] = useState<Deleted | null>(null)
  /** Deletions that are on their way, and whether the last of them is to be undone when it has arrived. */
  const onTheWay = useRef(0)
  const isUnwanted = useRef(false)
  const bringBack = ({ id, deletionId }: Deleted): void => {
    // The focus goes to it as soon as it is there again.
    focus.want(id)
    announce('Restored.')
    void send({ intent: 'restore', deletionId })
  }
  const undo = (): void => {
    if (onTheWay.current > 0) isUnwanted.current = true
    else if (deleted) bringBack(deleted)
    setDeleted(null)
  }
  const forget = (): void => setDeleted(null)
  return {
    /** Null when nothing was deleted, or it was put away. */
    last: deleted && { words: deleted.words, name: 'Restore', undo, forget },
    begun: (): void => {
      onTheWay.current++
      isUnwanted.current = false
    },
    done: (id: string, { ok, deletionId, count = 1, uses = [] }: PlanOutcome): void => {
      onTheWay.current--
      if (!ok || !deletionId) return
      const words = deletedWords(plan.find((row) => row.id === id)?.title, count - 1, uses)
      if (!isUnwanted.current || onTheWay.current > 0) return setDeleted({ id, deletionId, words })
      isUnwanted.current = false
      bringBack({ id, deletionId, words })
    },
    /** Also while the server has not answered yet. */
    undo,
    forget,
  }
}

/** “Frost” and 2 under it deleted, with what hung on it. */
export function deletedWords(title: string | undefined, more: number, uses: readonly string[]): string {
  return `${title ? `“${title}”` : 'The entry'}${more > 0 ? ` and ${more} under it` : ''} deleted.${uses.map((words) => ` ${words}`).join('')}`
}
