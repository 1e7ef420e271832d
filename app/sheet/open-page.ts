import { enableCoreExtensions } from '../editor/core-extensions.ts'
import { Editor } from '@tiptap/core'
import type { Presence } from '../../core/document/wire.ts'
import { cursorMeta, fromServer, toServer } from '../editor/cursors.ts'
import { announce } from '../shell/announce.ts'
import { latestState } from '../saving/latest-state.ts'
import { EditorSurface, FROM_OTHERS } from '../saving/local-steps.ts'
import { deliverOrphans } from '../saving/orphans.ts'
import { type SessionEvents, WritingSession } from '../saving/session.ts'
import { type EditorCallbacks, sheetExtensions } from './sheet-extensions.ts'

/** How long a cursor rests before others are told, how often they are told again, in milliseconds. */
const CURSOR_PAUSE = 120
const PRESENCE_BEAT = 10_000
/** How often work of tabs that are gone is looked for, in milliseconds. */
const ORPHANS_EVERY = 15_000

/** A page as it was loaded, and whose it is. */
export interface LoadedPage {
  readonly documentId: string
  readonly personId: string
  readonly version: number
  readonly content: object
}

export interface PageEvents extends SessionEvents {
  onTitle: (title: string) => void
  /** Comes round with every beat, for whoever counts who is still there. */
  onBeat: () => void
}

export interface OpenPage {
  readonly editor: Editor
  readonly session: WritingSession
  close: () => void
}

/** Opens a page for writing: its editor, the session that saves it, its cursor told to others; all ended by `close`. */
export function openPage(loaded: LoadedPage, callbacks: EditorCallbacks, events: PageEvents): OpenPage {
  const editor = makeEditor(loaded.content, callbacks)
  const tellBeside = besideTeller(editor)
  const session = new WritingSession(
    new EditorSurface(editor.view),
    loaded.version,
    { person: loaded.personId, document: loaded.documentId },
    {
      ...events,
      onPresence: (presence) => {
        events.onPresence(presence)
        showCursor(editor, presence, tellBeside)
      },
    },
  )
  const cursor = cursorTeller(editor, session)
  editor.on('transaction', ({ transaction }) => {
    if (transaction.docChanged) {
      if (!transaction.getMeta(FROM_OTHERS)) session.wrote()
      events.onTitle(transaction.doc.firstChild?.textContent ?? '')
    }
    if (transaction.docChanged || transaction.selectionSet) cursor.tell()
  })
  editor.on('focus', cursor.tell)
  editor.on('blur', cursor.tell)
  const beat = setInterval(() => {
    cursor.tell()
    events.onBeat()
  }, PRESENCE_BEAT)
  const stopOrphans = sendingOrphans(loaded.personId)
  return {
    editor,
    session,
    close: () => {
      cursor.stop()
      clearInterval(beat)
      stopOrphans()
      session.close()
      editor.destroy()
    },
  }
}

function makeEditor(content: object, callbacks: EditorCallbacks): Editor {
  return new Editor({
    extensions: sheetExtensions(callbacks),
    content,
    // Its style is in sheet.css: style elements placed at run time would need leave of the content policy.
    injectCSS: false,
    enableCoreExtensions,
    editorProps: {
      attributes: {
        class: 'page-content',
        'aria-label': 'The page',
        'aria-describedby': 'sheet-keys',
        role: 'textbox',
        'aria-multiline': 'true',
      },
    },
  })
}

/** Says that somebody comes into the paragraph one is writing in, once each time. */
function besideTeller(editor: Editor): (presence: Presence, head: number | undefined) => void {
  const inside = new Set<string>()
  return ({ client, name }, head) => {
    const { doc, selection } = editor.state
    const isBeside = head !== undefined && doc.resolve(head).sameParent(selection.$from)
    if (isBeside && !inside.has(client) && editor.isFocused) announce(`${name} is in your paragraph.`)
    if (isBeside) inside.add(client)
    else inside.delete(client)
  }
}

/** Shows where another author is. */
function showCursor({ view }: Editor, presence: Presence, tellBeside: ReturnType<typeof besideTeller>): void {
  const state = latestState(view)
  const cursor = presence.cursor && {
    ...presence.cursor,
    anchor: fromServer(state, presence.cursor.anchor),
    head: fromServer(state, presence.cursor.head),
  }
  tellBeside(presence, cursor?.head)
  view.dispatch(state.tr.setMeta(...cursorMeta({ ...presence, cursor })).setMeta('addToHistory', false))
}

/** Tells others where the cursor is, once it rests; that it is nowhere, when the sheet is left. */
function cursorTeller(editor: Editor, session: WritingSession): { tell: () => void; stop: () => void } {
  let timer: ReturnType<typeof setTimeout> | undefined
  const send = (): void => {
    const { state, isFocused } = editor
    const [anchor, head] = [toServer(state, state.selection.anchor), toServer(state, state.selection.head)]
    session.sendCursor(isFocused ? { version: session.outbox.version, anchor, head } : null)
  }
  return {
    tell: () => {
      clearTimeout(timer)
      timer = setTimeout(send, CURSOR_PAUSE)
    },
    stop: () => clearTimeout(timer),
  }
}

/** Sends what tabs that are gone left in this browser, now, now and then, and when the network is back. */
function sendingOrphans(personId: string): () => void {
  const send = (): void => void deliverOrphans(personId)
  send()
  const timer = setInterval(send, ORPHANS_EVERY)
  window.addEventListener('online', send)
  return () => {
    clearInterval(timer)
    window.removeEventListener('online', send)
  }
}
