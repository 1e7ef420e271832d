import { passageHtml } from '../../core/html/passage-html.ts'
import { plainText } from '../../core/document/plain-text.ts'
import { filledPassage } from '../../core/questions/fill.ts'
import type { Graded } from '../../core/questions/kinds/kind.ts'
import { kindOfAnswer } from '../../core/questions/kinds/registry.ts'
import { html, type SafeHtml, trusted } from '../../core/tree/template.ts'
import type { Say } from '../../core/words/say.ts'
import type { AttemptQuestion, OpenAttempt } from './exercise.server.ts'
import { isAnswered } from './queries.server.ts'

/** How a question is shown: what is told already, and what can still be done. */
export interface Showing {
  /** In which links to what stands there lead on. */
  readonly courseId: string
  /** Of the course: how numbers in questions are written. */
  readonly language: string
  /** Says the room's own words. */
  readonly say: Say
  /** The number of the attempt; 0 for a question of a page. */
  readonly attempt: number
  /** Which of the questions it is, from 1; 0 for a question of a page. */
  readonly number: number
  /** Whether right and wrong, feedback and solution are told by now. */
  readonly isTold: boolean
  /** Answers are judged as soon as they are given. */
  readonly isJudged: boolean
  readonly mayAnswer: boolean
  /** Shown to its author: nothing that is pressed is kept. */
  readonly isPreview: boolean
}

/** A question as one student has it: the text with their numbers, a form, and what is said to what they gave. */
export function questionHtml(shown: AttemptQuestion, show: Showing): SafeHtml {
  const { question, values, answer } = shown
  const { content, id, points } = question
  const { say } = show
  const write = (json: object): SafeHtml =>
    trusted(passageHtml(filledPassage(json, values, show.language), say, show.courseId))
  const kind = kindOfAnswer(content.answer)
  const graded = isAnswered(answer) ? kind.grade(content.answer, values, answer.response, say) : null
  const hints = answer?.hints ?? 0
  const name = show.number > 0 ? say('exercise.questionAt', { number: show.number }) : ''
  return html`<section class="question" id="q-${id}" aria-label="${name || say('exercise.question')}"${!isAnswered(answer) && html` data-open`}>
${name && html`<h2>${name} <span class="soft">${say('exercise.points', { count: points })}</span></h2>`}
<div class="prompt" id="q-${id}-prompt">${write(content.prompt)}</div>
<form method="post" action="#q-${id}" data-question="${id}"><input type="hidden" name="attempt" value="${show.attempt}"><input type="hidden" name="bank" value="${id}"><input type="hidden" name="number" value="${show.number}">
${kind.fields(content.answer, { id, response: answer?.response ?? null, isOff: !show.mayAnswer, write, say })}
<p class="question-send">${show.mayAnswer && html`<button name="intent" value="answer">${say(show.isJudged ? 'exercise.check' : !isAnswered(answer) ? 'exercise.saveAnswer' : 'exercise.saveChange')}</button>`}
${show.mayAnswer && hints < content.hints.length && html`<button class="quiet" name="intent" value="hint">${content.hints.length === 1 ? say('exercise.hint') : say('exercise.hintOf', { number: hints + 1, count: content.hints.length })}</button>`}</p>
</form>
${content.hints.slice(0, hints).map((hint, at) => html`<div class="hint"><b>${content.hints.length === 1 ? say('exercise.hint') : say('exercise.hintAt', { number: at + 1 })}.</b> ${write(hint)}</div>`)}
<div class="question-result" role="status">${shown.reason ? html`<p class="verdict">${shown.reason}</p>` : graded && verdict(shown, graded, show, write)}</div>
</section>`
}

