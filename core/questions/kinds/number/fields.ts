import { html, type SafeHtml } from '../../../tree/template.ts'
import type { FormPlace } from '../kind.ts'
import type { NumberAnswer } from './model.ts'

/** One line for a number, described by what is asked. */
export function numberFields({ unit }: NumberAnswer, { id, given, isOff }: FormPlace): SafeHtml {
  return html`<p class="number-answer"><label>Your answer${unit && ` in ${unit}`} <input name="given" autocomplete="off" inputmode="text" maxlength="100" value="${typeof given === 'string' ? given : ''}" aria-describedby="q-${id}-prompt"${isOff && html` disabled`}></label></p>`
}
