import { useEditorState } from '@tiptap/react'
import { Ruler } from 'lucide-react'
import type { ReactNode } from 'react'
import { countWords } from '../../core/document/statistics.ts'
import type { PartsPiece } from '../../core/structure/headings.ts'
import { entriesOf } from '../../core/structure/parts.ts'
import type { SettingsProps } from './piece.ts'
import { RowList } from './rows/rows.ts'

/** The parts of a piece, what else is set about it, and what its measures say. */
export function partsSettings(piece: PartsPiece, entry: string, Own?: (props: SettingsProps) => ReactNode) {
  return function PartsSettings({ editor, position }: SettingsProps) {
    return (
      <>
        <RowList editor={editor} position={position} entry={entry} />
        {Own && <Own editor={editor} position={position} />}
        <Advice editor={editor} position={position} piece={piece} />
      </>
    )
  }
}

/** What the measures of the piece say, where they say something. */
function Advice({ editor, position, piece }: SettingsProps & { piece: PartsPiece }) {
  const words = useEditorState({
    editor,
    selector: ({ editor: { state } }) =>
      advice(
        piece,
        entriesOf(state.doc, position).map(({ node }) => countWords(node)),
      ),
  })
  return words ? (
    <p className="desk-advice">
      <Ruler size={15} aria-hidden /> <span>{words}</span>
    </p>
  ) : null
}

const ALONE: Readonly<Record<PartsPiece, string>> = {
  tabs: 'One tab alone hides nothing and needs a click: a heading says the same.',
  accordion: 'One part alone: a reveal is simpler.',
  steps: 'One step alone: a paragraph says the same.',
  cards: 'One card alone: a box says the same.',
  timeline: 'One date alone makes no line: a heading says the same.',
  carousel: 'One slide alone leads nowhere: a heading says the same.',
}

/** Common practice: tabs hold a few parts of like weight; what is long or alone is better seen without a click. */
export function advice(piece: PartsPiece, words: readonly number[]): string {
  const total = words.reduce((sum, each) => sum + each, 0)
  if (words.length === 1) return ALONE[piece]
  if (piece === 'tabs' && words.length > 7)
    return `${words.length} tabs do not stand in one line on most screens. An accordion has room for many.`
  if (piece === 'carousel' && total >= 150)
    return 'Few students go past the first slide. Steps or cards show all of it at once.'
  if (piece !== 'tabs' && piece !== 'accordion') return ''
  const most = Math.max(...words)
  const share = total === 0 ? 0 : Math.round((most / total) * 100)
  if (total >= 150 && share > 60)
    return `Part ${words.indexOf(most) + 1} holds ${share}% of the words. As headings, students would see it without a click.`
  return ''
}
