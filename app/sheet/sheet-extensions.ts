import { type AnyExtension, Extension } from '@tiptap/core'
import { baseKeymap, chainCommands } from '@tiptap/pm/commands'
import { dropCursor } from '@tiptap/pm/dropcursor'
import { gapCursor } from '@tiptap/pm/gapcursor'
import { undoInputRule } from '@tiptap/pm/inputrules'
import { history } from '@tiptap/pm/history'
import { keymap } from '@tiptap/pm/keymap'
import { type Command, Plugin, TextSelection } from '@tiptap/pm/state'
import { TITLE_LENGTH } from '../../core/document/limits.ts'
import { hiddenCharacters } from '../editor/hidden/hidden-characters.ts'
import { equations } from '../editor/equations/asking.ts'
import { snippetDialog } from '../editor/asking-snippet.ts'
import { wordsDialog } from '../editor/asking-words.ts'
import { symbols } from '../editor/symbols/asking.ts'
import { footnotes } from '../editor/footnotes/asking.ts'
import { hereInWords } from './here-in-words.ts'
import { namedPlaces } from '../editor/places/asking.ts'
import { notesBelow } from '../editor/footnotes/list-below.ts'
import { arriving } from '../media/arriving.ts'
import { findMarks } from '../find/find-marks.ts'
import { nextWrongWord, spellingMarks } from '../spelling/spelling-marks.ts'
import type { WordList } from '../spelling/word-list.ts'
import type { Word } from '../../core/spelling/words.ts'
import { findingMarks } from '../proof/finding-marks.ts'
import { writeBeside } from '../editor/commands.ts'
import { othersCursors } from '../editor/cursors.ts'
import { beginTypingAhead, typeAhead } from '../insert/typed-ahead.ts'
import { coreClipboard, type PlacedPicture } from '../editor/paste/clipboard.ts'
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
import { announce } from '../shell/announce.ts'
import { pieceViews } from '../writing/piece-views.ts'
import { placeholders } from '../editor/placeholders.ts'
import { deleteBody, selectBody } from '../editor/select-body.ts'
import { facts } from '../editor/facts-place.ts'
import { FROM_OTHERS, localSteps } from '../saving/local-steps.ts'
import { kindExtensions } from '../editor/tiptap-kinds.ts'
import { keysOf } from '../editor/tools.ts'
import { typingBeside } from '../editor/typing/beside-selected.ts'
import { typingShortcuts } from '../editor/typing/shortcuts.ts'
import { typedLinks } from '../editor/typing/typed-links.ts'
import { linksFromPlan } from '../editor/links/from-plan.ts'
import { wordsFollow } from '../editor/links/words-follow.ts'
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

/** Goes to the next word that is marked, round the end of the page, and asks what may be meant. */
const toWrongWord =
  (onAsk: (word: Word) => void): Command =>
  (state, dispatch) => {
    const word = nextWrongWord(state, state.selection.to)
    if (!word) announce('No word is marked.')
    else if (dispatch) {
      dispatch(state.tr.setSelection(TextSelection.create(state.doc, word.from, word.to)).scrollIntoView())
      onAsk(word)
    }
    return true
  }

/** The keys of the sheet. */
export function sheetKeys({
  onLink,
  onWords,
  onFind,
  onInsert,
  onSettings,
  onSpelling,
  onTabStays,
}: KeyCallbacks): Record<string, Command> {
  const openInsert: Command = (_state, _dispatch, view) => {
    if (view) beginTypingAhead(view)
    onInsert()
    return true
  }
  return {
    ...writingKeys(onLink, onWords),
    ...keysOf('block', 'view'),
    'Mod-a': selectBody,
    'Mod-f': () => (onFind(false), true),
    'Mod-h': () => (onFind(true), true),
    Backspace: chainCommands(undoInputRule, deleteBody, backspaceAtEdge),
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
    F7: toWrongWord(onSpelling),
    'Shift-F1': (state) => (announce(hereInWords(state)), true),
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
  /** Opens the dialog of a named place. */
  onPlace: () => void
  /** Opens the dialog of signs. */
  onSymbol: () => void
  /** Opens the dialog of a new table. */
  onTable: () => void
  /** Shows what may be meant by a marked word. */
  onSpelling: (word: Word) => void
  /** Opens the insert dialog. */
  onInsert: () => void
  /** Goes to the settings of the piece at the cursor. */
  onSettings: () => void
  /** Tab was pressed where it does nothing: told how one leaves. */
  onTabStays: () => void
}

export interface EditorCallbacks extends KeyCallbacks {
  /** Opens the dialog that keeps a snippet. */
  onSnippet: () => void
  onTitleTooLong: (length: number) => void
  /** Takes files that were pasted or dropped; false when they are none of ours. */
  onFiles: (files: readonly File[], at?: number) => boolean
  /** Takes the pictures of a paste; what is given back has those not come that are on their way. */
  onPictures: (pictures: readonly PlacedPicture[]) => () => void
  /** Takes an embed code, or an address of a host of players, that was pasted. */
  onEmbed: (text: string) => void
  /** Told when something could not be done, in a sentence. */
  onTrouble: (words: string) => void
  /** What is known of the words of the page. */
  readonly words: WordList
  /** Origins of hosts whose share addresses become players. */
  readonly players: readonly string[]
}

const linksOnSheet = ({ onTrouble }: EditorCallbacks): Plugin[] => [
  linksFromPlan(onTrouble),
  typedLinks(),
  wordsFollow(),
]

/** What commands of the sheet ask in a dialog. */
const dialogsOf = (callbacks: EditorCallbacks): Plugin[] => [
  equations(callbacks.onEquation),
  tableDialog(callbacks.onTable),
  footnotes(callbacks.onFootnote),
  namedPlaces(callbacks.onPlace),
  symbols(callbacks.onSymbol),
  wordsDialog(callbacks.onWords),
  snippetDialog(callbacks.onSnippet),
]

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
        ...dialogsOf(callbacks),
        notesBelow(),
        typingBeside(),
        ...linksOnSheet(callbacks),
        // Before the editing of tables, which would take a table from elsewhere as it comes.
        coreClipboard({ ...callbacks, say: fieldInEnglish, tellsReport: true }, this.editor.schema),
        columnEdges(),
        history(),
        typingShortcuts(),
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
        spellingMarks({ words: callbacks.words, onAsk: callbacks.onSpelling }),
        hiddenCharacters(),
        arriving(),
      ]
    },
  })
  return [...kindExtensions(), editing]
}
