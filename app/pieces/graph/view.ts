import type { DrawnLook } from '../drawn-view.ts'
import type { Drawing } from './drawing.ts'
import { drawn } from './fetched.ts'

/** A graph on the sheet, without the table of its values. */
export const graphLook: DrawnLook<Drawing> = {
  className: 'graph',
  drawingOf: ({ attrs }, onFetched) => drawn(attrs, onFetched),
  hintOf: ({ attrs }) => (attrs.functions === '' ? 'A graph without a function yet: type one in the side desk.' : ''),
}
