import type { Editor } from '@tiptap/core'
import type { Command } from '@tiptap/pm/state'
import { useEditorState } from '@tiptap/react'
import { useMessages } from '../shell/messages.tsx'
import { type TurnedInto, turnings, turnInto } from '../../core/structure/turn-into.ts'
import type { Place } from '../editor/commands.ts'
import { changing } from '../editor/transforms.ts'

const NAMES: Readonly<Record<TurnedInto, string>> = {
  list: 'A list',
  columns: 'Columns',
  table: 'A table',
  chart: 'A chart',
}
const HELP: Readonly<Record<TurnedInto, string>> = {
  list: 'Each row becomes an item, its other cells a list beneath.',
  columns: 'Each column stands beside the others, and below them on a phone.',
  table: 'Each item becomes a row; what is listed beneath it, further cells.',
  chart: 'Its numbers are drawn above it.',
}
const helpFor = (into: TurnedInto, kind: string): string => {
  if (into !== 'table') return HELP[into]
  if (kind === 'columns') return 'The columns become the cells of one row.'
  return kind === 'chart' || kind === 'table' ? 'The table alone, without the drawing.' : HELP.table
}

interface Props {
  editor: Editor
  piece: Place
  /** What the piece is called, in lower case. */
  name: string
  run: (command: Command) => void
}

/** What the piece at the cursor could be instead, with its words. */
export function TurnDesk({ editor, piece, name, run }: Props) {
  const message = useMessages()
  const possible = useEditorState({
    editor,
    selector: ({ editor: { state } }) => (state.doc.nodeAt(piece.position) ? turnings(state.doc, piece.position) : []),
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  if (possible.length === 0) return null
  const turn = (into: TurnedInto): void => {
    const transform = turnInto(editor.state.doc, piece.position, into)
    if (transform)
      run(
        changing(
          () => transform,
          () => piece.position + 1,
        ),
      )
    else void message.info('Pieces nest no deeper here.', 6)
  }
  return (
    <section>
      <h3>Turn the {name} into</h3>
      <div className="desk-choices">
        {possible.map(({ into, whyNot }) => (
          <button
            key={into}
            type="button"
            className="desk-button"
            aria-disabled={whyNot !== ''}
            aria-description={whyNot || helpFor(into, piece.name)}
            title={whyNot || helpFor(into, piece.name)}
            onClick={() => whyNot === '' && turn(into)}
          >
            {NAMES[into]}
          </button>
        ))}
      </div>
    </section>
  )
}
