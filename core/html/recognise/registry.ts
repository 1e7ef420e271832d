import { columnsByHand } from './columns.ts'
import { foldsByHand, namedDetails } from './folds.ts'
import { ratioFrame } from './ratio-frame.ts'
import type { Recogniser } from './recogniser.ts'
import { captionBesideTable, figureOfTable } from './table-captions.ts'
import { headOfPlainCells } from './table-heads.ts'
import { tabsByHand } from './tabs.ts'

/** The ways of writing pieces by hand that are recognised; the first that fits counts. */
export const recognisers: readonly Recogniser[] = [
  tabsByHand,
  namedDetails,
  foldsByHand,
  ratioFrame,
  captionBesideTable,
  figureOfTable,
  headOfPlainCells,
  columnsByHand,
]
