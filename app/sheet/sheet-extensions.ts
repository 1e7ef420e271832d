import { type AnyExtension, Extension } from '@tiptap/core'
import { baseKeymap, chainCommands } from '@tiptap/pm/commands'
import { dropCursor } from '@tiptap/pm/dropcursor'
import { gapCursor } from '@tiptap/pm/gapcursor'
import { history } from '@tiptap/pm/history'
import { keymap } from '@tiptap/pm/keymap'
import { type Command, Plugin, TextSelection } from '@tiptap/pm/state'
import { TITLE_LENGTH } from '../../core/document/limits.ts'
import { equations } from '../editor/equations/asking.ts'
import { footnotes } from '../editor/footnotes/asking.ts'
import { notesBelow } from '../editor/footnotes/list-below.ts'
import { arriving } from '../media/arriving.ts'
import { findMarks } from '../find/find-marks.ts'
import { findingMarks } from '../proof/finding-marks.ts'
import { writeBeside } from '../editor/commands.ts'
import { othersCursors } from '../editor/cursors.ts'
import { beginTypingAhead, typeAhead } from '../insert/typed-ahead.ts'
import { coreClipboard } from '../editor/clipboard.ts'
import { pageEdges } from '../editor/edges.ts'
import { growPiece, moveBlock } from '../writing/piece-keys.ts'
import { leavingByTab, tabKeys } from '../editor/tab-key.ts'
import { keysAtLatestState } from '../saving/latest-state.ts'
import { fieldInEnglish } from '../editor/field-say.ts'
import { pageGuard } from '../editor/page-guard.ts'
import { pieceFrames } from '../editor/piece-frames.ts'
import { openParts } from '../editor/open-parts.ts'
import { taskBoxes } from '../editor/list-commands.ts'
import { backspaceAtEdge, deleteAtEdge, writingBesidePieces } from '../editor/part-keys.ts'
import { whereWords } from '../writing/where.ts'
import { announce } from '../shell/announce.ts'
import { pieceViews } from '../writing/piece-views.ts'
import { placeholders } from '../editor/placeholders.ts'
import { deleteBody, selectBody } from '../editor/select-body.ts'
import { facts } from '../editor/facts-place.ts'
import { FROM_OTHERS, localSteps } from '../saving/local-steps.ts'
import { kindExtensions } from '../editor/tiptap-kinds.ts'
import { keysOf } from '../editor/tools.ts'
import { typedLinks } from '../editor/links/typed-links.ts'
import { columnEdges } from '../editor/tables/column-edges.ts'
import { tableDialog } from '../editor/tables/new-table.ts'
import { enterInPieces, tables, writingKeys } from '../editor/writing-keys.ts'
import { isA } from '../../core/kinds/facts.ts'

/** Enter in the title goes on in the body: what stands behind the cursor begins a paragraph. */
const leaveTitle: Command = (state, dispatch) => {
  const { $from, $to } = state.selection
  if (!isA($from.parent, 'title') || !$from.sameParent($to)) return false
  const rest = $from.parent.textContent.slice($to.parentOffset)
  const transaction = state.tr.delete($from.pos, $from.end())
  const place = transaction.mapping.map($from.after())
  transaction.insert(place, state.schema.nodes.paragraph!.create(null, rest === '' ? null : state.schema.text(rest)))
  dispatch?.(transaction.setSelection(TextSelection.create(transaction.doc, place + 1)).scrollIntoView())
  return true
}

/** A key that does something else on an empty line of the page than in its words. */
const onEmptyLine =
  (run: Command): Command =>
  (state, dispatch, view) => {
    const { $from, empty } = state.selection
    return empty && isA($from.parent, 'paragraph') && $from.parent.content.size === 0 && run(state, dispatch, view)
  }

