import { accordion } from './accordion/kind.ts'
import { bankQuestion } from './bank-question/kind.ts'
import { blank } from './blank/kind.ts'
import { box } from './box/kind.ts'
import { bulletList } from './bullet-list/kind.ts'
import { column, columns } from './columns/kinds.ts'
import { contents } from './contents/kind.ts'
import { doc } from './doc/kind.ts'
import { emphasis } from './emphasis/kind.ts'
import { heading } from './heading/kind.ts'
import { htmlPiece } from './html-piece/kind.ts'
import type { MarkKind, NodeKind } from './kind.ts'
import { lineBreak } from './line-break/kind.ts'
import { link } from './link/kind.ts'
import { linkCard } from './link-card/kind.ts'
import { listItem } from './list-item/kind.ts'
import { orderedList } from './ordered-list/kind.ts'
import { paragraph } from './paragraph/kind.ts'
import { passage } from './passage/kind.ts'
import { part, partTitle } from './part/kinds.ts'
import { player } from './player/kind.ts'
import { caption, picture } from './picture/kinds.ts'
import { answer, answerText, feedback, practice, prompt } from './practice/kinds.ts'
import { quotation } from './quotation/kind.ts'
import { reveal } from './reveal/kind.ts'
import { rule } from './rule/kind.ts'
import { strong } from './strong/kind.ts'
import { table, tableCell, tableHeader, tableRow } from './table/kinds.ts'
import { tabs } from './tabs/kind.ts'
import { text } from './text/kind.ts'
import { title } from './title/kind.ts'
import { value } from './value/kind.ts'
import { underline } from './underline/kind.ts'

/** Every kind of node, in the order of the schema: the first block is what an empty place is filled with. */
export const nodeKinds = {
  doc,
  title,
  paragraph,
  heading,
  bulletList,
  orderedList,
  listItem,
  quotation,
  rule,
  table,
  tableRow,
  tableCell,
  tableHeader,
  box,
  tabs,
  accordion,
  part,
  partTitle,
  reveal,
  columns,
  column,
  contents,
  practice,
  prompt,
  answer,
  answerText,
  feedback,
  htmlPiece,
  picture,
  caption,
  player,
  linkCard,
  text,
  lineBreak,
  value,
  bankQuestion,
  passage,
} satisfies Record<string, NodeKind>

/** Every mark, outermost first: the order in which they nest in HTML. */
export const markKinds = { link, blank, strong, emphasis, underline } satisfies Record<string, MarkKind>
