import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import type { RepairOffer } from './rule.ts'

/** What can be done about an alternative text: say what the picture shows, or that it is decorative. */
export const altRepairs: readonly RepairOffer[] = [
  { id: 'words', label: 'Say what it shows', asks: 'Alternative text' },
  { id: 'decorative', label: 'It is decorative' },
]

/** Makes one of them for the picture at a place; null when words are asked for and there are none. */
export function repairAlt(page: Node, { from }: { from: number }, id: string, words: string): Transform | null {
  const alt = id === 'decorative' ? '' : words.trim()
  return id === 'decorative' || alt !== '' ? new Transform(page).setNodeAttribute(from, 'alt', alt) : null
}