/** The keys of the sheet. */
export function sheetKeys({
  onLink,
  onWords,
  onFind,
  onInsert,
  onSettings,
  onTabStays,
}: KeyCallbacks): Record<string, Command> {
  const openInsert: Command = (_state, _dispatch, view) => {
    if (view) beginTypingAhead(view)
    onInsert()
    return true
  }
  return {
    ...writingKeys(onLink, onWords),
    ...keysOf('block'),
    'Mod-a': selectBody,
    'Mod-f': () => (onFind(false), true),
    'Mod-h': () => (onFind(true), true),
    Backspace: chainCommands(deleteBody, backspaceAtEdge),
    Delete: chainCommands(deleteBody, deleteAtEdge),
    '/': onEmptyLine(openInsert),
    'Mod-/': openInsert,
    'Mod-Enter': writeBeside('below'),
    'Mod-Shift-Enter': writeBeside('above'),
    Enter: chainCommands(leaveTitle, enterInPieces),
    ...tabKeys(onTabStays),
    'Alt-ArrowUp': moveBlock('up'),
    'Alt-ArrowDown': moveBlock('down'),
    'Alt-ArrowRight': growPiece(1),
    'Alt-ArrowLeft': growPiece(-1),
    'Alt-Enter': () => (onSettings(), true),
    'Shift-F1': (state) => (announce(whereWords(state)), true),
  }
}

/** Keeps a title from growing past what a title holds; tells why. What others write passes. */
function titleLength(onTooLong: (length: number) => void): Plugin {
  return new Plugin({
    filterTransaction(transaction) {
      const title = transaction.doc.firstChild
      if (
        !transaction.docChanged ||
        transaction.getMeta(FROM_OTHERS) ||
        !title ||
        title.content.size <= TITLE_LENGTH ||
        title.content.size <= (transaction.before.firstChild?.content.size ?? 0)
      )
        return true
      onTooLong(title.content.size)
      return false
    },
  })
}

/** What keys of the sheet open, or tell. */
export interface KeyCallbacks {
  onLink: () => void
  /** Opens the look and language of words. */
  onWords: () => void
  /** Opens the find bar, with the field for other words or without. */
  onFind: (replaces: boolean) => void
  /** Opens the dialog of an equation. */
  onEquation: () => void
  /** Opens the dialog of a footnote. */
  onFootnote: () => void
  /** Opens the dialog of a new table. */
  onTable: () => void
  /** Opens the insert dialog. */
  onInsert: () => void
  /** Goes to the settings of the piece at the cursor. */
  onSettings: () => void
  /** Tab was pressed where it does nothing: told how one leaves. */
  onTabStays: () => void
}

export interface EditorCallbacks extends KeyCallbacks {
  onTitleTooLong: (length: number) => void
  /** Takes files that were pasted or dropped; false when they are none of ours. */
  onFiles: (files: readonly File[], at?: number) => boolean
  /** Takes an embed code, or an address of a host of players, that was pasted. */
  onEmbed: (text: string) => void
  /** Told when something could not be done, in a sentence. */
  onTrouble: (words: string) => void
  /** Origins of hosts whose share addresses become players. */
  readonly players: readonly string[]
}

/** Everything the editor is made of: the kinds, and what editing needs beyond them. */
export function sheetExtensions(callbacks: EditorCallbacks): AnyExtension[] {
  const { onTitleTooLong } = callbacks
  const editing = Extension.create({
    name: 'sheet',
    priority: 50,
    addProseMirrorPlugins() {
      return [
        leavingByTab(),
        localSteps(),
        keysAtLatestState(),
        equations(callbacks.onEquation),
        tableDialog(callbacks.onTable),
        footnotes(callbacks.onFootnote),
        notesBelow(),
        // Before the editing of tables, which would take a table from elsewhere as it comes.
        coreClipboard({ ...callbacks, say: fieldInEnglish, tellsReport: true }, this.editor.schema),
        columnEdges(),
        history(),
        typedLinks(),
        new Plugin({ props: { handleKeyDown: (_view, event) => typeAhead(event) } }),
        keymap(sheetKeys(callbacks)),
        keymap(baseKeymap),
        tables(),
        pageEdges(),
        gapCursor(),
        dropCursor({ color: 'var(--lichen)', width: 2 }),
        othersCursors(),
        placeholders(),
        taskBoxes(),
        pieceFrames(),
        openParts(),
        writingBesidePieces(),
        pieceViews(),
        facts(),
        pageGuard((problem) => callbacks.onTrouble(`That was not done: ${problem}`)),
        titleLength(onTitleTooLong),
        findingMarks(),
        findMarks(),
        arriving(),
      ]
    },
  })
  return [...kindExtensions(), editing]
}
