import type { NamedColour } from './colour-choice.tsx'

/** Colours of lines that are seen on paper and on the dark ground alike, at 3 to 1. */
export const LINE_COLOURS: readonly NamedColour[] = [
  ['Ochre', '#b0762a'],
  ['Lichen', '#6d8f5c'],
  ['Slate', '#6f8399'],
  ['Brick', '#c05f50'],
]
