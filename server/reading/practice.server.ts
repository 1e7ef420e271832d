import type { Node } from 'prosemirror-model'
import { z } from 'zod'
import { renderBlocks } from '../../core/html/render.ts'
import { fillSlots } from '../../core/html/slots.ts'
import { judge, practicesOf } from '../../core/kinds/practice/practices.ts'
import { withOwnLinks } from '../../core/links/own-links.ts'
import type { Visit } from './frame.server.ts'
import type { SealedPlace } from '../sealed/links.server.ts'
import { html, trusted } from '../../core/tree/template.ts'
import type { Say } from '../../core/words/say.ts'
import { type Said, slotFiller } from './slots.server.ts'

const sent = z.object({
  question: z.string().max(200),
  answer: z.array(z.coerce.number().int().min(0).max(1000)).max(100),
})

/**
 * What is said to an answer that was sent to a page: the verdict, and what the author wrote about each chosen answer.
 */
export async function sayTo(
  page: Node,
  place: Omit<SealedPlace, 'index'>,
  form: FormData,
  { say, href }: Pick<Visit, 'say' | 'href'>,
): Promise<Said | null> {
  const parsed = sent.safeParse({ question: form.get('question'), answer: form.getAll('answer') })
  const practice = parsed.success ? practicesOf(page).find(({ name }) => name === parsed.data.question) : undefined
  if (!parsed.success || !practice) return null
  const verdict = judge(practice, parsed.data.answer)
  if (!verdict) return { name: practice.name, html: html`<p class="verdict">${say('exercise.chooseFirst')}</p>` }
  const fill = await slotFiller(place, say)
  const told = verdict.chosen.map(({ text, feedback, position }) => {
    const words =
      feedback.textContent.trim() === '' && feedback.childCount === 1 && feedback.firstChild?.isTextblock
        ? ''
        : withOwnLinks(fillSlots(renderBlocks(page, feedback, position + 1).written, fill), href)
    return html`<div><p class="chosen">${say.html('exercise.youChose', { answer: text || say('exercise.withoutWords') })}</p>${trusted(words)}</div>`
  })
  const head = verdict.isRight
    ? say('exercise.right')
    : verdict.chosen.some(({ isRight }) => isRight)
      ? say('exercise.partlyRightHere')
      : say('exercise.notRight')
  return { name: practice.name, html: html`<p class="verdict">${head}</p>${told}` }
}

/** What our script gets for an answer it has sent. */
export function saidAsJson(said: Said | null, say: Say): Response {
  return said
    ? Response.json({ html: said.html.text })
    : Response.json({ reason: say('exercise.questionGone') }, { status: 400 })
}
