import type { Node } from 'prosemirror-model'
import { readingAddress, withOwnLinks } from '../links/own-links.ts'
import { sayIn } from '../words/say.ts'
import { renderBlocks } from './render.ts'
import { fillSlots, filledWord } from './slots.ts'

/**
 * HTML of a passage, for showing beside others: its headings are no places to link to, since two may have the same
 * words. Links to what stands in the course lead to where it is read; without a course they stay by identity.
 */
export function passageHtml(passage: Node, say = sayIn('en'), courseId?: string): string {
  const { written } = renderBlocks(passage, passage, 0, { arePlaces: false })
  const html = fillSlots(written, (slot) => filledWord(slot, say))
  return courseId === undefined ? html : withOwnLinks(html, (id) => readingAddress(courseId, id))
}
