import type { Editor } from '@tiptap/core'
import { Modal } from 'antd'
import { Archive, Image, Plus } from 'lucide-react'
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react'
import { readEmbed } from '../../core/embeds/embed-code.ts'
import type { Examined } from '../../server/embeds/examine.server.ts'
import { askEmbed, embedWords, placeEmbed } from '../embeds/place-embed.ts'
import type { Offer, OfferGroup } from '../pieces/piece.ts'
import { PIECES } from '../pieces/registry.ts'
import { matching } from './matching.ts'
import { takeTypedAhead } from './typed-ahead.ts'
import './insert-dialog.css'

const GROUPS: readonly (readonly [OfferGroup, string])[] = [
  ['fold', 'Fold and order'],
  ['apart', 'Set apart'],
  ['look', 'Look and touch'],
  ['practise', 'Practise'],
]
const OFFERS: readonly Offer[] = PIECES.flatMap(({ offer }) => offer ?? [])

interface Props {
  editor: Editor
  onClose: () => void
  /** Opens the browser's own choice of files. */
  onPicture: () => void
  courseId: string
  /** Told about something that was embedded. */
  say: (words: string) => void
  onShelf: () => void
}

/** One field and every piece as a small live example: type a name, or choose by arrow keys, Enter inserts. */
export function InsertDialog({ editor, courseId, onClose, onPicture, onShelf, say }: Props) {
  const [typed, setTyped] = useState(takeTypedAhead)
  const [chosen, setChosen] = useState(OFFERS[0]?.name ?? '')
  const cards = useRef<HTMLDivElement>(null)
  // Nothing is written while the dialog is open, so what each offer would do stays as it is.
  const possible = useMemo(() => new Map(OFFERS.map((offer) => [offer.name, offer.command(editor.state)])), [editor])
  const [embed, setEmbed] = useState<Examined | 'asking' | null>(null)
  const isEmbed = readEmbed(typed).type !== 'none'
  useEffect(() => {
    setEmbed(null)
    if (!isEmbed) return
    let isOver = false
    const timer = setTimeout(() => {
      setEmbed('asking')
      void askEmbed(courseId, typed).then((answer) => !isOver && setEmbed(answer))
    }, 250)
    return () => {
      isOver = true
      clearTimeout(timer)
    }
  }, [courseId, typed, isEmbed])
  const found = isEmbed ? [] : matching(OFFERS, typed)
  const offer = found.find(({ name }) => name === chosen) ?? found[0]
  const can = offer ? (possible.get(offer.name) ?? false) : false
  const done = useRef(false)

  // Whatever is done, writing goes on where it was.
  const goesOn = useRef(false)
  useEffect(() => () => void setTimeout(() => !goesOn.current && editor.view.focus(), 0), [editor])

  const insertEmbed = (): void => {
    if (done.current || !embed || embed === 'asking' || embed.type === 'problem') return
    done.current = true
    onClose()
    placeEmbed(editor, embed)
    say(embedWords(embed))
  }
  const insert = (what: Offer | undefined): void => {
    if (!what || done.current || !possible.get(what.name)) return
    done.current = true
    onClose()
    what.command(editor.state, editor.view.dispatch, editor.view)
  }
  const leave = (then: () => void): void => {
    goesOn.current = true
    onClose()
    then()
  }
  const choose = (name: string): void => {
    setChosen(name)
    document.getElementById(cardId(name))?.scrollIntoView({ block: 'nearest' })
  }
  const move = (event: KeyboardEvent): void => {
    if (event.target instanceof HTMLButtonElement) return
    if (event.key === 'Enter') {
      event.preventDefault()
      if (isEmbed) insertEmbed()
      else insert(offer)
      return
    }
    const isInField = event.target instanceof HTMLInputElement
    if (isInField && (event.key === 'ArrowLeft' || event.key === 'ArrowRight') && typed !== '') return
    const next = neighbour(event.key, found, offer, columnsOf(cards.current))
    if (!next) return
    event.preventDefault()
    choose(next.name)
  }
  const outcome = isEmbed
    ? embedOutcome(embed)
    : !offer
      ? 'No piece has that name. Try a word for what it should do.'
      : can
        ? (offer.outcome?.(editor.state) ?? '')
        : 'Not at this place: put the cursor into the text of the page.'
  return (
    <Modal
      open
      closable={false}
      title={null}
      footer={null}
      width={706}
      className="insert-dialog"
      onCancel={onClose}
      focusable={{ focusTriggerAfterClose: false }}
      styles={{ body: { padding: 0 }, container: { padding: 0 } }}
      aria-label="Insert"
    >
      <div onKeyDown={move}>
        <label className="insert-field">
          <Plus size={18} aria-hidden />
          <span className="visually-hidden">Insert: a name</span>
          <input
            autoFocus
            value={typed}
            placeholder="Type a name, or paste an address or embed code…"
            role="combobox"
            aria-expanded="true"
            aria-controls="insert-cards"
            aria-activedescendant={offer && cardId(offer.name)}
            onChange={(event) => setTyped(event.target.value)}
          />
          <kbd title="On an empty line, / opens this">/</kbd>
        </label>
        {typed === '' && (
          <div className="insert-media">
            <button type="button" onClick={() => leave(onPicture)}>
              <Image size={15} strokeWidth={1.75} aria-hidden /> Picture
            </button>
            <button type="button" onClick={() => leave(onShelf)}>
              <Archive size={15} strokeWidth={1.75} aria-hidden /> From the shelf
            </button>
          </div>
        )}
        {typed === '' && (
          <nav className="insert-groups" aria-label="Groups of pieces">
            {GROUPS.map(([group, name]) => (
              <button
                key={group}
                type="button"
                aria-current={offer?.group === group || undefined}
                onClick={() => choose(OFFERS.find((each) => each.group === group)?.name ?? '')}
              >
                {name}
              </button>
            ))}
          </nav>
        )}
        <div
          className={isEmbed ? 'insert-cards is-bare' : 'insert-cards'}
          id="insert-cards"
          role="listbox"
          aria-label="Pieces"
          ref={cards}
        >
          {GROUPS.map(([group, name]) => {
            const own = found.filter((each) => each.group === group)
            if (own.length === 0) return null
            return (
              <div key={group} role="group" aria-label={name}>
                <h2 aria-hidden>{name}</h2>
                <div className="insert-grid">
                  {own.map((each) => (
                    <Card
                      key={each.name}
                      offer={each}
                      isChosen={each === offer}
                      canInsert={possible.get(each.name) ?? false}
                      onChoose={() => setChosen(each.name)}
                      onInsert={() => insert(each)}
                    />
                  ))}
                </div>
              </div>
            )
          })}
        </div>
        <div className="insert-foot">
          <span className="soft" role="status">
            {outcome}
          </span>
          <button type="button" className="plain-button" onClick={onClose}>
            Cancel
          </button>
          <button
            type="button"
            className="primary-button"
            aria-disabled={isEmbed ? !embed || embed === 'asking' || embed.type === 'problem' : !can}
            onClick={() => (isEmbed ? insertEmbed() : insert(offer))}
          >
            {isEmbed
              ? embed && embed !== 'asking' && embed.type === 'card'
                ? 'Insert link card'
                : 'Insert player'
              : offer
                ? `Insert ${offer.name.toLowerCase().replace('html', 'HTML')}`
                : 'Insert'}
          </button>
        </div>
      </div>
    </Modal>
  )
}

