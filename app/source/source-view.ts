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
  type ViewUpdate,
} from '@codemirror/view'
import { pageNonce } from '../shell/nonce.ts'
import { codeColours } from './code-colours.ts'
import { narrowed } from './narrowed.ts'

/** What came from the sheet, not from the keyboard. */
export const fromPage = Annotation.define<boolean>()
export const markBlock = StateEffect.define<{ from: number; to: number } | null>()

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

interface Events {
  onUpdate: (update: ViewUpdate) => void
  onEscape: () => void
}

/** The editor of the source. */
export function sourceView(parent: HTMLElement, doc: string, { onUpdate, onEscape }: Events): EditorView {
  const extensions = [
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
    narrowed,
    EditorView.lineWrapping,
    keymap.of([
      { key: 'Escape', run: () => (onEscape(), true) },
      ...[...defaultKeymap, ...historyKeymap, ...searchKeymap, ...foldKeymap],
      indentWithTab,
    ]),
    EditorView.contentAttributes.of({
      'aria-label': 'Source of the page. Escape goes back to the sheet.',
      spellcheck: 'false',
      tabindex: '0',
    }),
    EditorView.updateListener.of(onUpdate),
  ]
  return new EditorView({ parent, state: EditorState.create({ doc, extensions }) })
}
