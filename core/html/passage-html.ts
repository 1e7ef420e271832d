import type { Node } from 'prosemirror-model'
import { sayIn } from '../words/say.ts'
import { filledWord, fillSlots, renderBlocks } from './render.ts'

/**
 * HTML of a passage, for showing beside others: its headings are no places to link to, since two may have the same
 * words.
 */
export function passageHtml(passage: Node, say = sayIn('en')): string {
  return fillSlots(renderBlocks(passage, passage, 0, { arePlaces: false }).written, (slot) => filledWord(slot, say))
}
