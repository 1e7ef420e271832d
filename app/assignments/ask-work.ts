import type { WorkRequest } from './work.ts'

export interface WorkAnswer {
  readonly ok: boolean
  readonly reason?: string
  readonly html?: string
}

const SIGNED_OUT = 'You are no longer signed in. Sign in in another tab; what you wrote is still here.'
const NO_ANSWER = 'The server does not answer. What you wrote is still here; it is saved as soon as the server is back.'

/** True when it is worth asking again by itself. */
export const isAway = ({ reason }: WorkAnswer): boolean => reason === NO_ANSWER

/** Asks about the work on one assignment. Never rejects: what went wrong is a sentence. */
export async function askWork(courseId: string, entryId: string, request: WorkRequest): Promise<WorkAnswer> {
  const response = await fetch(`/assignments/${courseId}/${entryId}/work`, {
    method: 'POST',
    body: JSON.stringify(request),
    headers: { 'Content-Type': 'application/json' },
  }).catch(() => null)
  if (!response) return { ok: false, reason: NO_ANSWER }
  if (response.status === 401) return { ok: false, reason: SIGNED_OUT }
  return (await response.json()) as WorkAnswer
}
