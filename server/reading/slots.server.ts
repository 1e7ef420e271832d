import { sealedLinks, type SealedPlace } from '../sealed/links.server.ts'
import type { SafeHtml } from './html.server.ts'

/** What is said to the answer of one practice question. */
export interface Said {
  readonly name: string
  readonly html: SafeHtml
}

/** Fills the slots of a page for one reader: addresses of sealed frames, and what was said to an answer just given. */
export async function slotFiller(place: Omit<SealedPlace, 'index'>, said: Said | null = null): Promise<(slot: string) => string> {
  const link = await sealedLinks()
  return (slot) => {
    // In an attribute: the address holds no sign that would end it but the ampersand.
    if (slot.startsWith('sealed-')) return link({ ...place, index: Number(slot.slice(7)) }).replaceAll('&', '&amp;')
    if (slot.startsWith('result-')) return said?.name === slot.slice(7) ? said.html.text : ''
    throw new Error(`No slot is called ${slot}.`)
  }
}
