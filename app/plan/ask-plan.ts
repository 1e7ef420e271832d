import { z } from 'zod'
import type { PlanRequest } from './plan-requests.ts'

const outcome = z.object({
  ok: z.boolean(),
  reason: z.string().optional(),
  ids: z.array(z.string()).optional(),
  notes: z.array(z.string()).optional(),
  deletionId: z.string().optional(),
  count: z.number().optional(),
  version: z.number().optional(),
  uses: z.array(z.string()).optional(),
  turned: z.object({ before: z.number(), version: z.number() }).optional(),
})
export type PlanOutcome = z.infer<typeof outcome>

/** Nobody said whether it was done: asking again does no harm. `isSignedOut`: somebody has to sign in first. */
export interface Unanswered {
  readonly isSignedOut: boolean
}

const PATIENCE = 20_000

/** Asks the server to change the plan, without loading anything anew. */
export async function tryPlan(courseId: string, request: PlanRequest): Promise<PlanOutcome | Unanswered> {
  const init = {
    method: 'POST',
    body: JSON.stringify(request),
    headers: { 'Content-Type': 'application/json' },
    signal: AbortSignal.timeout(PATIENCE),
  }
  const response = await fetch(`/courses/${courseId}/plan-lines`, init).catch(() => null)
  const parsed = outcome.safeParse(await response?.json().catch(() => null))
  if (parsed.success) return parsed.data
  if (response?.status === 403 || response?.status === 404)
    return { ok: false, reason: 'You can no longer edit this course.' }
  return { isSignedOut: response?.status === 401 }
}

/** The same for whoever asks once and says what became of it. */
export async function askPlan(courseId: string, request: PlanRequest): Promise<PlanOutcome> {
  const answer = await tryPlan(courseId, request)
  if ('ok' in answer) return answer
  return {
    ok: false,
    reason: answer.isSignedOut
      ? 'You have been signed out. Sign in again in another window, then try again.'
      : 'The server does not answer. Nothing was changed; try again.',
  }
}
