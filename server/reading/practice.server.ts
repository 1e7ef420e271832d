import type { Node } from 'prosemirror-model'
import { z } from 'zod'
import { fillSlots, renderBlocks } from '../../core/html/render.ts'
import { judge, practicesOf } from '../../core/kinds/practice/practices.ts'
import type { SealedPlace } from '../sealed/links.server.ts'
import { html, trusted } from '../../core/tree/template.ts'
import { type Said, slotFiller } from './slots.server.ts'

const sent = z.object({
  question: z.string().max(200),
  answer: z.array(z.coerce.number().int().min(0).max(1000)).max(100),
})

/**
 * What is said to an answer that was sent to a page: the verdict, and what the author wrote about each chosen answer.
 */
export async function sayTo(page: Node, place: Omit<SealedPlace, 'index'>, form: FormData): Promise<Said | null> {
  const parsed = sent.safeParse({ question: form.get('question'), answer: form.getAll('answer') })
  const practice = parsed.success ? practicesOf(page).find(({ name }) => name === parsed.data.question) : undefined
  if (!parsed.success || !practice) return null
  const verdict = judge(practice, parsed.data.answer)
  if (!verdict) return { name: practice.name, html: html`<p class="verdict">Choose an answer first.</p>` }
  const fill = await slotFiller(place)
  const told = verdict.chosen.map(({ text, feedback, position }) => {
    const words =
      feedback.textContent.trim() === '' && feedback.childCount === 1 && feedback.firstChild?.isTextblock
        ? ''
        : fillSlots(renderBlocks(page, feedback, position + 1).written, fill)
    return html`<div><p class="chosen">You chose: ${text || 'an answer without words'}</p>${trusted(words)}</div>`
  })
  const head = verdict.isRight
    ? 'Right.'
    : verdict.chosen.some(({ isRight }) => isRight)
      ? 'Partly right: not all that is chosen is right, or something is missing.'
      : 'Not right.'
  return { name: practice.name, html: html`<p class="verdict">${head}</p>${told}` }
}

/** What our script gets for an answer it has sent. */
export function saidAsJson(said: Said | null): Response {
  return said
    ? Response.json({ html: said.html.text })
    : Response.json({ reason: 'This question is no longer on the page. Load the page again.' }, { status: 400 })
}
