import type { Node } from 'prosemirror-model'

/** Whether items of a list are there to be ticked, which nothing else has. */
export const hasTicks = (list: Node): boolean => list.children.some(({ attrs }) => typeof attrs.task === 'string')

export const NOTHING_TO_TICK = 'Its items are ticked off; elsewhere there is nothing to tick.'
