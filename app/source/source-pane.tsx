import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands'
import { html } from '@codemirror/lang-html'
import { bracketMatching, codeFolding, foldGutter, foldKeymap, syntaxHighlighting } from '@codemirror/language'
import { highlightSelectionMatches, search, searchKeymap } from '@codemirror/search'
import { Annotation, EditorState, StateEffect, StateField } from '@codemirror/state'
import {
  Decoration,
  type DecorationSet,
  drawSelection,
  EditorView,
  highlightActiveLine,
  keymap,
  lineNumbers,
} from '@codemirror/view'
import type { Editor } from '@tiptap/core'
import { TextSelection } from '@tiptap/pm/state'
import { useEffect, useRef, useState } from 'react'
import type { ReadNote } from '../../core/html/report.ts'
import type { Diagnostic, SourceRepair } from '../../core/source/check/diagnostic.ts'
import { askChecks } from '../checks/ask.ts'
import { pageNonce } from '../shell/nonce.ts'
import { FROM_OTHERS } from '../saving/local-steps.ts'
import { codeColours } from './code-colours.ts'
import { SourceNotes } from './source-notes.tsx'
import { SourceSync } from './source-sync.ts'
import './source-pane.css'

/** Typing in the source is read when it has paused for so long, in milliseconds. */
const PAUSE = 350

const fromPage = Annotation.define<boolean>()
const markBlock = StateEffect.define<{ from: number; to: number } | null>()

/** The lines of the block in which the cursor of the sheet stands. */
const blockField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(marked, transaction) {
    let next = marked.map(transaction.changes)
    for (const effect of transaction.effects) {
      if (!effect.is(markBlock)) continue
      const { doc } = transaction.state
      const range = effect.value
      if (!range) next = Decoration.none
      else {
        const [first, last] = [
          doc.lineAt(Math.min(range.from, doc.length)).number,
          doc.lineAt(Math.min(Math.max(range.to, range.from), doc.length)).number,
        ]
        next = Decoration.set(
          Array.from({ length: last - first + 1 }, (_, at) =>
            Decoration.line({ class: 'source-here' }).range(doc.line(first + at).from),
          ),
        )
      }
    }
    return next
  },
  provide: (field) => EditorView.decorations.from(field),
})

