import type { Rule } from './rule.ts'
import { altSaysNothing } from './rules/alt-says-nothing.ts'
import { bareAddress } from './rules/bare-address.ts'
import { chartOfNothing } from './rules/chart-of-nothing.ts'
import { crossedHeads } from './rules/crossed-heads.ts'
import { deadButton } from './rules/dead-button.ts'
import { emojiAlone } from './rules/emoji-alone.ts'
import { fakedHeading } from './rules/faked-heading.ts'
import { fakedList } from './rules/faked-list.ts'
import { fakedParagraphs } from './rules/faked-paragraphs.ts'
import { linkToNothing } from './rules/link-to-nothing.ts'
import { openBlank } from './rules/open-blank.ts'
import { pictureWithoutAlt } from './rules/picture-without-alt.ts'
import { skippedHeading } from './rules/skipped-heading.ts'
import { tableWithoutHeaders } from './rules/table-without-headers.ts'
import { untitledFrame } from './rules/untitled-frame.ts'
import { vagueLink } from './rules/vague-link.ts'
import { weakTextColour } from './rules/weak-text-colour.ts'
import { weakContrast } from './rules/weak-contrast.ts'

/** Every rule of the proof. */
export const rules: readonly Rule[] = [
  pictureWithoutAlt,
  altSaysNothing,
  tableWithoutHeaders,
  crossedHeads,
  chartOfNothing,
  untitledFrame,
  skippedHeading,
  fakedHeading,
  fakedList,
  fakedParagraphs,
  vagueLink,
  bareAddress,
  linkToNothing,
  deadButton,
  openBlank,
  emojiAlone,
  weakContrast,
  weakTextColour,
]

export const ruleOf = (id: string): Rule | undefined => rules.find((rule) => rule.id === id)
