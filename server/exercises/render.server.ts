import { passageHtml } from '../../core/html/passage-html.ts'
import { plainText } from '../../core/document/plain-text.ts'
import { filledPassage } from '../../core/questions/fill.ts'
import type { Graded } from '../../core/questions/kinds/kind.ts'
import { kindOfAnswer } from '../../core/questions/kinds/registry.ts'
import { html, type SafeHtml, trusted } from '../../core/tree/template.ts'
import type { AttemptQuestion, OpenAttempt } from './exercise.server.ts'
import { isAnswered } from './queries.server.ts'

/** How a question is shown: what is told already, and what can still be done. */
export interface Showing {
  readonly language: string
  /** The number of the attempt; 0 for a question of a page. */
  readonly attempt: number
  /** What it is called: “Question 3”, or nothing in a page. */
  readonly name: string
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
  const say = (json: object): SafeHtml => trusted(passageHtml(filledPassage(json, values, show.language)))
  const kind = kindOfAnswer(content.answer)
  const graded = isAnswered(answer) ? kind.grade(content.answer, values, answer.response) : null
  const hints = answer?.hints ?? 0
  return html`<section class="question" id="q-${id}" aria-label="${show.name || 'Question'}"${!isAnswered(answer) && html` data-open`}>
${show.name && html`<h2>${show.name} <span class="soft">${points} ${points === 1 ? 'point' : 'points'}</span></h2>`}
<div class="prompt" id="q-${id}-prompt">${say(content.prompt)}</div>
<form method="post" action="#q-${id}" data-question="${id}"><input type="hidden" name="attempt" value="${show.attempt}"><input type="hidden" name="bank" value="${id}"><input type="hidden" name="name" value="${show.name}">
${kind.fields(content.answer, { id, response: answer?.response ?? null, isOff: !show.mayAnswer, say })}
<p class="question-send">${show.mayAnswer && html`<button name="intent" value="answer">${show.isJudged ? 'Check' : !isAnswered(answer) ? 'Save the answer' : 'Save the change'}</button>`}
${show.mayAnswer && hints < content.hints.length && html`<button class="quiet" name="intent" value="hint">${content.hints.length === 1 ? 'Hint' : `Hint ${hints + 1} of ${content.hints.length}`}</button>`}</p>
</form>
${content.hints.slice(0, hints).map((hint, at) => html`<div class="hint"><b>Hint${content.hints.length > 1 && ` ${at + 1}`}.</b> ${say(hint)}</div>`)}
<div class="question-result" role="status">${shown.reason ? html`<p class="verdict">${shown.reason}</p>` : graded && verdict(shown, graded, show, say)}</div>
</section>`
}

/** What is said to an answer: that it is kept, or whether it is right, why, and how it is done. */
function verdict(
  { question: { content }, values }: AttemptQuestion,
  graded: Graded,
  show: Showing,
  say: (json: object) => SafeHtml,
): SafeHtml {
  if (!show.isTold) return html`<p class="verdict">Saved. You will see later what is right.</p>`
  if (!graded.ok) return html`<p class="verdict">${graded.reason}</p>`
  const { answer } = content
  const head = graded.score === 1 ? 'Right.' : graded.score > 0 ? 'Partly right.' : 'Not right.'
  const told = kindOfAnswer(answer)
    .feedback(answer, graded)
    .filter((json) => plainText(filledPassage(json, values, show.language)) !== '')
  return html`<p class="verdict">${head}${graded.remark && ` ${graded.remark}`}</p>${told.map((json) => html`<div>${say(json)}</div>`)}${solution(content, values, show, say)}`
}

function solution(
  content: AttemptQuestion['question']['content'],
  values: AttemptQuestion['values'],
  show: Showing,
  say: (json: object) => SafeHtml,
): SafeHtml | null {
  const isWritten = plainText(filledPassage(content.solution, values, show.language)) !== ''
  const right = kindOfAnswer(content.answer).solution(content.answer, values, show.language)
  if (!isWritten && right === '') return null
  return html`<details class="solution"><summary>Worked solution</summary>${isWritten && say(content.solution)}${right && html`<p>The answer is ${right}.</p>`}</details>`
}

/** An attempt with all its questions, and what ends it. */
export function attemptHtml(
  open: OpenAttempt,
  show: Pick<Showing, 'language' | 'isPreview'> & {
    readonly feedback: 'at once' | 'at the end' | 'never'
    readonly isPractice: boolean
    /** It was to be ended with questions open: that is asked about. */ readonly isAsked: boolean
  },
): SafeHtml {
  const { attempt, questions, points, most } = open
  const isOver = attempt.finishedAt !== null
  const isTold = show.feedback === 'at once' || (isOver && show.feedback === 'at the end')
  const missing = questions.flatMap(({ answer, question }, at) => (isAnswered(answer) ? [] : [{ at, id: question.id }]))
  return html`<div class="attempt">
${isOver && html`<p class="attempt-result"><b>${round(points)} of ${most} ${most === 1 ? 'point' : 'points'}.</b> Attempt ${attempt.number}, finished.</p>`}
${questions.map((shown, at) => {
  const isDone = isAnswered(shown.answer)
  return questionHtml(shown, {
    ...show,
    attempt: attempt.number,
    name: `Question ${at + 1}`,
    isTold: isTold && (isDone || isOver),
    isJudged: show.feedback === 'at once',
    mayAnswer: !isOver && (show.isPractice || show.feedback !== 'at once' || !isDone),
  })
})}
${
  !isOver &&
  html`<form method="post" class="finish-form" id="finish"><input type="hidden" name="attempt" value="${attempt.number}"><input type="hidden" name="intent" value="finish">
<p class="finish-words"><span data-missing role="status">${missing.length === 0 ? 'Everything is answered.' : `${missing.length} ${missing.length === 1 ? 'question is' : 'questions are'} not answered yet.`}</span></p>
<p class="finish-ask"${!(show.isAsked && missing.length > 0) && html` hidden`}>Unanswered questions get no points, and a finished attempt can’t be changed. <a class="button" data-first-open href="#q-${missing[0]?.id ?? ''}">Go to the unanswered questions</a> <button class="button" name="sure" value="yes">Finish anyway</button></p>
<p class="finish-first"${show.isAsked && missing.length > 0 && html` hidden`}><button class="button primary"${show.isPreview && html` disabled`}>Finish</button></p></form>`
}
</div>`
}

/** Points for the eye: whole, or with one decimal. */
export const round = (points: number): string => String(Math.round(points * 10) / 10)
