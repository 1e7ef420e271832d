import { type AnyExtension, Extension } from '@tiptap/core'
import { baseKeymap } from '@tiptap/pm/commands'
import { dropCursor } from '@tiptap/pm/dropcursor'
import { gapCursor } from '@tiptap/pm/gapcursor'
import { history } from '@tiptap/pm/history'
import { keymap } from '@tiptap/pm/keymap'
import { equations } from '../editor/equations/asking.ts'
import { arriving } from '../media/arriving.ts'
import { coreClipboard } from '../editor/clipboard.ts'
import { keysAtLatestState } from '../saving/latest-state.ts'
import type { FieldSay } from '../editor/field-say.ts'
import { typedLinks } from '../editor/links/typed-links.ts'
import { columnEdges } from '../editor/tables/column-edges.ts'
import { tableDialog } from '../editor/tables/new-table.ts'
import { tables, writingKeys } from '../editor/writing-keys.ts'
import { pageGuard } from '../editor/page-guard.ts'
import { taskBoxes } from '../editor/list-commands.ts'
import { openParts } from '../editor/open-parts.ts'
import { writingBesidePieces } from '../editor/part-keys.ts'
import { pieceViews } from './piece-views.ts'
import { kindExtensions } from '../editor/tiptap-kinds.ts'

interface Callbacks {
  onLink: () => void
  onEquation: () => void
  onTable: () => void
  onSend: () => void
  onFiles: (files: readonly File[], at?: number) => boolean
  onTrouble: (words: string) => void
  readonly say: FieldSay
}

/** The editor of a passage: the sheet's own, less what needs a page. */
export function passageExtensions(callbacks: Callbacks): AnyExtension[] {
  const { onLink, onSend, onFiles, onTrouble, say } = callbacks
  const editing = Extension.create({
    name: 'passage-editing',
    priority: 50,
    addProseMirrorPlugins() {
      return [
        keysAtLatestState(),
        equations(callbacks.onEquation),
        tableDialog(callbacks.onTable),
        history(),
        typedLinks(),
        keymap({ ...writingKeys(onLink), 'Mod-Enter': () => (onSend(), true) }),
        keymap(baseKeymap),
        // Before the editing of tables, which would take a table from elsewhere as it comes.
        coreClipboard(
          {
            onFiles,
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
