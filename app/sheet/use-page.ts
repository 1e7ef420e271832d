import type { Editor } from '@tiptap/core'
import { useEffect, useRef, useState } from 'react'
import { useRevalidator } from 'react-router'
import type { Presence, SentSetAside } from '../../core/document/wire.ts'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import type { EditionSummary } from '../../server/editions/queries.server.ts'
import type { WritingSession } from '../saving/session.ts'
import { isSameStanding, type Standing } from '../saving/standing.ts'
import { announce } from '../shell/announce.ts'
import { useAsked } from '../shell/use-asked.ts'
import { tellUnsent } from '../shell/unsent.ts'
import { openPage } from './open-page.ts'
import type { EditorCallbacks } from './sheet-extensions.ts'
import type { SheetData } from './sheet.tsx'

interface Callbacks extends Pick<
  EditorCallbacks,
  | 'onLink'
  | 'onWords'
  | 'onEquation'
  | 'onTable'
  | 'onFootnote'
  | 'onPlace'
  | 'onSymbol'
  | 'onSnippet'
  | 'onFind'
  | 'onInsert'
  | 'onSettings'
  | 'onFiles'
  | 'onPictures'
  | 'onSpelling'
  | 'words'
  | 'onEmbed'
  | 'players'
> {
  onTitle: (title: string) => void
  say: (words: string) => void
}

export interface SheetPage {
  readonly editor: Editor | null
  readonly standing: Standing
  /** What has not been sent, as words; empty when everything is. */
  readonly waiting: string
  readonly others: readonly Presence[]
  readonly editions: readonly EditionSummary[]
  readonly setAside: readonly SetAsideEntry[]
  /** Keeps beside the page what an author is to decide about. */
  keepAside: (entries: readonly SentSetAside[]) => void
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
/** Whoever has not been heard of for so long is gone, in milliseconds. */
const PRESENCE_ENDS = 25_000

/** One page being written: its editor, its saving, who else is on it. */
export function usePage(data: SheetData, callbacks: Callbacks): SheetPage {
  const [editor, setEditor] = useState<Editor | null>(null)
  const [standing, setStanding] = useStanding()
  const [waiting, setWaiting] = useState('')
  const [version, setVersion] = useState(data.version)
  const [others, setOthers] = useState<readonly Seen[]>([])
  const [editions, askEditions] = useAsked(`/documents/${data.documentId}/edition-list`, data.editions)
  const [setAside, askSetAside] = useAsked(`/documents/${data.documentId}/set-aside`, data.setAside)
  const latest = useRef(callbacks)
  latest.current = callbacks
  const session = useRef<WritingSession | null>(null)
  const revalidator = useRevalidator()
  const { documentId } = data
  const personId = data.person.id
  useEffect(() => {
    const loaded = { documentId, personId, version: data.version, content: data.page }
    const page = openPage(loaded, editorCallbacks(latest), {
      onTitle: (title) => latest.current.onTitle(title),
      onStanding: (next, words) => {
        setStanding(next)
        setWaiting(words)
        if (next.type === 'outdated') setTimeout(() => location.reload(), TIME_TO_READ)
        tellUnsent(words)
      },
      onVersion: setVersion,
      onNote: (words) => latest.current.say(words),
      onSetAside: askSetAside,
      onPresence: (presence) => setOthers((list) => withSeen(list, presence)),
      onBeat: () => setOthers(stillSeen),
    })
    session.current = page.session
    setEditor(page.editor)
    // It takes what is kept when the page is being left, too.
    return () => page.close()
    // The page as loaded is where the editor begins; from there on the session keeps it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [documentId, personId])
  return {
    ...{ editor, standing, waiting, others, editions, setAside, version },
    refresh: () => {
      askEditions()
      askSetAside()
      void revalidator.revalidate()
    },
    keepAside: (entries) => session.current?.setAside(entries),
    hurry: () => session.current?.hurry(),
    unsentWords: () => session.current?.unsentWords() ?? '',
  }
}

/**
 * How the work stands. It is told at every key: what stays as it was draws nothing, since at each drawing React walks
 * the whole page for its cursor.
 */
function useStanding(): [standing: Standing, stand: (next: Standing) => void] {
  const [standing, setStanding] = useState<Standing>({ type: 'kept' })
  return [standing, (next) => setStanding((before) => (isSameStanding(before, next) ? before : next))]
}

/** Says something the first time, and to a screen reader every time. */
function sayOnce(words: string, latest: { readonly current: Callbacks }): () => void {
  let isSaid = false
  return () => {
    if (isSaid) return announce(words)
    isSaid = true
    latest.current.say(words)
  }
}

/** What the editor tells, told to whoever listens at that time. */
const editorCallbacks = (latest: { readonly current: Callbacks }): EditorCallbacks => ({
  onLink: () => latest.current.onLink(),
  onWords: () => latest.current.onWords(),
  onEquation: () => latest.current.onEquation(),
  onTable: () => latest.current.onTable(),
  onPlace: () => latest.current.onPlace(),
  onSymbol: () => latest.current.onSymbol(),
  onSnippet: () => latest.current.onSnippet(),
  onFootnote: () => latest.current.onFootnote(),
  onFind: (replaces) => latest.current.onFind(replaces),
  onInsert: () => latest.current.onInsert(),
  onSettings: () => latest.current.onSettings(),
  onTabStays: sayOnce(
    'Tab stays on the page. Esc, then Tab, leaves it; F6 goes to the next part of the screen.',
    latest,
  ),
  onTitleTooLong: (length) =>
    latest.current.say(
      `A title holds at most 300 characters; this would make ${length.toLocaleString('en')}. Put the rest into the page.`,
    ),
  onTrouble: (words) => latest.current.say(words),
  onEmbed: (text) => latest.current.onEmbed(text),
  onSpelling: (word) => latest.current.onSpelling(word),
  words: latest.current.words,
  players: latest.current.players,
  onPictures: (pictures) => latest.current.onPictures(pictures),
  onFiles: (files, at) => latest.current.onFiles(files, at),
})

type Seen = Presence & { at: number }

const withSeen = (list: readonly Seen[], presence: Presence): readonly Seen[] => [
  ...list.filter(({ client }) => client !== presence.client),
  ...(presence.gone ? [] : [{ ...presence, at: Date.now() }]),
]

/** Without those who have not been heard of for too long; the same list when nobody is gone. */
function stillSeen(list: readonly Seen[]): readonly Seen[] {
  const there = list.filter(({ at }) => Date.now() - at <= PRESENCE_ENDS)
  return there.length === list.length ? list : there
}
