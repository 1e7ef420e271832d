import { type AnyExtension, Extension } from '@tiptap/core'
import { baseKeymap } from '@tiptap/pm/commands'
import { dropCursor } from '@tiptap/pm/dropcursor'
import { gapCursor } from '@tiptap/pm/gapcursor'
import { history } from '@tiptap/pm/history'
import { keymap } from '@tiptap/pm/keymap'
import { equations } from '../editor/equations/asking.ts'
import { arriving } from '../media/arriving.ts'
import { coreClipboard, type PlacedPicture } from '../editor/paste/clipboard.ts'
import { keysAtLatestState } from '../saving/latest-state.ts'
import type { FieldSay } from '../editor/field-say.ts'
import { typingBeside } from '../editor/typing/beside-selected.ts'
import { typingShortcuts } from '../editor/typing/shortcuts.ts'
import { typedLinks } from '../editor/typing/typed-links.ts'
import { columnEdges } from '../editor/tables/column-edges.ts'
import { tableDialog } from '../editor/tables/new-table.ts'
import { symbols } from '../editor/symbols/asking.ts'
import { tables, writingKeys } from '../editor/writing-keys.ts'
import { pageGuard } from '../editor/page-guard.ts'
import { taskBoxes } from '../editor/list-commands.ts'
import { openParts } from '../editor/open-parts.ts'
import { writingBesidePieces } from '../editor/part-keys.ts'
import { pieceViews } from './piece-views.ts'
import { kindExtensions } from '../editor/tiptap-kinds.ts'

/** What a passage asks in a dialog. */
export type Question = 'link' | 'equation' | 'table' | 'symbol'

interface Callbacks {
  onAsk: (question: Question) => void
  onSend: () => void
  onFiles: (files: readonly File[], at?: number) => boolean
  onPictures: (pictures: readonly PlacedPicture[]) => () => void
  onTrouble: (words: string) => void
  readonly say: FieldSay
}

/** The editor of a passage: the sheet's own, less what needs a page. */
export function passageExtensions(callbacks: Callbacks): AnyExtension[] {
  const { onAsk, onSend, onFiles, onTrouble, say } = callbacks
  const editing = Extension.create({
    name: 'passage-editing',
    priority: 50,
    addProseMirrorPlugins() {
      return [
        keysAtLatestState(),
        equations(() => onAsk('equation')),
        tableDialog(() => onAsk('table')),
        symbols(() => onAsk('symbol')),
        history(),
        typingBeside(),
        typedLinks(),
        typingShortcuts(),
        keymap({ ...writingKeys(() => onAsk('link')), 'Mod-Enter': () => (onSend(), true) }),
        keymap(baseKeymap),
        // Before the editing of tables, which would take a table from elsewhere as it comes.
        coreClipboard(
          {
            onFiles,
            onPictures: callbacks.onPictures,
            onEmbed: () => onTrouble(say('field.noPlayers')),
            onTrouble,
            players: [],
            say,
            tellsReport: false,
          },
          this.editor.schema,
        ),
        columnEdges(),
        tables(),
        gapCursor(),
        dropCursor({ color: 'var(--lichen)', width: 2 }),
        taskBoxes(),
        openParts(),
        writingBesidePieces(),
        pieceViews(),
        arriving(),
        pageGuard(() => onTrouble(say('field.notDone'))),
      ]
    },
  })
  return [...kindExtensions('passage'), editing]
}
