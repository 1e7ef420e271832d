import { isBlank, passageFromJson } from '../../core/document/passage.ts'
import { passageHtml } from '../../core/html/passage-html.ts'
import { kindOfAnswer, QUESTION_KINDS } from '../../core/questions/kinds/registry.ts'
import { kindOfQuestion, type Variable } from '../../core/questions/question.ts'
import { html, type SafeHtml, trusted } from '../../core/tree/template.ts'
import type { Course } from '../courses/queries.server.ts'
import { pool } from '../database/pool.server.ts'
import { frame, type Visit } from '../reading/frame.server.ts'
import { type BankFilter, countQuestions, listWholeQuestions, type Question } from './queries.server.ts'

/** So many questions stand on one paper, of so much text: what is written in one go. */
const MOST = 100
const MOST_TEXT = 1_000_000

/** The questions that fit a filter as a paper for whoever teaches: what is asked, what is right, hints and solution. */
export async function questionsPaper(
  course: Course,
  filter: BankFilter,
  look: Pick<Visit, 'theme' | 'say'>,
): Promise<SafeHtml> {
  return frame({ title: 'Questions on paper', course_title: course.title, ...look }, await paperBody(course, filter))
}

/** What stands on it. */
export async function paperBody(course: Course, filter: BankFilter): Promise<SafeHtml> {
  const [shown, all] = await Promise.all([
    listWholeQuestions(pool, course.id, filter, MOST, MOST_TEXT),
    countQuestions(pool, course.id, filter),
  ])
  return html`<main id="page" class="contents questions-paper" tabindex="-1"><p class="paper-back"><a href="/courses/${course.id}/questions">Back to the questions</a> · Print this page with Ctrl+P. It holds the right answers.</p>
<h1>Questions of <bdi lang="${course.language}" dir="${course.direction}">${course.title}</bdi></h1>
${all === 0 && html`<p>No question fits. Go back and choose another folder, kind or word.</p>`}
${shown.map(questionOnPaper)}
${all > shown.length && html`<p><b>These are the first ${shown.length} of ${all}, by title.</b> Choose a folder or a kind to print the others.</p>`}
</main>`
}

const write = (text: object): SafeHtml => {
  const passage = passageFromJson(text)
  return isBlank(passage) ? html`` : trusted(passageHtml(passage))
}

function questionOnPaper({ title, content }: Question, at: number): SafeHtml {
  const { prompt, variables, conditions, answer, hints, solution } = content
  return html`<article><h2>${at + 1}. ${title || 'Without a title'}</h2><p class="soft">${QUESTION_KINDS[kindOfQuestion(content)]}</p>
<div class="page-content" dir="auto">${write(prompt)}${kindOfAnswer(answer).paper(answer, write)}</div>
${variables.length > 0 && html`<p class="soft">Variables: ${variables.map((each, index) => html`${index > 0 && '; '}<code>${variableWords(each)}</code>`)}${conditions.length > 0 && html`. Only where ${conditions.map((each, index) => html`${index > 0 && ' and '}<code>${each}</code>`)}`}</p>`}
${hints.length > 0 && html`<h3>Hints</h3><ol dir="auto">${hints.map((hint) => html`<li>${write(hint)}</li>`)}</ol>`}
${!isBlank(passageFromJson(solution)) && html`<h3>Worked solution</h3><div class="page-content" dir="auto">${write(solution)}</div>`}
</article>`
}

function variableWords(variable: Variable): string {
  switch (variable.from) {
    case 'range':
      return `${variable.name} = ${variable.least} to ${variable.most} in steps of ${variable.step}`
    case 'list':
      return `${variable.name} = ${variable.values.join(' | ')}`
    case 'formula':
      return `${variable.name} = ${variable.formula}`
  }
}
