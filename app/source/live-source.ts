import { foldAll, unfoldAll } from '@codemirror/language'
import { gotoLine, openSearchPanel } from '@codemirror/search'
import { EditorView, type ViewUpdate } from '@codemirror/view'
import type { Editor } from '@tiptap/core'
import { type Transaction, TextSelection } from '@tiptap/pm/state'
import type { SourceFinding, SourceRepair } from '../../core/source/check/diagnostic.ts'
import { byFragments, type FragmentNotes, pieceHolding } from '../../core/source/fragments.ts'
import { askChecks } from '../checks/ask.ts'
import { pieceAt } from '../editor/commands.ts'
import { FROM_OTHERS } from '../saving/local-steps.ts'
import { narrow, shownAlone } from './narrowed.ts'
import { SourceSync } from './source-sync.ts'
import { fromPage, markBlock, sourceView } from './source-view.ts'

/**
 * Typing in the source is read when it has paused for so long, in milliseconds: first where the blocks around it can be
 * read by themselves, then all of it, as half a tag speaks of the whole page.
 */
const [PAUSE, LONG_PAUSE] = [120, 400]
/**
 * A longer source, in characters, shows one piece alone to begin with, and waits with what is not closed until it is,
 * or until the source is left: to read all of it takes a second or more.
 */
export const LARGE = 300_000

/** Whether what was typed has been read: `waiting` where too much would have to be read before it is closed. */
export type Reading = 'done' | 'reading' | 'waiting'

interface Events {
  /** What came of the text that was read, by the fragments of it. */
  onNotes: (notes: readonly FragmentNotes[]) => void
  onDiagnostics: (found: readonly SourceFinding[]) => void
  /** The text goes back to its printed form: what came of it is not to be seen in it any more. */
  onLeft: (notes: readonly FragmentNotes[]) => void
  /** One piece is shown alone, or all of the text. */
  onAlone: (isAlone: boolean) => void
  /** Something was typed that has not been read yet. */
  onReading: (reading: Reading) => void
}

/** The source beside a sheet: what is typed in the one appears in the other. */
export class LiveSource {
  readonly #sync: SourceSync
  readonly #view: EditorView
  #timer: ReturnType<typeof setTimeout> | undefined
  #isGone = false

