import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands'
import { html } from '@codemirror/lang-html'
import { bracketMatching, codeFolding, foldGutter, foldKeymap, syntaxHighlighting } from '@codemirror/language'
import { highlightSelectionMatches, search, searchKeymap } from '@codemirror/search'
import { Annotation, EditorState, StateEffect, StateField } from '@codemirror/state'
import { Decoration, type DecorationSet, drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from '@codemirror/view'
import type { Editor } from '@tiptap/core'
import { TextSelection } from '@tiptap/pm/state'
import { useEffect, useRef, useState } from 'react'
import type { ReadNote } from '../../core/html/report.ts'
import { pageNonce } from '../shell/nonce.ts'
import { FROM_OTHERS } from '../sheet/saving/local-steps.ts'
import { codeColours } from './code-colours.ts'
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
        const [first, last] = [doc.lineAt(Math.min(range.from, doc.length)).number, doc.lineAt(Math.min(Math.max(range.to, range.from), doc.length)).number]
        next = Decoration.set(Array.from({ length: last - first + 1 }, (_, at) => Decoration.line({ class: 'source-here' }).range(doc.line(first + at).from)))
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
  const [isReading, setReading] = useState(false)
  const pane = useRef<EditorView | null>(null)

  useEffect(() => {
    const sync = new SourceSync(editor)
    let timer: ReturnType<typeof setTimeout> | undefined
    const read = (): void => {
      clearTimeout(timer)
      setReading(false)
      if (!sync.hasPending) return
      sync.apply(view.state.doc.toString())
      setNotes(sync.notes)
    }
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
          keymap.of([{ key: 'Escape', run: () => (editor.view.focus(), true) }, ...defaultKeymap, ...historyKeymap, ...searchKeymap, ...foldKeymap, indentWithTab]),
          EditorView.contentAttributes.of({ 'aria-label': 'Source of the page. Escape goes back to the sheet.', spellcheck: 'false', tabindex: '0' }),
          EditorView.updateListener.of((update) => {
            const isOwn = update.transactions.some((transaction) => transaction.annotation(fromPage))
            if (update.docChanged && !isOwn) {
              sync.typed(update.changes)
              setReading(true)
              clearTimeout(timer)
              timer = setTimeout(read, PAUSE)
            } else if (update.selectionSet && update.view.hasFocus) follow(editor, sync.positionAt(update.state.selection.main.head))
          }),
          EditorView.domEventHandlers({
            blur: () => {
              read()
              const changes = sync.tidy(view.state.doc.toString())
              if (changes) view.dispatch({ changes, annotations: fromPage.of(true) })
            },
          }),
        ],
      }),
    })
    pane.current = view
    const showHere = (scroll: boolean): void => {
      const span = sync.spanAt(editor.state.selection.head)
      view.dispatch({ effects: [markBlock.of(span), ...(span && scroll ? [EditorView.scrollIntoView(span.from, { y: 'nearest', yMargin: 60 })] : [])], annotations: fromPage.of(true) })
    }
    const onTransaction = ({ transaction }: { transaction: { docChanged: boolean; selectionSet: boolean; getMeta(key: string): unknown } }): void => {
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
      read()
      view.destroy()
    }
  }, [editor])

  return (
    <section className="source-pane" aria-label="Source">
      <div className="source-editor" ref={holder} />
      <SourceNotes notes={notes} isReading={isReading} onShow={(line) => show(pane.current, line)} />
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

function SourceNotes({ notes, isReading, onShow }: { notes: readonly ReadNote[]; isReading: boolean; onShow(line: number | null): void }) {
  return (
    <div className="source-notes" role="status">
      <p>
        <b>Source</b> <span className="soft">· {isReading ? 'reading…' : notes.length === 0 ? 'all of it is on the sheet' : `${notes.length} ${notes.length === 1 ? 'thing' : 'things'} to know`}</span>
      </p>
      <ul>
        {notes.map(({ line, message, sort }, at) => (
          <li key={at}>
            <span className="soft">{line === null ? '' : `line ${line}`}</span> <span className="visually-hidden">{sort}:</span> {message}{' '}
            {line !== null && (
              <button type="button" className="link-button" onClick={() => onShow(line)}>
                Show
              </button>
            )}
          </li>
        ))}
      </ul>
    </div>
  )
}