/** What is said to an answer: that it is kept, or whether it is right, why, and how it is done. */
function verdict(
  { question: { content }, values }: AttemptQuestion,
  graded: Graded,
  show: Showing,
  write: (json: object) => SafeHtml,
): SafeHtml {
  const { say } = show
  if (!show.isTold) return html`<p class="verdict">${say('exercise.saved')}</p>`
  if (!graded.ok) return html`<p class="verdict">${graded.reason}</p>`
  const { answer } = content
  const head = say(
    graded.score === 1 ? 'exercise.right' : graded.score > 0 ? 'exercise.partlyRight' : 'exercise.notRight',
  )
  const told = kindOfAnswer(answer)
    .feedback(answer, graded)
    .filter((json) => plainText(filledPassage(json, values, show.language)) !== '')
  return html`<p class="verdict">${head}${graded.remark && ` ${graded.remark}`}</p>${told.map((json) => html`<div>${write(json)}</div>`)}${solution(content, values, show, write)}`
}

function solution(
  content: AttemptQuestion['question']['content'],
  values: AttemptQuestion['values'],
  show: Showing,
  write: (json: object) => SafeHtml,
): SafeHtml | null {
  const { say } = show
  const isWritten = plainText(filledPassage(content.solution, values, show.language)) !== ''
  const right = kindOfAnswer(content.answer).solution(content.answer, values, show.language)
  if (!isWritten && right === '') return null
  return html`<details class="solution"><summary>${say('exercise.solution')}</summary>${isWritten && write(content.solution)}${right && html`<p>${say('exercise.answerIs', { answer: right })}</p>`}</details>`
}

/** An attempt with all its questions, and what ends it. */
export function attemptHtml(
  open: OpenAttempt,
  show: Pick<Showing, 'courseId' | 'language' | 'say' | 'isPreview'> & {
    readonly feedback: 'at once' | 'at the end' | 'never'
    readonly isPractice: boolean
    /** It was to be ended with questions open: that is asked about. */ readonly isAsked: boolean
  },
): SafeHtml {
  const { attempt, questions, points, most } = open
  const { say } = show
  const isOver = attempt.finishedAt !== null
  const isTold = show.feedback === 'at once' || (isOver && show.feedback === 'at the end')
  const missing = questions.flatMap(({ answer, question }, at) => (isAnswered(answer) ? [] : [{ at, id: question.id }]))
  return html`<div class="attempt">
${isOver && html`<p class="attempt-result"><b>${say('exercise.pointsOf', { got: round(points), most })}.</b> ${say('exercise.isOver', { number: attempt.number })}</p>`}
${questions.map((shown, at) => {
  const isDone = isAnswered(shown.answer)
  return questionHtml(shown, {
    ...show,
    attempt: attempt.number,
    number: at + 1,
    isTold: isTold && (isDone || isOver),
    isJudged: show.feedback === 'at once',
    mayAnswer: !isOver && (show.isPractice || show.feedback !== 'at once' || !isDone),
  })
})}
${
  !isOver &&
  html`<form method="post" class="finish-form" id="finish"><input type="hidden" name="attempt" value="${attempt.number}"><input type="hidden" name="intent" value="finish">
<p class="finish-words"><span data-missing="${JSON.stringify(questions.map((_, at) => missingWords(say, at)).concat(missingWords(say, questions.length)))}" role="status">${missingWords(say, missing.length)}</span></p>
<p class="finish-ask"${!(show.isAsked && missing.length > 0) && html` hidden`}>${say('exercise.finishAsk')} <a class="button" data-first-open href="#q-${missing[0]?.id ?? ''}">${say('exercise.goToOpen')}</a> <button class="button" name="sure" value="yes">${say('exercise.finishAnyway')}</button></p>
<p class="finish-first"${show.isAsked && missing.length > 0 && html` hidden`}><button class="button primary"${show.isPreview && html` disabled`}>${say('exercise.finish')}</button></p></form>`
}
</div>`
}

/** How many questions are still open; our script says the same. */
const missingWords = (say: Say, count: number): string =>
  count === 0 ? say('exercise.allAnswered') : say('exercise.notAnswered', { count })

/** Points for the eye: whole, or with one decimal. */
export const round = (points: number): number => Math.round(points * 10) / 10
