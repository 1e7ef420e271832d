import { pool } from '../database/pool.server.ts'
import type { Visit } from '../reading/frame.server.ts'
import { longDate } from '../reading/dates.server.ts'
import { html, type SafeHtml } from '../../core/tree/template.ts'
import type { Place } from '../../core/reading/outline.ts'
import { openAttempt, type Solver, valuesOf, whyNotBegin } from './exercise.server.ts'
import { type Attempt, listAttempts, listEditionQuestions, listResults } from './queries.server.ts'
import { attemptHtml, questionHtml, round } from './render.server.ts'

/** What stands under the text of an exercise: an attempt, or the ones there were and how to begin another. */
export async function exercisePart(
  visit: Visit,
  place: Place,
  who: Solver,
  asked: { attempt: number | null; reason: string | null; isToEnd: boolean },
): Promise<SafeHtml> {
  const { mode, feedback } = place.settings
  const show = {
    courseId: who.courseId,
    language: who.language,
    say: who.say,
    isPreview: visit.isPreview,
    feedback,
    isPractice: mode === 'practice',
    isAsked: asked.isToEnd,
  }
  if (visit.isPreview) return previewPart(who)
  const attempts = await listAttempts(pool, place.id, who.personId)
  const open = attempts.find(({ number, finishedAt }) =>
    asked.attempt === null ? finishedAt === null : number === asked.attempt,
  )
  if (open)
    return html`${attemptHtml(await openAttempt(pool, who, open), show)}${open.finishedAt !== null && (await beginPart(visit, place, who, attempts))}`
  return html`${asked.reason && html`<p class="attempt-result" role="alert">${asked.reason}</p>`}${await beginPart(visit, place, who, attempts)}`
}

async function beginPart(visit: Visit, place: Place, who: Solver, attempts: readonly Attempt[]): Promise<SafeHtml> {
  const { say } = who
  const questions = (await listEditionQuestions(pool, who.documentId, who.edition)).filter(
    ({ position }) => position !== null,
  )
  const points = questions.reduce((sum, question) => sum + question.points, 0)
  const why = whyNotBegin(who, attempts)
  const { attempts: most, mode } = place.settings
  const done = await listResults(pool, place.id, who.personId)
  const day = longDate(say.language, visit.course.time_zone)
  return html`<section class="attempts" aria-label="${say('exercise.attempts')}">
<p>${say('exercise.size', { questions: questions.length, points })} ${say(mode === 'practice' ? 'exercise.forPractice' : 'exercise.isCounted')} ${most === null ? say('exercise.anyAttempts') : say('exercise.someAttempts', { count: most })}</p>
${done.length > 0 && html`<ul>${done.map(({ number, startedAt, points: got, most: all }) => html`<li><a href="?attempt=${number}">${say('exercise.attempt', { number })}</a>: ${say('exercise.pointsOf', { got: round(got), most: all })} · ${day.format(startedAt)}</li>`)}</ul>`}
${why ? html`<p class="soft">${why}</p>` : html`<form method="post"><button class="button primary" name="intent" value="begin">${say(done.length === 0 ? 'exercise.begin' : 'exercise.again')}</button></form>`}
</section>`
}

/** The questions as the author would meet them, in one of their versions. */
async function previewPart(who: Solver): Promise<SafeHtml> {
  const questions = (await listEditionQuestions(pool, who.documentId, who.edition)).filter(
    ({ position }) => position !== null,
  )
  const shown = questions.flatMap((question) => {
    const values = valuesOf(question.content, question.id, 1, who.language)
    return values ? [{ question, values, answer: null }] : []
  })
  return html`<div class="attempt">${shown.map((each, at) => questionHtml(each, { courseId: who.courseId, language: who.language, say: who.say, attempt: 1, number: at + 1, isTold: false, isJudged: true, mayAnswer: false, isPreview: true }))}</div>`
}
