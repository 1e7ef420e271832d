import { useCallback, useEffect, useRef, useState } from 'react'
import { getJson, sendJson } from '../shell/ask-json.ts'
import {
  type ShownTransfer,
  shownTransfer,
  transferAnswer,
  type TransferAnswer,
  type TransferRequest,
} from './transfer-requests.ts'

/** How often is asked how far things are, in milliseconds. */
const EVERY = 1000

export interface Transfers {
  /** Newest first; null before they are known. */
  readonly all: readonly ShownTransfer[] | null
  readonly problem: string
  refresh: () => void
  ask: (request: TransferRequest) => Promise<TransferAnswer>
}

/**
 * What goes out of a course and comes in. While something is on its way, how far it is is asked again and again;
 * `onArrived` is told of what came in.
 */
export function useTransfers(courseId: string, onArrived: (transfer: ShownTransfer) => void): Transfers {
  const address = `/courses/${courseId}/transfers`
  const [all, setAll] = useState<readonly ShownTransfer[] | null>(null)
  const [problem, setProblem] = useState('')
  const before = useRef(new Map<string, ShownTransfer['state']>())
  const told = useRef(onArrived)
  useEffect(() => void (told.current = onArrived))
  const refresh = useCallback(() => {
    void getJson(address, shownTransfer.array()).then((asked) => {
      if (!asked.ok) return setProblem(asked.reason)
      setProblem('')
      setAll(asked.value)
      for (const transfer of asked.value) {
        if (transfer.state === 'done' && ['waiting', 'running'].includes(before.current.get(transfer.id) ?? ''))
          told.current(transfer)
        before.current.set(transfer.id, transfer.state)
      }
    })
  }, [address])
  useEffect(refresh, [refresh])
  const isMoving = all?.some(({ state }) => state === 'waiting' || state === 'running') ?? false
  useEffect(() => {
    if (!isMoving) return
    const timer = setInterval(refresh, EVERY)
    return () => clearInterval(timer)
  }, [isMoving, refresh])
  const ask = async (request: TransferRequest): Promise<TransferAnswer> => {
    const asked = await sendJson(address, request, transferAnswer)
    refresh()
    return asked.ok ? asked.value : asked
  }
  return { all, problem, refresh, ask }
}
