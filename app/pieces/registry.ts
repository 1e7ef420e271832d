import { accordion } from './accordion/piece.tsx'
import { bankQuestion } from './bank-question/piece.tsx'
import { box } from './box/piece.tsx'
import { aside } from './aside/piece.tsx'
import { buttons } from './buttons/piece.tsx'
import { callOut } from './call-out/piece.tsx'
import { cards } from './cards/piece.tsx'
import { steps } from './steps/piece.tsx'
import { timeline } from './timeline/piece.tsx'
import { carousel } from './carousel/piece.tsx'
import { columns } from './columns/piece.tsx'
import { definitionList } from './definition-list/piece.tsx'
import { bulletList, orderedList } from './lists/pieces.tsx'
import { preformatted } from './preformatted/piece.tsx'
import { contents } from './contents/piece.tsx'
import { displayEquation, equation } from './equation/piece.tsx'
import { footnote } from './footnote/piece.tsx'
import { chart } from './chart/piece.tsx'
import { badge } from './badge/piece.tsx'
import { glossaryTerm } from './glossary-term/piece.tsx'
import { graph } from './graph/piece.tsx'
import { htmlPiece } from './html-piece/piece.tsx'
import type { Piece } from './piece.ts'
import { labelledPicture, spot } from './labelled-picture/piece.tsx'
import { linkCard } from './link-card/piece.tsx'
import { player } from './player/piece.tsx'
import { namedPlace } from './named-place/piece.tsx'
import { openQuestion } from './open-question/piece.tsx'
import { picture } from './picture/piece.tsx'
import { popUp } from './pop-up/piece.tsx'
import { practice } from './practice/piece.tsx'
import { quotation } from './quotation/piece.tsx'
import { reveal } from './reveal/piece.tsx'
import { rule } from './rule/piece.tsx'
import { snippet } from './snippet/piece.tsx'
import { slider } from './slider/piece.tsx'
import { captionedTable, table } from './table/piece.tsx'
import { tabs } from './tabs/piece.tsx'

/** Every piece that the interface knows something about, in the order of the insert dialog. */
export const PIECES: readonly Piece[] = [
  tabs,
  accordion,
  steps,
  timeline,
  reveal,
  popUp,
  carousel,
  columns,
  contents,
  callOut,
  box,
  aside,
  snippet,
  cards,
  buttons,
  quotation,
  bulletList,
  orderedList,
  definitionList,
  displayEquation,
  equation,
  footnote,
  namedPlace,
  glossaryTerm,
  badge,
  table,
  captionedTable,
  preformatted,
  rule,
  picture,
  labelledPicture,
  spot,
  chart,
  graph,
  slider,
  player,
  linkCard,
  htmlPiece,
  practice,
  openQuestion,
  bankQuestion,
]

export const pieceOf = (kind: string): Piece | undefined => PIECES.find((piece) => piece.kind === kind)
