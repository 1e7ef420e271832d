import type { Node } from 'prosemirror-model'
import { sayIn } from '../words/say.ts'
import { renderBlocks } from './render.ts'
import { fillSlots, filledWord } from './slots.ts'

/**
 * HTML of a passage, for showing beside others: its headings are no places to link to, since two may have the same
 * words.
 */
export function passageHtml(passage: Node, say = sayIn('en')): string {
  return fillSlots(renderBlocks(passage, passage, 0, { arePlaces: false }).written, (slot) => filledWord(slot, say))
}
