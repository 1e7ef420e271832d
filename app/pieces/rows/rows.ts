import { onDemand } from '../../shell/on-demand.tsx'

/** The list of a piece's entries. Dragging needs a library of its own, fetched when the sheet stands. */
export const RowList = onDemand(() => import('./row-list.tsx').then((module) => module.RowList))
