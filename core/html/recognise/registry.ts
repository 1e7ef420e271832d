import { callOutsByHand } from './call-outs.ts'
import { carousels } from './carousels.ts'
import { columnsByHand } from './columns.ts'
import { dialogsByHand } from './dialogs.ts'
import { floatedBox } from './floated-box.ts'
import { dropCaps } from './drop-caps.ts'
import { flowingColumns } from './flowing-columns.ts'
import { foldsByHand, namedDetails } from './folds.ts'
import { linkButtons } from './link-buttons.ts'
import { partLists } from './part-lists.ts'
import { ratioFrame } from './ratio-frame.ts'
import { questionsByHand } from './questions.ts'
import { radioTabs } from './radio-tabs.ts'
import type { Recogniser } from './recogniser.ts'
import { rulesByHand } from './rules.ts'
import { captionBesideTable, figureOfTable } from './table-captions.ts'
import { headOfPlainCells } from './table-heads.ts'
import { tabsByHand } from './tabs.ts'

/** The ways of writing pieces by hand that are recognised; the first that fits counts. */
export const recognisers: readonly Recogniser[] = [
  carousels,
  tabsByHand,
  radioTabs,
  questionsByHand,
  namedDetails,
  dialogsByHand,
  foldsByHand,
  linkButtons,
  ratioFrame,
  partLists,
  callOutsByHand,
  floatedBox,
  captionBesideTable,
  figureOfTable,
  headOfPlainCells,
  columnsByHand,
  flowingColumns,
  dropCaps,
  rulesByHand,
]
