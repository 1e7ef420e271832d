import { undo } from '@tiptap/pm/history'
import { Fragment, type Node, type Schema, Slice } from '@tiptap/pm/model'
import { type EditorState, Plugin, PluginKey, TextSelection, type Transaction } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { closeHistory } from '@tiptap/pm/history'
import { CellSelection } from '@tiptap/pm/tables'
import { ownLink } from '../../core/links/own-links.ts'
import { safeAddress } from '../../core/tree/addresses.ts'
import { setLink } from './commands.ts'
import { webAddress } from '../../core/embeds/web-address.ts'
import type { Cleaned } from '../../core/paste/clean.ts'
import { isCode } from '../../core/paste/is-code.ts'
import { cellsPasted } from './tables/cells-pasted.ts'
import { OWN, ownClipboard } from './own-clipboard.ts'
import { problemOf } from './page-guard.ts'
import { isA } from '../../core/kinds/facts.ts'
import type { FieldSay } from './field-say.ts'
import { latestState } from '../saving/latest-state.ts'

/**
 * How a clipboard is read: cleaned, with the looks that a page has a place for, as it stands there, as words alone, or,
 * where its text is HTML, as what that is.
 */
export type Reading = 'clean' | 'looks' | 'came' | 'words' | 'code'

/** The last paste while nothing else has been written since: what is said about it, and its other readings. */
export interface LastPaste {
  readonly report: string
  readonly reading: Reading
  /** The plain text of the clipboard; empty when it had none. */
  readonly text: string
  /** Its HTML; empty when it had none. */
  readonly html: string
  /** In what ways it can be read. */
  readonly readings: readonly Reading[]
}

const key = new PluginKey<LastPaste | null>('paste')

export const lastPaste = (state: EditorState): LastPaste | null => key.getState(state) ?? null

/** Forgets the last paste, so that nothing more is said about it. */
export function dismissPaste(view: EditorView): void {
  view.dispatch(view.state.tr.setMeta(key, { last: null }))
}

/** Has something said where pastes are told of, until something else is written. */
export const sayInNotice = (transaction: Transaction, report: string): Transaction =>
  transaction.setMeta(key, { last: { report, reading: 'clean', text: '', html: '', readings: [] } })

/** Takes the last paste back and puts it there in another reading. */
export function pasteAs(view: EditorView, reading: Reading): void {
  const last = lastPaste(view.state)
  if (!last || !undo(view.state, view.dispatch)) return
  void cleaning()
    .then((core) => {
      put(view, readAs(core, reading, last, languageOf(view)), { ...last, reading })
      view.focus()
    })
    .catch(() => undefined)
}

const languageOf = (view: EditorView): string | undefined => view.dom.closest<HTMLElement>('[lang]')?.lang

function readAs(
  core: Awaited<ReturnType<typeof cleaning>>,
  reading: Reading,
  { html, text }: Pick<LastPaste, 'html' | 'text'>,
  language?: string,
): Cleaned {
  switch (reading) {
    case 'clean':
      return html === '' ? core.rowsOf(text) : core.cleanHtml(html, language)
    case 'looks':
      return core.cleanHtml(html, language, true)
    case 'came':
      return core.asItCame(html, language)
    case 'words':
      return core.cleanText(text)
    case 'code':
      return core.asItCame(text, language)
  }
}

/** The cleaning brings the HTML parser with it: fetched when the sheet is open, at the latest with the first paste. */
const cleaning = () => import('../../core/paste/clean.ts')

interface Takers {
  onFiles: (files: readonly File[], at?: number) => boolean
  onEmbed: (text: string) => void
  onTrouble: (words: string) => void
  readonly players: readonly string[]
  readonly say: FieldSay
  /** Whether what was left out is told where nothing was pasted: in English, as authors read it. */
  readonly tellsReport: boolean
}

/**
 * Paste goes through the core: HTML from anywhere is cleaned and read like source, so nothing comes onto the sheet that
 * a page can't hold. What was copied from a sheet keeps its own way, which loses nothing. `onFiles` is asked first
 * whether it takes the files of a clipboard that holds no words.
 */
export function coreClipboard(
  { onFiles, onEmbed, players, ...telling }: Takers,
  schema: Schema,
): Plugin<LastPaste | null> {
  setTimeout(() => void cleaning().catch(() => undefined), 800)
  return new Plugin<LastPaste | null>({
    key,
    state: {
      init: () => null,
      apply(transaction, before) {
        const told = transaction.getMeta(key) as { last: LastPaste | null } | undefined
        if (told) return told.last
        return transaction.docChanged && transaction.getMeta('addToHistory') !== false ? null : before
      },
    },
    props: {
      ...ownClipboard(schema),
      handleDrop(view, event) {
        const files = [...(event.dataTransfer?.files ?? [])]
        const at = view.posAtCoords({ left: event.clientX, top: event.clientY })?.pos
        if (files.length > 0) {
          event.preventDefault()
          onFiles(files, at)
          return true
        }
        const html = event.dataTransfer?.getData('text/html') ?? ''
        if (view.dragging || html === '' || html.includes(OWN) || at === undefined) return false
        view.dispatch(view.state.tr.setSelection(TextSelection.near(view.state.doc.resolve(at))))
        return take(view, html, event.dataTransfer?.getData('text/plain') ?? '', telling)
      },
      handlePaste(view, event) {
        const html = event.clipboardData?.getData('text/html') ?? ''
        const text = event.clipboardData?.getData('text/plain') ?? ''
        const files = [...(event.clipboardData?.files ?? [])]
        if (files.length > 0 && text === '' && onFiles(files)) return true
        if (linkSelection(view, text)) return true
        const { $from, empty } = view.state.selection
        if (empty && takesBlocks(view.state, $from.depth) && isEmbed(text, players)) {
          onEmbed(text)
          return true
        }
        if (html === '') return takeText(view, text, telling)
        return !html.includes(OWN) && take(view, html, text, telling)
      },
    },
  })
}

