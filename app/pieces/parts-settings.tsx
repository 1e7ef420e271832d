import { useEditorState } from '@tiptap/react'
import { Ruler } from 'lucide-react'
import { countWords } from '../../core/document/statistics.ts'
import { partsToHeadings, type PartsPiece, reform } from '../../core/structure/headings.ts'
import { entriesOf } from '../../core/structure/parts.ts'
import { changing } from '../editor/transforms.ts'
import type { SettingsProps } from './piece.ts'
import { RowList } from './rows/rows.ts'

const OTHER: Record<PartsPiece, { into: PartsPiece; name: string }> = {
  tabs: { into: 'accordion', name: 'Accordion' },
  accordion: { into: 'tabs', name: 'Tabs' },
}

/** The parts of tabs or an accordion, and what else they could be. */
export function partsSettings(piece: PartsPiece, entry: string) {
  return function PartsSettings({ editor, position }: SettingsProps) {
    const { into, name } = OTHER[piece]
    const run = (command: ReturnType<typeof changing>): void => {
      command(editor.state, editor.view.dispatch, editor.view)
      editor.view.focus()
    }
    return (
      <>
        <RowList editor={editor} position={position} entry={entry} />
        <h3>Turn into</h3>
        <div className="desk-choices">
          <button
            type="button"
            className="desk-button"
            onClick={() => run(changing(({ doc }) => reform(doc, position, into)))}
          >
            {name}
          </button>
          <button
            type="button"
            className="desk-button"
            onClick={() =>
              run(
                changing(
                  ({ doc }) => partsToHeadings(doc, position),
                  () => position + 1,
                ),
              )
            }
          >
            Headings
          </button>
        </div>
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

/** Common practice: tabs hold a few parts of like weight; what is long or alone is better seen without a click. */
export function advice(piece: PartsPiece, words: readonly number[]): string {
  const total = words.reduce((sum, each) => sum + each, 0)
  if (words.length === 1)
    return piece === 'tabs'
      ? 'One tab alone hides nothing and needs a click: a heading says the same.'
      : 'One part alone: a reveal is simpler.'
  if (piece === 'tabs' && words.length > 7)
    return `${words.length} tabs do not stand in one line on most screens. An accordion has room for many.`
  const most = Math.max(...words)
  const share = total === 0 ? 0 : Math.round((most / total) * 100)
  if (total >= 150 && share > 60)
    return `Part ${words.indexOf(most) + 1} holds ${share}% of the words. As headings, students would see it without a click.`
  return ''
}
