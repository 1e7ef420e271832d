import type { Editor } from '@tiptap/core'
import { Archive, FileCode, Image, Plus } from 'lucide-react'
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react'
import { embedWords, placeEmbed } from '../embeds/place-embed.ts'
import type { Offer } from '../pieces/piece.ts'
import { matching } from './matching.ts'
import { cardId, columnsOf, GROUPS, keyOf, neighbour, OfferCards, OFFERS } from './offer-cards.tsx'
import { takeTypedAhead } from './typed-ahead.ts'
import { embedOutcome, placeable, useEmbed } from './use-embed.ts'
import { areComing, useSnippets } from '../snippets/known-snippets.ts'
import { offersOf } from '../snippets/snippet-offers.tsx'
import { Dialog } from '../shell/dialog.tsx'
import './insert-dialog.css'

interface Props {
  editor: Editor
  onClose: () => void
  /** Opens the browser's own choice of files. */
  onPicture: () => void
  courseId: string
  /** Told about something that was embedded. */
  say: (words: string) => void
  onShelf: () => void
  /** Opens the form of a snippet. */
  onSnippet: (id: string) => void
  /** Opens the browser's own choice of a file with a snippet. */
  onSnippetFile: () => void
}

/** One field and every piece as a small live example: type a name, or choose by arrow keys, Enter inserts. */
export function InsertDialog(props: Props) {
  const { onPicture, onShelf, onSnippetFile } = props
  const cards = useRef<HTMLDivElement>(null)
  const { typed, setTyped, offers, offer, choose, leave, insert, found, possible, isEmbed, outcome, action } =
    useInserting(props)
  const move = (event: KeyboardEvent): void => {
    if (event.target instanceof HTMLButtonElement) return
    if (event.key === 'Enter') {
      event.preventDefault()
      return action.run()
    }
    const isInField = event.target instanceof HTMLInputElement
    if (isInField && (event.key === 'ArrowLeft' || event.key === 'ArrowRight') && typed !== '') return
    const next = neighbour(event.key, found, offer, columnsOf(cards.current))
    if (!next) return
    event.preventDefault()
    choose(keyOf(next))
    document.getElementById(cardId(next))?.scrollIntoView({ block: 'nearest' })
  }
  return (
    <Dialog
      open
      name="Insert"
      closable={false}
      title={null}
      footer={null}
      width={706}
      className="insert-dialog"
      onCancel={props.onClose}
      focusable={{ focusTriggerAfterClose: false }}
      styles={{ body: { padding: 0 }, container: { padding: 0 } }}
    >
      <div onKeyDown={move}>
        <NameField {...{ typed, offer }} onType={setTyped} />
        {(typed === '' || /^(pic|image|photo|drawing|shelf|file|snippet)/i.test(typed.trim())) && (
          <Shortcuts
            {...{ offer, offers, choose }}
            onPicture={() => leave(onPicture)}
            onShelf={() => leave(onShelf)}
            onSnippetFile={() => leave(onSnippetFile)}
          />
        )}
        <OfferCards {...{ found, offer, possible }} onChoose={choose} onInsert={insert} isBare={isEmbed} ref={cards} />
        <InsertFoot {...{ outcome, action }} onClose={props.onClose} />
      </div>
    </Dialog>
  )
}

interface InsertFootProps {
  outcome: string
  onClose: () => void
  action: ReturnType<typeof useInserting>['action']
}

/** What Enter would do, and the buttons for it. */
function InsertFoot({ outcome, action, onClose }: InsertFootProps) {
  return (
    <div className="insert-foot">
      <span className="soft" role="status">
        {outcome}
      </span>
      <button type="button" className="plain-button" onClick={onClose}>
        Cancel
      </button>
      <button type="button" className="primary-button" aria-disabled={!action.can} onClick={action.run}>
        {action.name}
      </button>
    </div>
  )
}

/** So long a dialog may take to go away, in milliseconds. */
const GOING = 500

/**
 * The next keys are on their way before the dialog has gone: they are for the text, unless one has gone on to something
 * else, such as the settings of what was inserted.
 */
function keysToText({ view }: Editor): void {
  const bring = (): void => {
    const active = document.activeElement
    const isNowhere = active === null || active === document.body || active.closest('.insert-dialog') !== null
    if (!view.isDestroyed && isNowhere) view.focus()
  }
  view.focus()
  window.addEventListener('keydown', bring, { capture: true })
  setTimeout(() => window.removeEventListener('keydown', bring, { capture: true }), GOING)
}

/** All that is offered: pieces and snippets; and what of it can stand at the cursor, by its key. */
function useOffers(editor: Editor, courseId: string, onSnippet: (id: string) => void) {
  const snippets = useSnippets(courseId)
  // What opens the form of a snippet does the same, whenever it was made.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const offers = useMemo(() => [...OFFERS, ...offersOf(snippets, onSnippet)], [snippets])
  // Nothing is written while the dialog is open, so what each offer would do stays as it is.
  const possible = useMemo(
    () => new Map(offers.map((offer) => [keyOf(offer), offer.command(editor.state)])),
    [editor, offers],
  )
  return { offers, possible, areAllKnown: !areComing(snippets) }
}

/**
 * For Enter that comes before the snippets do: once they are known it does what it would do then, unless somebody has
 * typed on.
 */
function useWaiting(areAllKnown: boolean, typed: string, act: () => void): () => void {
  const typedThen = useRef<string | null>(null)
  useEffect(() => {
    if (areAllKnown && typedThen.current === typed) act()
    if (areAllKnown) typedThen.current = null
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when they have come
  }, [areAllKnown])
  return () => void (typedThen.current = areAllKnown ? null : typed)
}

