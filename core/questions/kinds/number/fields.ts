import { html, type SafeHtml } from '../../../tree/template.ts'
import type { FormPlace } from '../kind.ts'
import type { NumberAnswer } from './model.ts'

/** One line for a number, described by what is asked. */
export function numberFields({ unit }: NumberAnswer, { id, response, isOff, say }: FormPlace): SafeHtml {
  return html`<p class="number-answer"><label>${unit === '' ? say('exercise.yourAnswer') : say('exercise.yourAnswerIn', { unit })} <input name="response" autocomplete="off" inputmode="text" maxlength="100" value="${typeof response === 'string' ? response : ''}" aria-describedby="q-${id}-prompt"${isOff && html` disabled`}></label></p>`
}
