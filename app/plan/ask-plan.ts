import { z } from 'zod'
import type { PlanRequest } from './plan-requests.ts'

const outcome = z.object({ ok: z.boolean(), reason: z.string().optional(), ids: z.array(z.string()).optional(), notes: z.array(z.string()).optional(), deletionId: z.string().optional(), count: z.number().optional() })
export type PlanOutcome = z.infer<typeof outcome>

/** Asks the server to change the plan, without loading anything anew. */
export async function askPlan(courseId: string, request: PlanRequest): Promise<PlanOutcome> {
  try {
    const response = await fetch(`/courses/${courseId}/plan-lines`, { method: 'POST', body: JSON.stringify(request), headers: { 'Content-Type': 'application/json' } })
    return outcome.parse(await response.json())
  } catch {
    return { ok: false, reason: 'The server does not answer.' }
  }
}
