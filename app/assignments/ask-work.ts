import type { Say } from '../../core/words/say.ts'
import type { WorkRequest } from './work.ts'

export interface WorkAnswer {
  readonly ok: boolean
  readonly reason?: string
  readonly html?: string
  /** The server could not be asked: it is worth asking again by itself. */
  readonly isAway?: boolean
}

/** Asks about the work on one assignment. Never rejects: what went wrong is a sentence. */
export async function askWork(say: Say, courseId: string, entryId: string, request: WorkRequest): Promise<WorkAnswer> {
  const response = await fetch(`/assignments/${courseId}/${entryId}/work`, {
    method: 'POST',
    body: JSON.stringify(request),
    headers: { 'Content-Type': 'application/json' },
  }).catch(() => null)
  if (!response) return { ok: false, isAway: true, reason: say('assignment.serverAway') }
  if (response.status === 401) return { ok: false, reason: say('assignment.signedOut') }
  return (await response.json()) as WorkAnswer
}
