import { lazy } from 'react'

/** The list of a piece's entries. Dragging needs a library of its own, fetched with the first such piece. */
export const RowList = lazy(() => import('./row-list.tsx').then((module) => ({ default: module.RowList })))
