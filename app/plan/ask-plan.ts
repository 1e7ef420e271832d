import { z } from 'zod'
import { sendJson } from '../shell/ask-json.ts'
import type { PlanRequest } from './plan-requests.ts'

const outcome = z.object({ ok: z.boolean(), reason: z.string().optional(), ids: z.array(z.string()).optional(), notes: z.array(z.string()).optional(), deletionId: z.string().optional(), count: z.number().optional() })
export type PlanOutcome = z.infer<typeof outcome>

/** Asks the server to change the plan, without loading anything anew. */
export async function askPlan(courseId: string, request: PlanRequest): Promise<PlanOutcome> {
  const asked = await sendJson(`/courses/${courseId}/plan-lines`, request, outcome)
  return asked.ok ? asked.value : { ok: false, reason: 'The server does not answer.' }
}
