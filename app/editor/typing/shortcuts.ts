import { closeHistory } from '@tiptap/pm/history'
import { InputRule, inputRules } from '@tiptap/pm/inputrules'
import type { ResolvedPos } from '@tiptap/pm/model'
import { type Command, type EditorState, type Plugin, TextSelection, type Transaction } from '@tiptap/pm/state'
import { isA } from '../../../core/kinds/facts.ts'
import { toggleList, toHeading, toPreformatted, wrap } from '../commands.ts'
import { insertRule } from '../insert-commands.ts'
import { toggleTasks } from '../list-commands.ts'
import { isChosen } from './choices.ts'

/** Signs that become something while one types, as the list of keys shows them. */
export interface Shortcut {
  readonly signs: readonly string[]
  readonly does: string
  readonly rule: InputRule
}

/** A paragraph that stands on the page or in a piece; in a list the signs of lists are plain signs. */
const isPlain = ({ $from }: EditorState['selection']): boolean => isA($from.parent, 'paragraph')
const isInList = ({ $from }: EditorState['selection']): boolean =>
  Array.from({ length: $from.depth }, (_, depth) => $from.node(depth)).some((node) => isA(node, 'listItem'))

/** Takes the signs away and does with the rest of the line what a tool does, as one change; null where it can't. */
function instead(state: EditorState, from: number, to: number, command: Command): Transaction | null {
  const transaction = closeHistory(state.tr).delete(from, to)
  const bare = state.apply(transaction)
  let made: Transaction | null = null
  if (!command(bare, (done) => (made = done)) || !made) return null
  const done: Transaction = made
  for (const step of done.steps) transaction.step(step)
  const { anchor, head } = done.selection
  return transaction.setSelection(TextSelection.between(transaction.doc.resolve(anchor), transaction.doc.resolve(head)))
}

interface LineRule {
  /** Signs at the beginning of a line, up to the space after them; from the beginning to the end. */
  readonly signs: RegExp
  readonly commandFor: (match: RegExpMatchArray) => Command
  readonly isList?: boolean
}

/** Signs at the beginning of a paragraph, with the space that ends them. */
const atStart = ({ signs, commandFor, isList = false }: LineRule): InputRule =>
  new InputRule(signs, (state, match, start, end) => {
    const { selection } = state
    if (!isChosen('shortcuts') || !isPlain(selection) || (isList && isInList(selection))) return null
    return start === selection.$from.start() ? instead(state, start, end, commandFor(match)) : null
  })

/** A numbered list that begins with what was typed. */
const numbersFrom =
  (start: number): Command =>
  (state, dispatch) =>
    toggleList('orderedList')(
      state,
      dispatch &&
        ((made) => {
          const { $from } = made.selection
          const depth = Array.from({ length: $from.depth }, (_, at) => at + 1).find((at) =>
            isA($from.node(at), 'orderedList'),
          )
          if (depth !== undefined && start !== 1) made.setNodeAttribute($from.before(depth), 'start', start)
          dispatch(made)
        }),
    )

const preformattedIn =
  (language: string): Command =>
  (state, dispatch) =>
    toPreformatted(
      state,
      dispatch &&
        ((made) => {
          const { $from } = made.selection
          if (language !== '') made.setNodeAttribute($from.before(), 'language', language)
          dispatch(made)
        }),
    )

/** Signs around words of a line, with the sign that closes them. */
const around = (
  signs: RegExp,
  make: (state: EditorState, words: string, start: number, end: number) => Transaction | null,
): InputRule =>
  new InputRule(signs, (state, match, start, end) => {
    const { $from } = state.selection
    const words = match[1] ?? ''
    const isWords = words !== '' && !words.includes('\ufffc') && !isA($from.parent, 'title')
    if (!isChosen('shortcuts') || !isWords || isInCode($from, start)) return null
    return make(state, words, start + match[0].length - words.length - 2, end)
  })

/** In code and keys signs stand for themselves. */
const isInCode = ($from: ResolvedPos, start: number): boolean =>
  ['code', 'keyboard'].some((name) => {
    const mark = $from.doc.type.schema.marks[name]
    return (
      mark !== undefined &&
      (mark.isInSet($from.marks()) !== undefined || $from.doc.rangeHasMark(start, $from.pos, mark))
    )
  })

/** As CommonMark and GFM write them; `$` as pandoc's manual has it (“Math”), of words that can be a formula. */
export const SHORTCUTS: readonly Shortcut[] = [
  {
    signs: ['- ', '* ', '+ '],
    does: 'Begins a list',
    rule: atStart({ signs: /^[-*+] $/, commandFor: () => toggleList('bulletList'), isList: true }),
  },
  {
    signs: ['1. ', '7) '],
    does: 'Begins a numbered list with that number',
    rule: atStart({ signs: /^(\d{1,4})[.)] $/, commandFor: (match) => numbersFrom(Number(match[1])), isList: true }),
  },
  {
    signs: ['[ ] '],
    does: 'Begins a list of tasks',
    rule: atStart({ signs: /^\[ ?\] $/, commandFor: () => toggleTasks, isList: true }),
  },
  {
    signs: ['## ', '### '],
    does: 'Makes a heading of level 2, 3, and so on',
    rule: atStart({
      signs: /^(#{1,6}) $/,
      commandFor: ([, signs]) => toHeading(headingFor(signs!.length)),
      isList: true,
    }),
  },
  { signs: ['> '], does: 'Begins a quotation', rule: atStart({ signs: /^> $/, commandFor: () => wrap('quotation') }) },
  {
    signs: ['``` '],
    does: 'Begins preformatted text; with the name of a language behind the signs, in its colours',
    rule: atStart({
      signs: /^```([a-z][a-z0-9+#-]{0,20})? $/i,
      commandFor: ([, language = '']) => preformattedIn(language.toLowerCase()),
      isList: true,
    }),
  },
  {
    signs: ['--- '],
    does: 'Draws a rule',
    rule: atStart({ signs: /^(?:---|\*\*\*|___) $/, commandFor: () => insertRule, isList: true }),
  },
  {
    signs: ['`words`'],
    does: 'Makes code of the words',
    rule: around(/(?:^|[^`\p{L}\p{N}])`([^`\s](?:[^`]*[^`\s])?)`$/u, (state, words, start, end) =>
      closeHistory(state.tr)
        .replaceWith(start, end, state.schema.text(words, [state.schema.marks.code!.create()]))
        .removeStoredMark(state.schema.marks.code!),
    ),
  },
  {
    signs: ['$x^2$'],
    does: 'Makes an equation of the formula',
    rule: around(/(?:^|[\s(\p{P}])\$([^$\s](?:[^$]*[^$\s\\])?)\$$/u, (state, words, start, end) =>
      canBeFormula(words)
        ? closeHistory(state.tr).replaceWith(start, end, state.schema.nodes.equation!.create({ tex: words }))
        : null,
    ),
  },
]

/** The title is the only heading of level 1: as when Markdown is read, the next is of level 2. */
const headingFor = (signs: number): 2 | 3 | 4 | 5 | 6 => Math.max(2, signs) as 2 | 3 | 4 | 5 | 6

/** Sums of money stand between dollar signs too, now and then. */
const canBeFormula = (words: string): boolean => /[\p{L}\\^_=+<>]/u.test(words) && !/^\d[\d.,]*\s/.test(words)

/** Signs that become something while one types; Backspace right after gives back what was typed. */
export const typingShortcuts = (): Plugin => inputRules({ rules: SHORTCUTS.map(({ rule }) => rule) })