/** Cleans HTML from elsewhere and puts it where the cursor is; false where blocks have no place. */
function take(
  view: EditorView,
  html: string,
  text: string,
  { onTrouble, say, tellsReport }: Pick<Takers, 'onTrouble' | 'say' | 'tellsReport'>,
): boolean {
  if (!takesBlocks(view.state, view.state.selection.$from.depth)) return false
  void cleaning().then(
    ({ cleanHtml, cleanText }) => {
      if (view.isDestroyed) return
      const cleaned = cleanHtml(html, languageOf(view))
      const isEmpty = cleaned.blocks.every((block) => block.isTextblock && block.content.size === 0)
      if (isEmpty && text === '')
        return onTrouble(`${say('field.nothingPasted')} ${tellsReport ? cleaned.report : ''}`.trim())
      put(view, isEmpty ? cleanText(text) : cleaned, {
        report: cleaned.report,
        reading: isEmpty ? 'words' : 'clean',
        text: text || cleaned.blocks.map((block) => block.textContent).join('\n'),
        html,
        readings: isEmpty ? [] : ['clean', 'looks', 'came', 'words'],
      })
    },
    () => onTrouble(say('field.noCleaning')),
  )
  return true
}

/**
 * Takes plain text of several lines, or in which tabs stand between cells: lists and tables as such. What is plainly
 * HTML comes as the text it is, and is a click away from what it means. Other text goes where the cursor is.
 */
function takeText(view: EditorView, text: string, { onTrouble, say }: Pick<Takers, 'onTrouble' | 'say'>): boolean {
  const isOneLine = !/[\n\r\t]/.test(text.trim()) && !isCode(text)
  if (isOneLine || !takesBlocks(view.state, view.state.selection.$from.depth)) return false
  const last: Omit<LastPaste, 'report'> = isCode(text)
    ? { reading: 'words', text, html: '', readings: ['words', 'code'] }
    : { reading: 'clean', text, html: '', readings: ['clean', 'words'] }
  void cleaning().then(
    (core) => {
      if (!view.isDestroyed) put(view, readAs(core, last.reading, last), { ...last, report: '' })
    },
    () => onTrouble(say('field.noCleaning')),
  )
  return true
}

/** An address that is pasted over words of one block makes a link of them. */
function linkSelection(view: EditorView, text: string): boolean {
  const { selection, schema } = view.state
  if (!(selection instanceof TextSelection) || selection.empty || !selection.$from.sameParent(selection.$to))
    return false
  const { parent } = selection.$from
  const own = ownLink(text, {
    origin: location.origin,
    courseId: /\/courses\/([\w-]+)/.exec(location.pathname)?.[1] ?? '',
  })
  const href = own ?? (/^\s*(https?:\/\/|mailto:)\S+\s*$/i.test(text) ? safeAddress(text) : null)
  if (href === null || parent.type.spec.code || !parent.type.allowsMarkType(schema.marks.link!)) return false
  return setLink(href)(view.state, (transaction) => view.dispatch(closeHistory(transaction)))
}

/** An embed code, or a share address of a host whose players pages may hold. */
function isEmbed(text: string, players: readonly string[]): boolean {
  if (/<\s*iframe/i.test(text)) return true
  const address = /\s/.test(text.trim()) ? null : webAddress(text)
  return address !== null && players.includes(new URL(address).origin)
}

/** Titles take words alone. */
function takesBlocks({ selection }: EditorState, depth: number): boolean {
  return selection instanceof CellSelection || (depth > 0 && isA(selection.$from.parent, 'paragraph', 'heading'))
}

function put(view: EditorView, { blocks, report }: Cleaned, last: LastPaste): void {
  // The editor's schema is generated from the same kinds, but is another object: content crosses as JSON.
  const content = Fragment.fromJSON(
    view.state.schema,
    blocks.map((block) => block.toJSON() as unknown),
  )
  const isOpen = (block: Node | null): boolean => isA(block, 'paragraph')
  const slice = new Slice(content, isOpen(content.firstChild) ? 1 : 0, isOpen(content.lastChild) ? 1 : 0)
  const state = latestState(view)
  const transaction = (cellsPasted(state, content) ?? closeHistory(state.tr).replaceSelection(slice))
    .setMeta('paste', true)
    .setMeta(key, { last: { ...last, report } })
  const problem = problemOf(transaction)
  // Deep inside other pieces there may be no room for what came: its words come all the same.
  if (problem && last.reading === 'clean')
    return wordsOnly(view, content, {
      ...last,
      report: `Pasted as text only, because nothing else fits here: ${problem}`,
    })
  view.dispatch(transaction.scrollIntoView())
}

function wordsOnly(view: EditorView, content: Fragment, last: LastPaste): void {
  const transaction = closeHistory(latestState(view).tr)
    .deleteSelection()
    .insertText(content.textBetween(0, content.size, ' ', ' '))
  view.dispatch(
    transaction
      .setMeta('paste', true)
      .setMeta(key, { last: { ...last, reading: 'words' } })
      .scrollIntoView(),
  )
}
