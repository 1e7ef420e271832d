import type { DrawnLook } from '../drawn-view.ts'
import type { Drawing } from './drawing.ts'
import { drawn } from './fetched.ts'

/** A slider on the sheet, which moves as it will for students. */
export const sliderLook: DrawnLook<Drawing> = {
  className: 'slider',
  drawingOf: ({ attrs }, onFetched) => drawn(attrs, onFetched),
  hintOf: ({ attrs }) =>
    attrs.values === '' ? 'Nothing is worked out from it yet: type a formula in the side desk.' : '',
  enliven: (frame, { enliven }) => enliven(frame),
}
