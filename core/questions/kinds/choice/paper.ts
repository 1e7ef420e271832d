import { html, type SafeHtml } from '../../../tree/template.ts'
import type { ChoiceAnswer } from './model.ts'

/** The choices, which of them are right, and what is said to each. */
export function choicePaper({ choices }: ChoiceAnswer, write: (text: object) => SafeHtml): SafeHtml {
  return html`<ol class="paper-choices">${choices.map(({ text, isRight, feedback }) => html`<li>${isRight && html`<b>✓ Right</b>`}${write(text)}<div class="soft">${write(feedback)}</div></li>`)}</ol>`
}
