import { Editor } from '@tiptap/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { useRevalidator } from 'react-router'
import type { Presence } from '../../core/document/wire.ts'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import type { EditionSummary } from '../../server/editions/queries.server.ts'
import { cursorMeta, fromServer, toServer } from '../editor/cursors.ts'
import { sheetExtensions } from './sheet-extensions.ts'
import { tellUnsent } from '../shell/unsent.ts'
import type { Standing } from '../saving/standing.ts'
import { EditorSurface, FROM_OTHERS } from '../saving/local-steps.ts'
import { deliverOrphans } from '../saving/orphans.ts'
import { WritingSession } from '../saving/session.ts'
import type { SheetData } from './sheet.tsx'

interface Callbacks {
  onTitle: (title: string) => void
  onLink: () => void
  onInsert: () => void
  onFiles: (files: readonly File[], at?: number) => boolean
  onEmbed: (text: string) => void
  readonly players: readonly string[]
  say: (words: string) => void
}

export interface PageInHand {
  readonly editor: Editor | null
  readonly standing: Standing
  /** What has not been sent, as words; empty when everything is. */
  readonly waiting: string
  readonly others: readonly Presence[]
  readonly editions: readonly EditionSummary[]
  readonly setAside: readonly SetAsideEntry[]
  readonly version: number
  /** Asks the server again for editions and what is set aside. */
  refresh: () => void
  /** Tries to send at once: the author has signed in again, or asks for it. */
  hurry: () => void
  /** All that has not been sent, as words. */
  unsentWords: () => string
}

/** How long the foot says why the page is opened again, in milliseconds. */
const TIME_TO_READ = 1500
const CURSOR_PAUSE = 120
const PRESENCE_BEAT = 10_000
const PRESENCE_ENDS = 25_000

/** One page being written: its editor, its saving, who else is on it. */
export function usePage(data: SheetData, callbacks: Callbacks): PageInHand {
  const [editor, setEditor] = useState<Editor | null>(null)
  const [standing, setStanding] = useState<Standing>({ type: 'kept' })
  const [waiting, setWaiting] = useState('')
  const [version, setVersion] = useState(data.version)
  const [others, setOthers] = useState<readonly (Presence & { at: number })[]>([])
  const [editions, setEditions] = useState<readonly EditionSummary[]>(data.editions)
  const [setAside, setSetAside] = useState<readonly SetAsideEntry[]>(data.setAside)
  const latest = useRef(callbacks)
  latest.current = callbacks
  const session = useRef<WritingSession | null>(null)
  const revalidator = useRevalidator()
  const { documentId } = data
  const personId = data.person.id

  const refreshSetAside = useCallback(async () => {
    const response = await fetch(`/documents/${documentId}/set-aside`).catch(() => null)
    if (response?.ok) setSetAside((await response.json()) as SetAsideEntry[])
  }, [documentId])

  const refreshEditions = useCallback(async () => {
    const response = await fetch(`/documents/${documentId}/edition-list`).catch(() => null)
    if (response?.ok) setEditions((await response.json()) as EditionSummary[])
  }, [documentId])

  useEffect(() => {
    const made = new Editor({
      extensions: sheetExtensions({
        onLink: () => latest.current.onLink(),
        onInsert: () => latest.current.onInsert(),
        onTitleTooLong: (length) =>
          latest.current.say(
            `A title holds at most 300 characters; this would make ${length.toLocaleString('en')}. Put the rest into the page.`,
          ),
        onTrouble: (words) => latest.current.say(words),
        onEmbed: (text) => latest.current.onEmbed(text),
        players: latest.current.players,
        onFiles: (files, at) => latest.current.onFiles(files, at),
      }),
      content: data.page,
      // Its style is in sheet.css: style elements placed at run time would need leave of the content policy.
      injectCSS: false,
      enableCoreExtensions: { keymap: false, delete: false, drop: false, paste: false, textDirection: false },
      editorProps: {
        attributes: {
          class: 'page-content',
          'aria-label': 'The page',
          role: 'textbox',
          'aria-multiline': 'true',
          spellcheck: 'true',
        },
      },
    })
    const surface = new EditorSurface(made.view)
    const open = new WritingSession(
      surface,
      data.version,
      { person: personId, document: documentId },
      {
        onStanding: (next, words) => {
          setStanding(next)
          setWaiting(words)
          if (next.type === 'outdated') setTimeout(() => location.reload(), TIME_TO_READ)
          tellUnsent(words)
        },
        onVersion: setVersion,
        onNote: (words) => latest.current.say(words),
        onSetAside: () => void refreshSetAside(),
        onPresence: (presence) => {
          setOthers((list) => [
            ...list.filter(({ client }) => client !== presence.client),
            ...(presence.gone ? [] : [{ ...presence, at: Date.now() }]),
          ])
          const { state, view } = made
          const cursor = presence.cursor && {
            ...presence.cursor,
            anchor: fromServer(state, presence.cursor.anchor),
            head: fromServer(state, presence.cursor.head),
          }
          view.dispatch(state.tr.setMeta(...cursorMeta({ ...presence, cursor })).setMeta('addToHistory', false))
        },
      },
    )
    session.current = open

    let cursorTimer: ReturnType<typeof setTimeout> | undefined
    const tellCursor = (): void => {
      clearTimeout(cursorTimer)
      cursorTimer = setTimeout(() => {
        const { state } = made
        open.sendCursor(
          made.isFocused
            ? {
                version: open.outbox.version,
                anchor: toServer(state, state.selection.anchor),
                head: toServer(state, state.selection.head),
              }
            : null,
        )
      }, CURSOR_PAUSE)
    }
    made.on('transaction', ({ transaction }) => {
      if (transaction.docChanged) {
        if (!transaction.getMeta(FROM_OTHERS)) open.wrote()
        latest.current.onTitle(transaction.doc.firstChild?.textContent ?? '')
      }
      if (transaction.docChanged || transaction.selectionSet) tellCursor()
    })
    made.on('focus', tellCursor)
    made.on('blur', tellCursor)
    const beat = setInterval(() => {
      tellCursor()
      setOthers((list) =>
        list.some(({ at }) => Date.now() - at > PRESENCE_ENDS)
          ? list.filter(({ at }) => Date.now() - at <= PRESENCE_ENDS)
          : list,
      )
    }, PRESENCE_BEAT)
    const sendOrphans = (): void => void deliverOrphans(personId)
    sendOrphans()
    const orphans = setInterval(sendOrphans, 15_000)
    window.addEventListener('online', sendOrphans)
    setEditor(made)
    return () => {
      clearTimeout(cursorTimer)
      clearInterval(beat)
      clearInterval(orphans)
      window.removeEventListener('online', sendOrphans)
      open.close()
      made.destroy()
      session.current = null
    }
    // The page as loaded is where the editor begins; from there on the session keeps it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [documentId, personId])

  return {
    editor,
    standing,
    waiting,
    others,
    editions,
    setAside,
    version,
    refresh: () => {
      void refreshEditions()
      void refreshSetAside()
      void revalidator.revalidate()
    },
    hurry: () => session.current?.hurry(),
    unsentWords: () => session.current?.unsentWords() ?? '',
  }
}
