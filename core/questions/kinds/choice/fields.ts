import { html, type SafeHtml } from '../../../tree/template.ts'
import type { FormPlace } from '../kind.ts'
import type { ChoiceAnswer } from './model.ts'

/** Radio buttons or checkboxes, each with its text; the group is named by what is asked. */
export function choiceFields(
  { mode, choices }: ChoiceAnswer,
  { id, response, isOff, write, say }: FormPlace,
): SafeHtml {
  const chosen = Array.isArray(response) ? response : []
  return html`<fieldset aria-labelledby="q-${id}-prompt"><legend class="unseen">${say(mode === 'one' ? 'exercise.choose' : 'exercise.chooseAll')}</legend>
${choices.map((choice) => html`<div class="choice"><input type="${mode === 'one' ? 'radio' : 'checkbox'}" name="response" value="${choice.id}" id="q-${id}-${choice.id}"${chosen.includes(choice.id) && html` checked`}${isOff && html` disabled`}><label for="q-${id}-${choice.id}">${write(choice.text)}</label></div>`)}</fieldset>`
}
