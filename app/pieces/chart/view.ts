import type { DrawnLook } from '../drawn-view.ts'
import type { Drawing } from './drawing.ts'
import { drawnChart } from './fetched.ts'

/** A chart on the sheet, above the table that one writes in. */
export const chartLook: DrawnLook<Drawing> = {
  className: 'chart',
  drawingOf: drawnChart,
  hintOf: (_, { html }) =>
    html === '' ? 'Nothing to draw yet: write names into the first column, and numbers beside them.' : '',
}
