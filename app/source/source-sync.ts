import { type ChangeSet, ChangeSet as Changes, Text } from '@codemirror/state'
import type { Editor } from '@tiptap/core'
import { closeHistory } from '@tiptap/pm/history'
import { diffArrays } from 'diff'
import { type Node } from 'prosemirror-model'
import { type Mapping, type Step } from 'prosemirror-transform'
import { pageFromJson } from '../../core/document/schema.ts'
import { stepsFromJson } from '../../core/document/outbox.ts'
import { readPage } from '../../core/html/read.ts'
import type { ReadNote } from '../../core/html/report.ts'
import { changeSteps } from '../../core/source/changes.ts'
import { printSource, type SourceSpan } from '../../core/source/print.ts'

/**
 * Keeps the text of the source and the page in step, whichever changes.
 *
 * The text an author sees is the printed page (`base`) with what they typed since (`pending`). What changes the page
 * changes `base`; its difference is carried into the text past what is pending, as operational transformation does.
 * What is typed is read as HTML and becomes small steps against the page that `base` was printed from.
 */
export class SourceSync {
  #page: Node
  #base: string
  #spans: readonly SourceSpan[]
  #pending: ChangeSet
  #isApplying = false
  notes: readonly ReadNote[] = []

  constructor(private readonly editor: Editor) {
    this.#page = editor.state.doc
    const printed = printSource(this.#page)
    this.#base = printed.html
    this.#spans = printed.spans
    this.#pending = Changes.empty(printed.html.length)
  }

  get text(): string {
    return this.#base
  }

  get hasPending(): boolean {
    return !this.#pending.empty
  }

  /** Says what was typed in the source. */
  typed(changes: ChangeSet): void {
    this.#pending = this.#pending.compose(changes)
  }

  /** The page has changed on the sheet or by others: what to change in the text. Null when nothing. */
  pageChanged(): ChangeSet | null {
    const page = this.editor.state.doc
    // What comes from the text itself is there already.
    if (this.#isApplying || page.eq(this.#page)) return null
    const printed = printSource(page)
    const incoming = textChanges(this.#base, printed.html)
    const carried = incoming.map(this.#pending, true)
    this.#pending = this.#pending.map(incoming)
    this.#page = page
    this.#base = printed.html
    this.#spans = printed.spans
    return carried.empty ? null : carried
  }

  /**
   * Reads the text and changes the page by small steps. What others changed since is not in the way: the page that
   * `base` was printed from is always the editor's own. Gives back how many steps it took.
   */
  apply(text: string): number {
    const { page, notes } = readPage(text, { positions: true, title: '' })
    this.notes = notes
    const { state, view } = this.editor
    // The core's steps for the core's schema; they cross into the editor's as JSON.
    const steps = changeSteps(pageFromJson(this.#page.toJSON()), page)
    this.#isApplying = true
    try {
      if (steps.length > 0)
        view.dispatch(
          withSteps(
            closeHistory(state.tr),
            stepsFromJson(
              steps.map((step) => step.toJSON() as unknown),
              state.schema,
            ),
          ),
        )
    } finally {
      this.#isApplying = false
    }
    const printed = printSource(this.editor.state.doc)
    this.#page = this.editor.state.doc
    this.#base = printed.html
    this.#spans = printed.spans
    this.#pending = textChanges(printed.html, text)
    return steps.length
  }

  /** The text in its printed form again, when the author has left it. */
  tidy(text: string): ChangeSet | null {
    this.#pending = Changes.empty(this.#base.length)
    return text === this.#base ? null : textChanges(text, this.#base)
  }

  /** What came of the text that was read last, once: it is told to whoever asks first. */
  takeNotes(): readonly ReadNote[] {
    const { notes } = this
    this.notes = []
    return notes
  }

  /** Where the innermost block around a position of the page stands in the text. */
  spanAt(position: number): { from: number; to: number } | null {
    let found: SourceSpan | null = null
    for (const span of this.#spans) {
      const node = span.position < this.#page.content.size ? this.#page.nodeAt(span.position) : null
      if (node && span.position <= position && position < span.position + node.nodeSize) found = span
    }
    return found && { from: this.#pending.mapPos(found.from), to: this.#pending.mapPos(found.to) }
  }

  /** The position in the page of the innermost block around an offset of the text. */
  positionAt(offset: number): number | null {
    const at = this.#pending.invertedDesc.mapPos(offset)
    let found: SourceSpan | null = null
    for (const span of this.#spans) if (span.from <= at && at <= span.to) found = span
    return found?.position ?? null
  }
}

function withSteps<T extends { step: (step: Step) => unknown; mapping: Mapping }>(
  transaction: T,
  steps: readonly Step[],
): T {
  for (const step of steps) transaction.step(step)
  return transaction
}

/** The difference of two texts, by lines and within them from the first to the last difference. */
export function textChanges(before: string, after: string): ChangeSet {
  const [a, b] = [lines(before), lines(after)]
  const changes: { from: number; to: number; insert: string }[] = []
  let at = 0
  let removed = ''
  let added = ''
  const settle = (): void => {
    if (removed === '' && added === '') return
    let start = 0
    while (start < removed.length && start < added.length && removed[start] === added[start]) start++
    let end = 0
    while (end < removed.length - start && end < added.length - start && removed.at(-1 - end) === added.at(-1 - end))
      end++
    changes.push({ from: at + start, to: at + removed.length - end, insert: added.slice(start, added.length - end) })
    at += removed.length
    removed = ''
    added = ''
  }
  for (const part of diffArrays(a, b)) {
    if (part.removed) removed += part.value.join('')
    else if (part.added) added += part.value.join('')
    else {
      settle()
      at += part.value.join('').length
    }
  }
  settle()
  return Changes.of(changes, Text.of(before.split('\n')).length)
}

function lines(text: string): string[] {
  return text.match(/[^\n]*\n|[^\n]+$/g) ?? []
}
