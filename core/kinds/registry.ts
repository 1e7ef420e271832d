import { abbreviation } from './abbreviation/kind.ts'
import { accordion } from './accordion/kind.ts'
import { aside } from './aside/kind.ts'
import { badge } from './badge/kind.ts'
import { bankQuestion } from './bank-question/kind.ts'
import { blank } from './blank/kind.ts'
import { box } from './box/kind.ts'
import { bulletList } from './bullet-list/kind.ts'
import { button, buttonLabel, buttonNote, buttons } from './buttons/kinds.ts'
import { callOut } from './call-out/kind.ts'
import { cards } from './cards/kind.ts'
import { carousel } from './carousel/kind.ts'
import { chart } from './chart/kind.ts'
import { code } from './code/kind.ts'
import { column, columns } from './columns/kinds.ts'
import { contents } from './contents/kind.ts'
import { definition, definitionList, term } from './definition-list/kinds.ts'
import { direction } from './direction/kind.ts'
import { doc } from './doc/kind.ts'
import { emphasis } from './emphasis/kind.ts'
import { displayEquation, equation } from './equation/kinds.ts'
import { footnote } from './footnote/kind.ts'
import { glossaryTerm } from './glossary-term/kind.ts'
import { graph } from './graph/kind.ts'
import { heading } from './heading/kind.ts'
import { highlight } from './highlight/kind.ts'
import { htmlPiece } from './html-piece/kind.ts'
import { keyboard } from './keyboard/kind.ts'
import type { MarkKind, NodeKind } from './kind.ts'
import { labelledPicture, spot } from './labelled-picture/kinds.ts'
import { language } from './language/kind.ts'
import { lineBreak } from './line-break/kind.ts'
import { link } from './link/kind.ts'
import { linkCard } from './link-card/kind.ts'
import { listItem } from './list-item/kind.ts'
import { modelAnswer, openPrompt, openQuestion } from './open-question/kinds.ts'
import { orderedList } from './ordered-list/kind.ts'
import { namedPlace } from './named-place/kind.ts'
import { paragraph } from './paragraph/kind.ts'
import { passage } from './passage/kind.ts'
import { part, partTitle } from './part/kinds.ts'
import { player } from './player/kind.ts'
import { caption, picture } from './picture/kinds.ts'
import { popUp } from './pop-up/kind.ts'
import { preformatted } from './preformatted/kind.ts'
import { answer, answerText, feedback, practice, prompt } from './practice/kinds.ts'
import { quotation } from './quotation/kind.ts'
import { reveal } from './reveal/kind.ts'
import { rule } from './rule/kind.ts'
import { slider } from './slider/kind.ts'
import { snippet } from './snippet/kind.ts'
import { smallCaps } from './small-caps/kind.ts'
import { steps } from './steps/kind.ts'
import { strike } from './strike/kind.ts'
import { strong } from './strong/kind.ts'
import { subscript } from './subscript/kind.ts'
import { superscript } from './superscript/kind.ts'
import { captionedTable, table, tableCaption, tableCell, tableHeader, tableRow } from './table/kinds.ts'
import { tabs } from './tabs/kind.ts'
import { text } from './text/kind.ts'
import { textColour } from './text-colour/kind.ts'
import { textSize } from './text-size/kind.ts'
import { timeline } from './timeline/kind.ts'
import { title } from './title/kind.ts'
import { typeface } from './typeface/kind.ts'
import { value } from './value/kind.ts'
import { underline } from './underline/kind.ts'

/** Every kind of node, in the order of the schema: the first block is what an empty place is filled with. */
export const nodeKinds = {
  doc,
  title,
  paragraph,
  heading,
  steps,
  timeline,
  buttons,
  button,
  buttonLabel,
  buttonNote,
  bulletList,
  orderedList,
  listItem,
  definitionList,
  term,
  definition,
  quotation,
  preformatted,
  rule,
  displayEquation,
  table,
  tableRow,
  tableCell,
  tableHeader,
  captionedTable,
  tableCaption,
  snippet,
  aside,
  callOut,
  box,
  cards,
  carousel,
  tabs,
  accordion,
  part,
  partTitle,
  popUp,
  reveal,
  columns,
  column,
  contents,
  practice,
  prompt,
  answer,
  answerText,
  feedback,
  openQuestion,
  openPrompt,
  modelAnswer,
  htmlPiece,
  graph,
  slider,
  chart,
  picture,
  caption,
  labelledPicture,
  spot,
  player,
  linkCard,
  text,
  lineBreak,
  equation,
  footnote,
  value,
  namedPlace,
  bankQuestion,
  passage,
} satisfies Record<string, NodeKind>

/** Every mark, outermost first: the order in which they nest in HTML. */
export const markKinds = {
  link,
  blank,
  language,
  direction,
  badge,
  highlight,
  textColour,
  textSize,
  typeface,
  glossaryTerm,
  abbreviation,
  strong,
  emphasis,
  underline,
  strike,
  smallCaps,
  subscript,
  superscript,
  keyboard,
  code,
} satisfies Record<string, MarkKind>