/** The page as HTML beside the sheet: both live, both editable. */
export default function SourcePane({ editor }: { editor: Editor }) {
  const holder = useRef<HTMLDivElement>(null)
  const [notes, setNotes] = useState<readonly ReadNote[]>([])
  const [diagnostics, setDiagnostics] = useState<readonly Diagnostic[]>([])
  const [isReading, setReading] = useState(false)
  const section = useRef<HTMLElement>(null)
  const shown = useRef<EditorView | null>(null)

  useEffect(() => {
    const sync = new SourceSync(editor)
    let timer: ReturnType<typeof setTimeout> | undefined
    const read = (): void => {
      clearTimeout(timer)
      setReading(false)
      if (!sync.hasPending) return
      sync.apply(view.state.doc.toString())
      setNotes(sync.notes)
      void check()
    }
    // Only the answer about the text as it stands counts: what comes late speaks of another.
    const check = async (): Promise<void> => {
      const text = view.state.doc.toString()
      const found = await askChecks({ type: 'source', text })
      if (found && !isGone && view.state.doc.toString() === text) setDiagnostics(found)
    }
    let isGone = false
    const leave = ({ relatedTarget }: FocusEvent): void => {
      // To the list of faults and back is no leaving: the text stays as it was written, for its repairs.
      if (relatedTarget instanceof Node && section.current?.contains(relatedTarget)) return
      read()
      const changes = sync.tidy(view.state.doc.toString())
      if (changes) view.dispatch({ changes, annotations: fromPage.of(true) })
      void check()
    }
    const pane = section.current
    pane?.addEventListener('focusout', leave)
    const view = new EditorView({
      parent: holder.current!,
      state: EditorState.create({
        doc: sync.text,
        extensions: [
          EditorView.cspNonce.of(pageNonce()),
          lineNumbers(),
          foldGutter(),
          codeFolding(),
          history(),
          drawSelection(),
          bracketMatching(),
          highlightActiveLine(),
          highlightSelectionMatches(),
          search({ top: true }),
          html({ autoCloseTags: true }),
          syntaxHighlighting(codeColours),
          blockField,
          EditorView.lineWrapping,
          keymap.of([
            { key: 'Escape', run: () => (editor.view.focus(), true) },
            ...defaultKeymap,
            ...historyKeymap,
            ...searchKeymap,
            ...foldKeymap,
            indentWithTab,
          ]),
          EditorView.contentAttributes.of({
            'aria-label': 'Source of the page. Escape goes back to the sheet.',
            spellcheck: 'false',
            tabindex: '0',
          }),
          EditorView.updateListener.of((update) => {
            const isOwn = update.transactions.some((transaction) => transaction.annotation(fromPage))
            if (update.docChanged && !isOwn) {
              sync.typed(update.changes)
              setReading(true)
              clearTimeout(timer)
              timer = setTimeout(read, PAUSE)
            } else if (update.selectionSet && update.view.hasFocus)
              follow(editor, sync.positionAt(update.state.selection.main.head))
          }),
        ],
      }),
    })
    shown.current = view
    void check()
    const showHere = (scroll: boolean): void => {
      const span = sync.spanAt(editor.state.selection.head)
      view.dispatch({
        effects: [
          markBlock.of(span),
          ...(span && scroll ? [EditorView.scrollIntoView(span.from, { y: 'nearest', yMargin: 60 })] : []),
        ],
        annotations: fromPage.of(true),
      })
    }
    const onTransaction = ({
      transaction,
    }: {
      transaction: { docChanged: boolean; selectionSet: boolean; getMeta: (key: string) => unknown }
    }): void => {
      if (transaction.docChanged || transaction.getMeta(FROM_OTHERS)) {
        const changes = sync.pageChanged()
        if (changes) view.dispatch({ changes, annotations: fromPage.of(true) })
      }
      if (transaction.docChanged || transaction.selectionSet) showHere(!view.hasFocus)
    }
    editor.on('transaction', onTransaction)
    showHere(true)
    return () => {
      editor.off('transaction', onTransaction)
      pane?.removeEventListener('focusout', leave)
      read()
      isGone = true
      view.destroy()
    }
  }, [editor])

  const repair = ({ edits }: SourceRepair): void => {
    const view = shown.current
    if (!view) return
    view.dispatch({
      changes: edits.map(({ from, to, insert }) => ({ from, to, insert })),
      userEvent: 'input.repair',
      scrollIntoView: true,
    })
    view.focus()
  }
  return (
    <section className="source-pane" aria-label="Source" ref={section}>
      <div className="source-editor" ref={holder} />
      <SourceNotes
        {...{ diagnostics, notes, isReading }}
        onShow={(line) => show(shown.current, line)}
        onRepair={repair}
      />
    </section>
  )
}

/** Brings the sheet to the block that the cursor of the source is in, without taking the focus. */
function follow(editor: Editor, position: number | null): void {
  if (position === null || position >= editor.state.doc.content.size) return
  const dom = editor.view.nodeDOM(position)
  if (dom instanceof HTMLElement) dom.scrollIntoView({ block: 'nearest' })
  const selection = TextSelection.findFrom(editor.state.doc.resolve(position), 1, true)
  if (selection) editor.view.dispatch(editor.state.tr.setSelection(selection))
}

function show(view: EditorView | null, line: number | null): void {
  if (!view || line === null) return
  const { from } = view.state.doc.line(Math.min(line, view.state.doc.lines))
  view.dispatch({ selection: { anchor: from }, effects: EditorView.scrollIntoView(from, { y: 'center' }) })
  view.focus()
}