function embedOutcome(embed: Examined | 'asking' | null): string {
  if (!embed || embed === 'asking') return 'Looking what this is, as students would see it…'
  if (embed.type === 'player')
    return `${embed.title || 'A player without a title'}, ${embed.width} × ${embed.height}. ${embedWords(embed)}`
  return embed.type === 'card' ? `${embed.title || embed.address}: a link card. ${embed.reason}` : embed.reason
}

const cardId = (name: string): string => `insert-${name.toLowerCase().replace(/\W+/g, '-')}`

/** How many cards stand side by side just now. */
function columnsOf(cards: HTMLElement | null): number {
  const grid = cards?.querySelector('.insert-grid')
  return grid ? Math.max(1, getComputedStyle(grid).gridTemplateColumns.split(' ').length) : 1
}

function neighbour(
  key: string,
  offers: readonly Offer[],
  current: Offer | undefined,
  columns: number,
): Offer | undefined {
  const at = current ? offers.indexOf(current) : 0
  const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns, ArrowUp: -columns }[key]
  if (step === undefined) return undefined
  return offers[Math.min(offers.length - 1, Math.max(0, at + step))]
}

function Card({
  offer,
  isChosen,
  canInsert,
  onChoose,
  onInsert,
}: {
  offer: Offer
  isChosen: boolean
  canInsert: boolean
  onChoose: () => void
  onInsert: () => void
}) {
  const { name, help, effort, Example } = offer
  return (
    <div
      id={cardId(name)}
      className={isChosen ? 'insert-card is-chosen' : 'insert-card'}
      role="option"
      aria-selected={isChosen}
      aria-disabled={!canInsert}
      onClick={onChoose}
      onDoubleClick={onInsert}
    >
      <span className="insert-example" aria-hidden>
        <Example />
      </span>
      <span className="insert-name">
        <b>{name}</b> <small>{effort}</small>
      </span>
      <span className="insert-help">{help}</span>
    </div>
  )
}