/** What was typed, what it finds, and what Enter would do with it. */
function useInserting({ editor, courseId, onClose, say, onSnippet }: Props) {
  const [typed, setTyped] = useState(takeTypedAhead)
  const [chosen, choose] = useState(OFFERS[0] ? keyOf(OFFERS[0]) : '')
  const { offers, possible, areAllKnown } = useOffers(editor, courseId, onSnippet)
  const { isEmbed, embed } = useEmbed(courseId, typed)
  const found = isEmbed ? [] : matching(offers, typed)
  const offer = found.find((each) => keyOf(each) === chosen) ?? found[0]
  const [isDone, goesOn] = [useRef(false), useRef(false)]
  // Whatever is done, writing goes on where it was.
  useEffect(() => () => void setTimeout(() => !goesOn.current && editor.view.focus(), 0), [editor, goesOn])
  const once = (act: () => void): void => {
    if (isDone.current) return
    isDone.current = true
    onClose()
    act()
    if (!goesOn.current) keysToText(editor)
  }
  const insert = (what: Offer): void => {
    if (!possible.get(keyOf(what))) return
    const asTyped = what.asTyped?.(typed)
    // What it asks is asked in a dialog, which has the focus and the keys from now on.
    if (what.asks && !asTyped) goesOn.current = true
    once(() => void (asTyped?.command ?? what.command)(editor.state, editor.view.dispatch, editor.view))
  }
  const wait = useWaiting(areAllKnown, typed, () => offer && insert(offer))
  const player = placeable(embed)
  const place = (): void => {
    if (player) once(() => (placeEmbed(editor, player), say(embedWords(player))))
  }
  return {
    ...{ typed, setTyped, choose, offers, offer, found, possible, isEmbed, insert },
    leave: (then: () => void): void => {
      goesOn.current = true
      onClose()
      then()
    },
    outcome: isEmbed ? embedOutcome(embed) : offerOutcome(offer, { possible, areAllKnown }, editor, typed),
    action: isEmbed
      ? { name: player?.type === 'card' ? 'Insert link card' : 'Insert player', can: player !== null, run: place }
      : {
          name: offer ? insertWords(offer) : 'Insert',
          can: offer !== undefined && possible.get(keyOf(offer)) === true,
          run: () => (offer ? insert(offer) : wait()),
        },
  }
}

/** What the button says: a piece is called by its kind, a snippet as its author called it. */
const insertWords = ({ id, name }: Offer): string =>
  id === undefined ? `Insert ${name.toLowerCase().replace('html', 'HTML')}` : `Insert “${name}”`

function offerOutcome(
  offer: Offer | undefined,
  { possible, areAllKnown }: Pick<ReturnType<typeof useOffers>, 'possible' | 'areAllKnown'>,
  editor: Editor,
  typed: string,
): string {
  if (!offer && !areAllKnown) return 'Looking among the snippets…'
  if (!offer)
    return /^(film|media|movie|player|sound|audio|video|recording)/i.test(typed.trim())
      ? 'Paste the address or the embed code of a video or recording here, in place of its name.'
      : 'No piece has that name. Try a word for what it should do.'
  if (!possible.get(keyOf(offer))) return offer.whyNot ?? 'Not at this place: put the cursor into the text of the page.'
  return offer.asTyped?.(typed)?.outcome ?? offer.outcome?.(editor.state) ?? ''
}

interface NameProps {
  typed: string
  offer: Offer | undefined
  onType: (typed: string) => void
}

function NameField({ typed, offer, onType }: NameProps) {
  return (
    <div className="insert-field">
      <Plus size={18} aria-hidden />
      <input
        // At once, before the dialog says that it is open: keys are on their way.
        autoFocus
        value={typed}
        placeholder="Type a name, or paste an address or embed code…"
        role="combobox"
        aria-label="Name of a piece, address or embed code"
        aria-expanded="true"
        aria-controls="insert-cards"
        aria-activedescendant={offer && cardId(offer)}
        onChange={(event) => onType(event.target.value)}
      />
      <kbd title="On an empty line, / opens this">/</kbd>
    </div>
  )
}

interface ShortcutProps {
  offers: readonly Offer[]
  offer: Offer | undefined
  choose: (name: string) => void
  onPicture: () => void
  onShelf: () => void
  onSnippetFile: () => void
}

/** All groups of snippets together. */
const SNIPPETS = ['snippets', 'Snippets'] as const

/** Pictures, and the groups of pieces: while nothing is typed. */
function Shortcuts({ offers, offer, choose, onPicture, onShelf, onSnippetFile }: ShortcutProps) {
  const chooseFirst = (group: string): void => {
    const first = offers.find((each) => each.group.startsWith(group))
    if (!first) return
    choose(keyOf(first))
    document.getElementById(cardId(first))?.closest('[role="group"]')?.scrollIntoView({ block: 'start' })
  }
  return (
    <>
      <div className="insert-media">
        <button type="button" onClick={onPicture}>
          <Image size={15} strokeWidth={1.75} aria-hidden /> Picture
        </button>
        <button type="button" onClick={onShelf}>
          <Archive size={15} strokeWidth={1.75} aria-hidden /> From the shelf
        </button>
        <button type="button" onClick={onSnippetFile}>
          <FileCode size={15} strokeWidth={1.75} aria-hidden /> Snippet from a file
        </button>
      </div>
      <nav className="insert-groups" aria-label="Groups of pieces">
        {[...GROUPS, ...(offers.length > OFFERS.length ? [SNIPPETS] : [])].map(([group, name]) => (
          <button
            key={group}
            type="button"
            aria-current={offer?.group.startsWith(group) || undefined}
            onClick={() => chooseFirst(group)}
          >
            {name}
          </button>
        ))}
      </nav>
    </>
  )
}
