import { closeHistory, undo } from '@tiptap/pm/history'
import type { Schema, Slice } from '@tiptap/pm/model'
import { type EditorState, Plugin, TextSelection } from '@tiptap/pm/state'
import { CellSelection } from '@tiptap/pm/tables'
import type { EditorView } from '@tiptap/pm/view'
import { webAddress } from '../../../core/embeds/web-address.ts'
import { isA } from '../../../core/kinds/facts.ts'
import { courseHere } from '../../shell/course-here.ts'
import { ownLink } from '../../../core/links/own-links.ts'
import { isCode } from '../../../core/paste/is-code.ts'
import type { Clipboard } from '../../../core/paste/read-clipboard.ts'
import type { PastedPicture } from '../../../core/paste/settle-pictures.ts'
import { safeAddress } from '../../../core/tree/addresses.ts'
import { setLink } from '../commands.ts'
import { emptyBody, isWholeBody } from '../select-body.ts'
import type { FieldSay } from '../field-say.ts'
import {
  dismissPaste,
  keepPlace,
  lastPaste,
  type LastPaste,
  pasteKey,
  type PasteState,
  pasteState,
  type Reading,
  said,
  tell,
} from './last-paste.ts'
import { OWN, ownClipboard } from './own-clipboard.ts'
import { putPaste } from './put-paste.ts'
import { getPasteReady, type PasteRead, readPaste } from './read-paste.ts'

/** A picture of a paste and where in the page it goes. */
export interface PlacedPicture extends PastedPicture {
  readonly at: number
}

interface Takers {
  readonly onFiles: (files: readonly File[], at?: number) => boolean
  readonly onEmbed: (text: string) => void
  readonly onTrouble: (words: string) => void
  /** Takes the pictures that came with a paste; what is given back has those not come that are on their way. */
  readonly onPictures: (pictures: readonly PlacedPicture[]) => () => void
  readonly players: readonly string[]
  readonly say: FieldSay
  /** Whether what was left out is told where nothing was pasted: in English, as authors read it. */
  readonly tellsReport: boolean
}

type Telling = Pick<Takers, 'onTrouble' | 'onPictures' | 'say' | 'tellsReport'>

/** So long a paste may be read without a word, in milliseconds. */
const UNSAID = 400
const READING = 'Reading what was pasted…'

const tellers = new WeakMap<EditorView, Telling>()

/**
 * Paste goes through the core: HTML from anywhere is cleaned and read like source, so nothing comes onto the sheet that
 * a page can't hold. What was copied from a sheet keeps its own way, which loses nothing. `onFiles` is asked first
 * whether it takes the files of a clipboard that holds no words.
 */
export function coreClipboard({ onFiles, onEmbed, players, ...telling }: Takers, schema: Schema): Plugin<PasteState> {
  return new Plugin<PasteState>({
    key: pasteKey,
    state: pasteState(),
    view(view) {
      tellers.set(view, telling)
      const ready = setTimeout(getPasteReady, 800)
      return { destroy: () => clearTimeout(ready) }
    },
    props: {
      ...ownClipboard(schema),
      handleDrop(view, event) {
        const files = [...(event.dataTransfer?.files ?? [])]
        const at = view.posAtCoords({ left: event.clientX, top: event.clientY })?.pos
        const dropped = clipboardOf(view, event.dataTransfer)
        if (files.length > 0) {
          event.preventDefault()
          onFiles(files, at)
          return true
        }
        if (view.dragging || dropped.html === '' || dropped.html.includes(OWN) || at === undefined) return false
        view.dispatch(view.state.tr.setSelection(TextSelection.near(view.state.doc.resolve(at))))
        return take(view, dropped, telling)
      },
      handlePaste(view, event, slice) {
        const pasted = clipboardOf(view, event.clipboardData)
        const { html, text } = pasted
        const files = [...(event.clipboardData?.files ?? [])]
        if (files.length > 0 && text === '' && onFiles(files)) return true
        if (linkSelection(view, text)) return true
        const { $from, empty } = view.state.selection
        if (empty && takesBlocks(view.state, $from.depth) && isEmbed(text, players)) {
          onEmbed(text)
          return true
        }
        const isTaken =
          html === '' ? takeText(view, pasted, telling) : !html.includes(OWN) && take(view, pasted, telling)
        return isTaken || overBody(view, slice)
      },
    },
  })
}

/** Puts what is pasted in the place of a body that is marked as a whole: its title stays. */
function overBody(view: EditorView, slice: Slice): boolean {
  const transaction = view.state.tr
  if (!emptyBody(transaction)) return false
  view.dispatch(transaction.replaceSelection(slice).setMeta('paste', true).scrollIntoView())
  return true
}

/** What a clipboard holds, and the language of where it goes. */
function clipboardOf(view: EditorView, data: DataTransfer | null): Clipboard {
  const form = (type: string): string => data?.getData(type) ?? ''
  return {
    html: form('text/html'),
    text: form('text/plain'),
    rtf: form('text/rtf'),
    language: view.dom.closest<HTMLElement>('[lang]')?.lang,
    site: location.origin,
  }
}

/** Takes the last paste back and puts it there in another reading. */
export function pasteAs(view: EditorView, reading: Reading): void {
  const last = lastPaste(view.state)
  const telling = tellers.get(view)
  if (!last || !telling) return
  last.stop()
  for (let step = 0; step < last.steps; step++) undo(view.state, view.dispatch)
  read(view, { ...last, reading }, telling)
  view.focus()
}

