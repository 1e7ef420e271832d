import { sendJson } from '../shell/ask-json.ts'
import { type Jobs, useJobs } from '../shell/use-jobs.ts'
import {
  type ShownTransfer,
  shownTransfer,
  transferAnswer,
  type TransferAnswer,
  type TransferRequest,
} from './transfer-requests.ts'

export interface Transfers extends Jobs<ShownTransfer> {
  ask: (request: TransferRequest) => Promise<TransferAnswer>
}

const transfersShown = shownTransfer.array()

/** What goes out of a course and comes in; `onArrived` is told of what came in or is ready. */
export function useTransfers(courseId: string, onArrived: (transfer: ShownTransfer) => void): Transfers {
  const address = `/courses/${courseId}/transfers`
  const jobs = useJobs(address, transfersShown, onArrived)
  const ask = async (request: TransferRequest): Promise<TransferAnswer> => {
    const asked = await sendJson(address, request, transferAnswer)
    const answer = asked.ok ? asked.value : asked
    jobs.refresh('id' in answer ? answer.id : undefined)
    return answer
  }
  return { ...jobs, ask }
}
