import { usesWords } from '../../core/plan/uses.ts'
import {
  addLines,
  beginIntroduction,
  changeSettings,
  moveEntries,
  type PlanResult,
  removeEntries,
  rename,
  restore,
  splitIntoBook,
  weigh,
} from '../../server/plan/plan.server.ts'
import { makeOnePage, makePages, turnBack, turnPage } from '../../server/plan/turn.server.ts'
import { publishLesson } from '../../server/editions/publish-lesson.server.ts'
import { pool } from '../../server/database/pool.server.ts'
import { getPlanVersion } from '../../server/plan/queries.server.ts'
import { readJson } from '../../server/web/read-json.server.ts'
import type { PlanOutcome } from './ask-plan.ts'
import { type PlanRequest, planRequest } from './plan-requests.ts'

const MOST_BYTES = 4_000_000

/** Does what a request asks of the plan of a course; the caller has looked at the right to write. */
export async function runPlanRequest(
  request: Request,
  courseId: string,
  person: { id: string; name: string },
): Promise<{ outcome: PlanOutcome; status: number }> {
  const unsafeBody = await readJson(request, MOST_BYTES)
  const parsed = planRequest.safeParse(unsafeBody.ok ? unsafeBody.value : null)
  if (!parsed.success)
    return {
      outcome: { ok: false, reason: parsed.error.issues[0]?.message ?? 'That was not understood.' },
      status: 400,
    }
  const outcome = await run(parsed.data, courseId, person)
  return outcome.ok
    ? { outcome: { ...outcome, version: await getPlanVersion(pool, courseId) }, status: 200 }
    : { outcome, status: 409 }
}

async function run(asked: PlanRequest, courseId: string, person: { id: string; name: string }): Promise<PlanOutcome> {
  switch (asked.intent) {
    case 'add':
      return withNotes(await addLines(courseId, asked.afterId, asked.lines))
    case 'turn':
      return turn(asked, courseId, person)
    case 'turn back':
      return turnBack(courseId, person.id, asked.id, asked)
    case 'rename':
      return rename(courseId, person.id, asked.id, asked.title)
    case 'move':
      return moveEntries(courseId, asked.ids, asked)
    case 'delete':
      return removeEntries(courseId, asked.ids)
    case 'weigh':
      return { ok: true, uses: usesWords(await weigh(courseId, asked.ids)) }
    case 'restore':
      return restore(courseId, asked.deletionId)
    case 'settings':
      return changeSettings(courseId, asked.id, asked)
    case 'publish':
      return publishLesson(courseId, person, asked.id, asked)
    case 'introduce':
      return beginIntroduction(courseId, asked.id)
  }
}

async function turn(
  { id, into, of, level, place }: Extract<PlanRequest, { intent: 'turn' }>,
  courseId: string,
  person: { id: string },
): Promise<PlanOutcome> {
  switch (into) {
    case 'pages':
      return withNotes(await makePages(courseId, id, { level: of, place }))
    case 'book':
      return withNotes(await splitIntoBook(courseId, id, of))
    case 'page':
      return withNotes(await makeOnePage(courseId, id))
    default:
      return turnPage(courseId, person.id, id, { shape: into, of, level })
  }
}

function withNotes(result: PlanResult<{ ids: string[]; notes: readonly string[] }>): PlanOutcome {
  return result.ok ? { ok: true, ids: result.ids, notes: [...result.notes] } : result
}