/** Cleans HTML from elsewhere and puts it where the cursor is; false where blocks have no place. */
function take(view: EditorView, clipboard: Clipboard, telling: Telling): boolean {
  if (!takesBlocks(view.state, view.state.selection.$from.depth)) return false
  read(view, { ...said(''), clipboard, readings: ['clean', 'looks', 'came', 'words'] }, telling)
  return true
}

/**
 * Takes plain text of several lines, or in which tabs stand between cells: lists and tables as such. What is plainly
 * HTML comes as the text it is, and is a click away from what it means. Other text goes where the cursor is.
 */
function takeText(view: EditorView, clipboard: Clipboard, telling: Telling): boolean {
  const { text } = clipboard
  const isOneLine = !/[\n\r\t]/.test(text.trim()) && !isCode(text)
  if (isOneLine || !takesBlocks(view.state, view.state.selection.$from.depth)) return false
  const how: Pick<LastPaste, 'reading' | 'readings'> = isCode(text)
    ? { reading: 'words', readings: ['words', 'code'] }
    : { reading: 'clean', readings: ['clean', 'words'] }
  read(view, { ...said(''), ...how, clipboard }, telling)
  return true
}

/** Has a clipboard read beside the main thread; it goes where the cursor was, whatever is written meanwhile. */
function read(view: EditorView, last: LastPaste, telling: Telling): void {
  const { onTrouble, say } = telling
  const place = keepPlace(view)
  const slow = setTimeout(() => {
    if (!view.isDestroyed) view.dispatch(tell(view.state.tr, { last: said(READING) }))
  }, UNSAID)
  const asked =
    last.reading === 'clean' && last.clipboard.html !== ''
      ? readPaste('clean', last.clipboard).then((cleaned) => wordsWhereNothing(cleaned, last, telling))
      : readPaste(last.reading, last.clipboard).then((cleaned) => ({ cleaned, last }))
  const nothing = (): void => {
    if (!view.isDestroyed && lastPaste(view.state)?.report === READING) dismissPaste(view)
  }
  void asked
    .then(
      (found) => {
        if (!found) nothing()
        else if (!view.isDestroyed) finish(view, found.cleaned, found.last, telling, place)
      },
      () => {
        nothing()
        onTrouble(say('field.noCleaning'))
      },
    )
    .finally(() => clearTimeout(slow))
}

type Found = { readonly cleaned: PasteRead; readonly last: LastPaste }

/** Of HTML in which nothing is left, the plain words come; null when there are none, which is said. */
async function wordsWhereNothing(
  cleaned: PasteRead,
  last: LastPaste,
  { onTrouble, say, tellsReport }: Telling,
): Promise<Found | null> {
  if (!cleaned.isEmpty) {
    const { clipboard } = last
    return { cleaned, last: { ...last, clipboard: { ...clipboard, text: clipboard.text || cleaned.text } } }
  }
  if (last.clipboard.text === '') {
    onTrouble(`${say('field.nothingPasted')} ${tellsReport ? cleaned.report : ''}`.trim())
    return null
  }
  const words = await readPaste('words', last.clipboard)
  return { cleaned: { ...words, report: cleaned.report }, last: { ...last, reading: 'words', readings: [] } }
}

function finish(
  view: EditorView,
  cleaned: PasteRead,
  last: LastPaste,
  { onPictures }: Telling,
  place: ReturnType<typeof keepPlace>,
): void {
  const { pictures, onTheWeb, report, leftOut } = cleaned
  let stop = (): void => undefined
  const places = putPaste(view, cleaned, { ...last, report, onTheWeb, leftOut, steps: 1, stop: () => stop() }, place)
  const placed = places.flatMap(({ number, at }) => (pictures[number] ? [{ ...pictures[number], at }] : []))
  if (placed.length > 0) stop = onPictures(placed)
}

/** An address that is pasted over words of one block makes a link of them. */
function linkSelection(view: EditorView, text: string): boolean {
  const { selection, schema } = view.state
  if (!(selection instanceof TextSelection) || selection.empty || !selection.$from.sameParent(selection.$to))
    return false
  const { parent } = selection.$from
  const own = ownLink(text, { origin: location.origin, courseId: courseHere() })
  const href = own ?? (/^\s*(https?:\/\/|mailto:)\S+\s*$/i.test(text) ? safeAddress(text) : null)
  if (href === null || parent.type.spec.code || !parent.type.allowsMarkType(schema.marks.link!)) return false
  return setLink({ href })(view.state, (transaction) => view.dispatch(closeHistory(transaction)))
}

/** An embed code, or a share address of a host whose players pages may hold. */
function isEmbed(text: string, players: readonly string[]): boolean {
  if (/<\s*iframe/i.test(text)) return true
  const address = /\s/.test(text.trim()) ? null : webAddress(text)
  return address !== null && players.includes(new URL(address).origin)
}

/** Titles take words alone. */
function takesBlocks({ selection }: EditorState, depth: number): boolean {
  return (
    selection instanceof CellSelection ||
    isWholeBody(selection) ||
    (depth > 0 && isA(selection.$from.parent, 'paragraph', 'heading'))
  )
}
