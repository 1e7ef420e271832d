import { sealedLinks, type SealedPlace } from '../sealed/links.server.ts'
import { filledWord } from '../../core/html/slots.ts'
import type { Say } from '../../core/words/say.ts'
import type { SafeHtml } from '../../core/tree/template.ts'

/** What is said to the answer of one practice question. */
export interface Said {
  readonly name: string
  readonly html: SafeHtml
}

/**
 * Fills the slots of a page for one reader: addresses of sealed frames, what was said to an answer just given, their
 * versions of questions.
 */
export async function slotFiller(
  place: Omit<SealedPlace, 'index'>,
  say: Say,
  said: Said | null = null,
  questions: ReadonlyMap<string, SafeHtml> = new Map(),
): Promise<(slot: string) => string> {
  const link = await sealedLinks()
  return (slot) => {
    // In an attribute: the address holds no sign that would end it but the ampersand.
    if (slot.startsWith('sealed-')) return link({ ...place, index: Number(slot.slice(7)) }).replaceAll('&', '&amp;')
    if (slot.startsWith('result-')) return said?.name === slot.slice(7) ? said.html.text : ''
    if (slot.startsWith('question-')) return questions.get(slot.slice(9))?.text ?? ''
    const word = filledWord(slot, say)
    if (word !== undefined) return word
    throw new Error(`No slot is called ${slot}.`)
  }
}
