import { Heading2, Heading3, Heading4, Heading5, Heading6, Pilcrow, SquareCode } from 'lucide-react'
import { toHeading, toParagraph, toPreformatted } from '../commands.ts'
import { plainTitle, isBlock, type Tool } from './tool.ts'

/** What a heading of each level begins, and its sign. */
const LEVELS = [
  [2, 'A main part of the page.', Heading2],
  [3, 'A part within a main part.', Heading3],
  [4, 'A part within that.', Heading4],
  [5, 'A smaller part still.', Heading5],
  [6, 'The smallest part with a heading.', Heading6],
] as const

const HEADINGS = LEVELS.map(([level, help, icon]): Tool => ({
  id: `heading-${level}`,
  group: 'block',
  name: `Heading ${level}`,
  key: `Mod-Alt-${level}`,
  help,
  icon,
  command: toHeading(level),
  isOn: isBlock('heading', level),
  whyNot: plainTitle,
}))

/** What a block of text can be. */
export const BLOCK_TOOLS: readonly Tool[] = [
  {
    id: 'paragraph',
    group: 'block',
    name: 'Paragraph',
    key: 'Mod-Alt-0',
    help: 'Plain text of the page.',
    icon: Pilcrow,
    command: toParagraph,
    isOn: isBlock('paragraph'),
    whyNot: plainTitle,
  },
  ...HEADINGS,
  {
    id: 'preformatted',
    group: 'block',
    name: 'Preformatted',
    key: '',
    help: 'Keeps every space and line as typed, for a program or a poem.',
    icon: SquareCode,
    command: toPreformatted,
    isOn: isBlock('preformatted'),
    whyNot: plainTitle,
  },
]
