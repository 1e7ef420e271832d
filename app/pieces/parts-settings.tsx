import { useEditorState } from '@tiptap/react'
import { Ruler } from 'lucide-react'
import type { ReactNode } from 'react'
import { adviceOnPiece } from '../../core/measures/advice.ts'
import type { SettingsProps } from './piece.ts'
import { RowList } from './rows/rows.ts'

/** The parts of a piece, what else is set about it, and what its measures say. */
export function partsSettings(entry: string, Own?: (props: SettingsProps) => ReactNode) {
  return function PartsSettings({ editor, position }: SettingsProps) {
    return (
      <>
        <RowList editor={editor} position={position} entry={entry} />
        {Own && <Own editor={editor} position={position} />}
        <PieceAdvice editor={editor} position={position} />
      </>
    )
  }
}

/** What the measures of the piece say, where they say something. */
function PieceAdvice({ editor, position }: SettingsProps) {
  const words = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const piece = state.doc.nodeAt(position)
      return (piece && adviceOnPiece(piece)?.message) ?? ''
    },
  })
  return words ? (
    <p className="desk-advice">
      <Ruler size={15} aria-hidden /> <span>{words}</span>
    </p>
  ) : null
}
