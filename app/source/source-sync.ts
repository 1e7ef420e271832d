import { type ChangeSet, ChangeSet as Changes, Text } from '@codemirror/state'
import type { Editor } from '@tiptap/core'
import { closeHistory } from '@tiptap/pm/history'
import { diffArrays } from 'diff'
import { type Node } from 'prosemirror-model'
import { type Mapping, type Step } from 'prosemirror-transform'
import { pageFromJson, schema } from '../../core/document/schema.ts'
import { stepsFromJson } from '../../core/document/outbox.ts'
import { readPage } from '../../core/html/read.ts'
import type { ReadNote } from '../../core/html/report.ts'
import { isClosed } from '../../core/source/closed.ts'
import { changeSteps } from '../../core/source/changes.ts'
import type { SourceSpan } from '../../core/source/print.ts'
import { type Near, nearOf, readNear } from './near-change.ts'
import { positionOf, PrintedPage } from './printed-page.ts'

/**
 * Keeps the text of the source and the page in step, whichever changes.
 *
 * The text an author sees is the printed page (`base`) with what they typed since (`pending`). What changes the page
 * changes `base`; its difference is carried into the text past what is pending, as operational transformation does.
 * What is typed is read as HTML and becomes small steps against the page that `base` was printed from.
 */
export class SourceSync {
  readonly #printed: PrintedPage
  #pending: ChangeSet
  /** What was typed since the text was read last: where it stands in the text. */
  #unread: readonly Stretch[] = []
  /** Whether each block of the text means the same by itself, as it was read last. */
  #isClosed = true
  #isApplying = false
  notes: readonly ReadNote[] = []

  constructor(private readonly editor: Editor) {
    this.#printed = new PrintedPage(editor.state.doc)
    this.#pending = Changes.empty(this.#printed.html.length)
  }

  get text(): string {
    return this.#printed.html
  }

  get hasPending(): boolean {
    return !this.#pending.empty
  }

  /** Says what was typed in the source. */
  typed(changes: ChangeSet): void {
    this.#pending = this.#pending.compose(changes)
    this.notes = movedNotes(this.notes, changes)
    this.#moveUnread(changes)
    const typed: Stretch[] = []
    changes.iterChangedRanges((_fromA, _toA, from, to) => void typed.push({ from, to }))
    this.#unread = [...this.#unread, ...typed]
  }