  constructor(
    private readonly editor: Editor,
    /** What belongs to the source: going about inside it is no leaving. */
    private readonly pane: HTMLElement,
    holder: HTMLElement,
    private readonly events: Events,
  ) {
    this.#sync = new SourceSync(editor)
    this.#view = sourceView(holder, this.#sync.text, {
      onUpdate: (update) => this.#updated(update),
      onEscape: () => editor.view.focus(),
    })
    pane.addEventListener('focusout', this.#leave)
    editor.on('transaction', this.#pageChanged)
    void this.#check()
    this.#showHere(true)
    if (this.#sync.text.length > LARGE) this.showAlone(true)
  }

  close(): void {
    this.editor.off('transaction', this.#pageChanged)
    this.pane.removeEventListener('focusout', this.#leave)
    this.#read()
    this.#tidy('all')
    this.#isGone = true
    this.#view.destroy()
  }

  repair({ edits }: SourceRepair): void {
    this.#view.dispatch({
      changes: edits.map(({ from, to, insert }) => ({ from, to, insert })),
      userEvent: 'input.repair',
      scrollIntoView: true,
    })
    this.#view.focus()
  }

  /** Keeps a fragment as it was typed, in an HTML piece; false where it does not stand in the text any more. */
  keep({ from, to, text }: NonNullable<FragmentNotes['code']>): boolean {
    if (this.#view.state.doc.sliceString(from, to) !== text) return false
    this.repair({ label: '', edits: [{ from, to, insert: pieceHolding(text) }] })
    return true
  }

  /** Puts the cursor into a line, counted from 1. */
  show(line: number): void {
    const { doc } = this.#view.state
    const { from } = doc.line(Math.min(Math.max(1, line), doc.lines))
    this.#view.dispatch({ selection: { anchor: from }, effects: EditorView.scrollIntoView(from, { y: 'center' }) })
    this.#view.focus()
  }

  find(): void {
    openSearchPanel(this.#view)
  }
  goToLine(): void {
    gotoLine(this.#view)
  }
  fold(isFolded: boolean): void {
    ;(isFolded ? foldAll : unfoldAll)(this.#view)
    this.#view.focus()
  }

  /** Shows the piece at the cursor alone, or all of the text again. */
  showAlone(isAlone: boolean): void {
    const { state } = this.editor
    const { $from, from } = state.selection
    const position = pieceAt(state)?.position ?? ($from.depth > 0 ? $from.before(1) : from)
    const span = isAlone ? this.#sync.spanOf(position) : null
    if (isAlone && !span) return
    const head = this.#view.state.selection.main.head
    const isIn = !span || (span.from <= head && head <= span.to)
    this.#view.dispatch({ effects: narrow.of(span), ...(isIn ? {} : { selection: { anchor: span.from } }) })
    this.#view.focus()
  }

  #updated(update: ViewUpdate): void {
    const stretch = shownAlone(update.state)
    if (stretch !== shownAlone(update.startState)) this.events.onAlone(stretch !== null)
    const isOwn = update.transactions.some((transaction) => transaction.annotation(fromPage))
    if (update.docChanged && !isOwn) {
      this.#sync.typed(update.changes)
      this.events.onReading('reading')
      clearTimeout(this.#timer)
      this.#timer = setTimeout(() => this.#readNear(), PAUSE)
    } else if (update.selectionSet && update.view.hasFocus)
      follow(this.editor, this.#sync.positionAt(update.state.selection.main.head))
  }

  #readNear(): void {
    const text = this.#view.state.doc.toString()
    if (this.#sync.applyNear(text) !== null) this.#told(text)
    else if (text.length <= LARGE) this.#timer = setTimeout(() => this.#read(), LONG_PAUSE)
    else {
      this.events.onReading('waiting')
      void this.#check()
    }
  }

  #read(): void {
    clearTimeout(this.#timer)
    this.events.onReading('done')
    if (!this.#sync.hasPending) return
    const text = this.#view.state.doc.toString()
    this.#sync.apply(text)
    this.#told(text)
  }

  #told(text: string): void {
    this.events.onReading('done')
    this.events.onNotes(byFragments(text, this.#sync.notes))
    void this.#check()
  }

  /** Only the answer about the text as it stands counts: what comes late speaks of another. */
  async #check(): Promise<void> {
    const text = this.#view.state.doc.toString()
    const found = await askChecks({ type: 'source', text })
    if (found && !this.#isGone && this.#view.state.doc.toString() === text) this.events.onDiagnostics(found)
  }

  /** What goes from the text is told before it goes. */
  #tidy(how: 'lost' | 'all'): void {
    const text = this.#view.state.doc.toString()
    const { notes } = this.#sync
    const changes = how === 'all' ? this.#sync.tidy(text) : this.#sync.tidyLost(text)
    const lost = notes.filter((note) => !this.#sync.notes.some(({ message }) => message === note.message))
    if (lost.length > 0) this.events.onLeft(byFragments(text, lost))
    if (changes) this.#view.dispatch({ changes, annotations: fromPage.of(true) })
    this.events.onNotes(byFragments(this.#view.state.doc.toString(), this.#sync.notes))
  }

  /** Writes the text as the page is printed. */
  putInOrder(): void {
    this.#read()
    this.#tidy('all')
    this.#view.focus()
    void this.#check()
  }

  readonly #leave = ({ relatedTarget }: FocusEvent): void => {
    // To the list of faults and back is no leaving: the text stays as it was written, for its repairs.
    if (relatedTarget instanceof Node && this.pane.contains(relatedTarget)) return
    this.#read()
    this.#tidy('lost')
    void this.#check()
  }

  readonly #pageChanged = ({ transaction }: { transaction: Transaction }): void => {
    if (transaction.docChanged || transaction.getMeta(FROM_OTHERS)) {
      const changes = this.#sync.pageChanged()
      if (changes) this.#view.dispatch({ changes, annotations: fromPage.of(true) })
    }
    if (transaction.docChanged || transaction.selectionSet) this.#showHere(!this.#view.hasFocus)
  }

  /** Marks the block that the cursor of the sheet is in. */
  #showHere(isScrolled: boolean): void {
    const span = this.#sync.spanAt(this.editor.state.selection.head)
    const scroll = span && isScrolled ? [EditorView.scrollIntoView(span.from, { y: 'nearest', yMargin: 60 })] : []
    this.#view.dispatch({ effects: [markBlock.of(span), ...scroll], annotations: fromPage.of(true) })
  }
}

/** Brings the sheet to the block that the cursor of the source is in, without taking the focus. */
function follow(editor: Editor, position: number | null): void {
  if (position === null || position >= editor.state.doc.content.size) return
  const dom = editor.view.nodeDOM(position)
  if (dom instanceof HTMLElement) dom.scrollIntoView({ block: 'nearest' })
  const selection = TextSelection.findFrom(editor.state.doc.resolve(position), 1, true)
  if (selection) editor.view.dispatch(editor.state.tr.setSelection(selection))
}
