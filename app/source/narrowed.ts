import { EditorSelection, EditorState, StateEffect, StateField } from '@codemirror/state'
import { Decoration, type DecorationSet, EditorView, keymap, WidgetType } from '@codemirror/view'

/** The stretch that is shown alone, from the beginning of a line to the end of one; null for all of the text. */
export const narrow = StateEffect.define<Stretch | null>()
interface Stretch {
  readonly from: number
  readonly to: number
}

class HiddenLines extends WidgetType {
  constructor(
    private readonly count: number,
    private readonly where: 'above' | 'below',
  ) {
    super()
  }
  override eq(other: HiddenLines): boolean {
    return other.count === this.count && other.where === this.where
  }
  override toDOM(): HTMLElement {
    const line = document.createElement('div')
    line.className = 'source-hidden-lines'
    line.textContent = `${this.count.toLocaleString('en')} ${this.count === 1 ? 'line' : 'lines'} ${this.where} not shown`
    return line
  }
}

const shown = StateField.define<Stretch | null>({
  create: () => null,
  update(stretch, transaction) {
    let next = stretch && {
      from: transaction.changes.mapPos(stretch.from, -1),
      to: transaction.changes.mapPos(stretch.to, 1),
    }
    for (const effect of transaction.effects) if (effect.is(narrow)) next = effect.value
    return next && wholeLines(transaction.state, next)
  },
  provide: (field) => EditorView.decorations.compute([field], (state) => hiding(state, state.field(field))),
})

/** What is shown alone in a state; null where all is. */
export const shownAlone = (state: EditorState): Stretch | null => state.field(shown)

function wholeLines({ doc }: EditorState, { from, to }: Stretch): Stretch {
  return { from: doc.lineAt(Math.min(from, doc.length)).from, to: doc.lineAt(Math.min(to, doc.length)).to }
}

function hiding({ doc }: EditorState, stretch: Stretch | null): DecorationSet {
  if (!stretch) return Decoration.none
  const [first, last] = [doc.lineAt(stretch.from).number, doc.lineAt(stretch.to).number]
  // A text ends with the end of a line, behind which there is none.
  const lines = doc.line(doc.lines).length === 0 ? doc.lines - 1 : doc.lines
  const hidden = (count: number, where: 'above' | 'below'): Decoration =>
    Decoration.replace({ block: true, widget: new HiddenLines(count, where) })
  return Decoration.set([
    ...(first > 1 ? [hidden(first - 1, 'above').range(0, stretch.from - 1)] : []),
    ...(last < lines ? [hidden(lines - last, 'below').range(stretch.to + 1, doc.length)] : []),
  ])
}

const BY_HAND = ['input.type', 'input.paste', 'input.drop', 'delete', 'move']

/** Typing changes nothing that is not to be seen. */
const keepsHidden = EditorState.changeFilter.of((transaction) => {
  const stretch = transaction.startState.field(shown)
  // What comes from the sheet, or from a list beneath, is no typing.
  if (!stretch || !BY_HAND.some((event) => transaction.isUserEvent(event))) return true
  const end = transaction.startState.doc.length
  return [...(stretch.from > 0 ? [0, stretch.from - 1] : []), ...(stretch.to < end ? [stretch.to + 1, end] : [])]
})

/** A key or a press stays in what is shown; what else leads out of it (a search, a line by its number) shows all. */
const staysInside = EditorState.transactionFilter.of((transaction) => {
  const stretch = transaction.startState.field(shown)
  if (!stretch || !transaction.selection || transaction.docChanged) return transaction
  const { anchor, head } = transaction.selection.main
  const isInside = (at: number): boolean => stretch.from <= at && at <= stretch.to
  if (isInside(anchor) && isInside(head)) return transaction
  if (!transaction.isUserEvent('select') || transaction.isUserEvent('select.search'))
    return [transaction, { effects: narrow.of(null) }]
  const held = (at: number): number => Math.min(Math.max(at, stretch.from), stretch.to)
  return [transaction, { selection: EditorSelection.single(held(anchor), held(head)), sequential: true }]
})

const selectShown = keymap.of([
  {
    key: 'Mod-a',
    run: (view) => {
      const { state } = view
      const stretch = state.field(shown)
      if (!stretch) return false
      view.dispatch(state.update({ selection: EditorSelection.single(stretch.from, stretch.to), userEvent: 'select' }))
      return true
    },
  },
])

/** One stretch of the text shown and changed alone. */
export const narrowed = [shown, keepsHidden, staysInside, selectShown]