  /** The page has changed on the sheet or by others: what to change in the text. Null when nothing. */
  pageChanged(): ChangeSet | null {
    const page = this.editor.state.doc
    // What comes from the text itself is there already.
    if (this.#isApplying || page === this.#printed.page) return null
    const before = this.#printed.html
    const { from, to, insert } = this.#printed.become(page)
    const incoming = changesAt(before.length, from, textChanges(before.slice(from, to), insert))
    const carried = incoming.map(this.#pending, true)
    this.#pending = this.#pending.map(incoming)
    this.notes = movedNotes(this.notes, carried)
    this.#moveUnread(carried)
    return carried.empty ? null : carried
  }

  /**
   * Reads what was typed and changes the page by small steps: the blocks around it, or all of the text where that can't
   * be told apart. What others changed since is not in the way: the page that the printed form is of is always the
   * editor's own. Gives back how many steps it took.
   */
  apply(text: string): number {
    return this.#read(text, true) ?? 0
  }

  /** The same, but only where the blocks around what was typed can be read by themselves; null where they can't. */
  applyNear(text: string): number | null {
    return this.#read(text, false)
  }

  #read(text: string, isWholeRead: boolean): number | null {
    const cuts = this.#printed.cuts.map((cut, at, all) =>
      at === all.length - 1 ? text.length : this.#pending.mapPos(cut, -1),
    )
    // What was told of no place is told of the whole.
    const near = this.#isClosed && this.notes.every(({ span }) => span) ? nearOf(cuts, this.#unread) : null
    const [from, to] = near ? [this.#printed.cuts[near.first]!, this.#printed.cuts[near.end]!] : [0, 0]
    const isApart = !reachesOver(this.#pending, [from, to])
    const read = near && isApart && readNear(text, near, this.#printed.html.slice(from, to))
    if (!read && !isWholeRead) return null
    this.#unread = []
    return near && read ? this.#applyNear(text, near, read) : this.#applyWhole(text)
  }

  #applyWhole(text: string): number {
    const { page, notes } = readPage(text, { positions: true, title: '' })
    this.notes = notes
    this.#isClosed = isClosed(text)
    // The core's steps for the core's schema; they cross into the editor's as JSON.
    const steps = changeSteps(pageFromJson(this.#printed.page.toJSON()), page).map((step) => step.toJSON() as object)
    this.#dispatch(steps)
    this.#printed.become(this.editor.state.doc)
    this.#pending = textChanges(this.#printed.html, text)
    return steps.length
  }

  #applyNear(text: string, near: Near, { blocks, notes }: NonNullable<ReturnType<typeof readNear>>): number {
    const { page: old, cuts, html } = this.#printed
    const title = pageFromJson({ type: 'doc', content: [old.child(0).toJSON(), { type: 'paragraph' }] }).child(0)
    const ours = (content: readonly Node[]): Node => schema.topNodeType.create(null, [title, ...content])
    const before = Array.from(
      { length: near.end - near.first },
      (_, at) => old.child(near.first + at).toJSON() as object,
    )
    const from = pageFromJson({ type: 'doc', content: [old.child(0).toJSON(), ...before] })
    const steps = changeSteps(from, ours(blocks)).map((step) =>
      movedStep(step.toJSON() as object, positionOf(old, near.first) - title.nodeSize),
    )
    const others = this.notes.filter(({ span }) => span && (span.to <= near.from || span.from >= near.to))
    this.notes = [...withLines(others, text), ...notes]
    const [first, end] = [cuts[near.first]!, cuts[near.end]!]
    this.#dispatch(steps)
    const change = this.#printed.become(this.editor.state.doc)
    // The editor may have put right more than was typed.
    if (change.from < first || change.to > end) {
      if (change.from < change.to || change.insert !== '') {
        this.#pending = textChanges(this.#printed.html, text)
        return steps.length
      }
    }
    const by = this.#printed.html.length - html.length
    this.#pending = pendingOutside(this.#pending, { from: first, to: end }, by, this.#printed.html.length, [
      ...stretchChanges(textChanges(this.#printed.html.slice(first, end + by), text.slice(near.from, near.to)), first),
    ])
    return steps.length
  }

  #dispatch(steps: readonly object[]): void {
    const { state, view } = this.editor
    this.#isApplying = true
    try {
      if (steps.length > 0) view.dispatch(withSteps(closeHistory(state.tr), stepsFromJson(steps, state.schema)))
    } finally {
      this.#isApplying = false
    }
  }

  #moveUnread(changes: ChangeSet): void {
    this.#unread = this.#unread.map(({ from, to }) => ({ from: changes.mapPos(from, -1), to: changes.mapPos(to, 1) }))
  }

  /** The text in its printed form again. */
  tidy(text: string): ChangeSet | null {
    const { html } = this.#printed
    this.#pending = Changes.empty(html.length)
    this.#unread = []
    this.#isClosed = true
    this.notes = []
    return text === html ? null : textChanges(text, html)
  }

  /**
   * The text in its printed form again where something of it was left out: what is not on the page does not go on
   * standing in its source. The rest stays as its author wrote it.
   */
  tidyLost(text: string): ChangeSet | null {
    const { html, cuts } = this.#printed
    const lost = this.notes.filter(({ type, span }) => type !== 'recognised' && span)
    if (this.notes.some(({ type, span }) => type !== 'recognised' && !span)) return this.tidy(text)
    if (lost.length === 0) return null
    // Where blocks can't be told apart in the text, none of it can be put right by itself.
    if (!this.#isClosed || reachesOver(this.#pending, cuts)) return this.tidy(text)
    const inText = cuts.map((cut, at) => (at === cuts.length - 1 ? text.length : this.#pending.mapPos(cut, -1)))
    const isLost = inText.map((cut, at) =>
      lost.some(({ span }) => span!.from < (inText[at + 1] ?? text.length) && span!.to > cut),
    )
    const changes: { from: number; to: number; insert: string }[] = []
    let pending = this.#pending
    for (let at = 0; at < cuts.length - 1; at++) {
      if (!isLost[at]) continue
      const [from, to] = [inText[at]!, inText[at + 1]!]
      const printed = html.slice(cuts[at], cuts[at + 1])
      if (text.slice(from, to) !== printed) changes.push({ from, to, insert: printed })
      pending = pendingOutside(pending, { from: cuts[at]!, to: cuts[at + 1]! }, 0, html.length, [])
    }
    this.#pending = pending
    const tidied = Changes.of(changes, text.length)
    this.notes = movedNotes(
      this.notes.filter(({ type }) => type === 'recognised'),
      tidied,
    )
    return changes.length > 0 ? tidied : null
  }

  /** Where a node of the page stands in the text, by the position before it. */
  spanOf(position: number): { from: number; to: number } | null {
    const span = this.#printed.spanAt(position)
    return span ? { from: this.#pending.mapPos(span.from), to: this.#pending.mapPos(span.to) } : null
  }

  /** Where the innermost block around a position of the page stands in the text. */
  spanAt(position: number): { from: number; to: number } | null {
    const { page } = this.#printed
    const $place = page.resolve(Math.min(position, page.content.size))
    // A node that begins right here, or what is around it.
    const own = $place.nodeAfter && !$place.nodeAfter.isText ? this.spanOf(position) : null
    for (let depth = $place.depth, span = own; ; depth--) {
      if (span || depth === 0) return span
      span = this.spanOf($place.before(depth))
    }
  }

  /** The position in the page of the innermost block around an offset of the text. */
  positionAt(offset: number): number | null {
    const at = this.#pending.invertedDesc.mapPos(offset)
    let found: SourceSpan | null = null
    for (const span of this.#printed.spans) if (span.from <= at && at <= span.to) found = span
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

interface Stretch {
  readonly from: number
  readonly to: number
}
type TextChange = Stretch & { readonly insert: Text }

function listed(changes: ChangeSet): TextChange[] {
  const found: TextChange[] = []
  changes.iterChanges((from, to, _fromB, _toB, insert) => void found.push({ from, to, insert }))
  return found
}

/** The changes of a part of a text as changes of the whole. */
const stretchChanges = (changes: ChangeSet, at: number): TextChange[] =>
  listed(changes).map(({ from, to, insert }) => ({ from: from + at, to: to + at, insert }))
const changesAt = (length: number, at: number, changes: ChangeSet): ChangeSet =>
  Changes.of(stretchChanges(changes, at), length)

/** Whether something was changed on both sides of one of these places at once. */
function reachesOver(changes: ChangeSet, places: readonly number[]): boolean {
  const all = listed(changes)
  return places.some((place) => all.some(({ from, to }) => from < place && place < to))
}

/** What is pending outside of a stretch, which has become longer, with other changes inside it. */
function pendingOutside(
  pending: ChangeSet,
  { from, to }: Stretch,
  by: number,
  length: number,
  inside: readonly TextChange[],
): ChangeSet {
  const all = listed(pending)
  const before = all.filter((each) => each.to <= from && each.from < from)
  // What is put in right where the next block begins belongs to that.
  const after = all.filter((each) => each.from >= to && (to < length - by || each.from > to))
  return Changes.of(
    [...before, ...inside, ...after.map((each) => ({ ...each, from: each.from + by, to: each.to + by }))],
    length,
  )
}

/** Steps of blocks that stand elsewhere in a page. */
function movedStep(step: object, by: number): object {
  const moved: Record<string, unknown> = { ...step }
  for (const name of ['from', 'to', 'gapFrom', 'gapTo', 'pos']) if (typeof moved[name] === 'number') moved[name] += by
  return moved
}

/** Notes about a text that has changed since. */
const movedNotes = (notes: readonly ReadNote[], changes: ChangeSet): ReadNote[] =>
  notes.map((note) =>
    note.span
      ? { ...note, span: { from: changes.mapPos(note.span.from, 1), to: changes.mapPos(note.span.to, -1) } }
      : note,
  )

/** Notes with the lines that their places have by now. */
function withLines(notes: readonly ReadNote[], text: string): ReadNote[] {
  const all = Text.of(text.split('\n'))
  return notes.map((note) => (note.span ? { ...note, line: all.lineAt(note.span.from).number } : note))
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
