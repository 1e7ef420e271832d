import type { Ref } from 'react'
import type { Offer, OfferGroup } from '../pieces/piece.ts'
import { GROUP_NAMES, SNIPPET_GROUPS } from '../../core/snippets/groups.ts'
import { PIECES } from '../pieces/registry.ts'

export const GROUPS: readonly (readonly [OfferGroup, string])[] = [
  ['fold', 'Fold and order'],
  ['apart', 'Set apart'],
  ['look', 'Look and touch'],
  ['practise', 'Practise'],
]
/** The groups of snippets, below those of pieces. */
const SNIPPETS = SNIPPET_GROUPS.map(
  (group) => [`snippets to ${group}`, `Snippets: ${GROUP_NAMES[group].toLowerCase()}`] as const,
)
export const OFFERS: readonly Offer[] = PIECES.flatMap(({ offer }) => offer ?? [])

/** What tells an offer from all others. */
export const keyOf = ({ id, name }: Offer): string => id ?? name
export const cardId = (offer: Offer): string => `insert-${keyOf(offer).replace(/[^\w-]+/g, '-')}`

/** How many cards stand side by side just now. */
export function columnsOf(cards: HTMLElement | null): number {
  const grid = cards?.querySelector('.insert-grid')
  return grid ? Math.max(1, getComputedStyle(grid).gridTemplateColumns.split(' ').length) : 1
}

/** The card an arrow key leads to from the current one. */
export function neighbour(
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

interface Props {
  found: readonly Offer[]
  offer: Offer | undefined
  /** Whether each can be inserted where the cursor is, by its key. */
  possible: ReadonlyMap<string, boolean>
  onChoose: (key: string) => void
  onInsert: (offer: Offer) => void
  isBare: boolean
  ref: Ref<HTMLDivElement>
}

/** Every piece that was found as a small live example, in groups. */
export function OfferCards({ found, offer, possible, onChoose, onInsert, isBare, ref }: Props) {
  return (
    <div
      className={isBare ? 'insert-cards is-bare' : 'insert-cards'}
      id="insert-cards"
      role="listbox"
      aria-label="Pieces"
      ref={ref}
    >
      {[...GROUPS, ...SNIPPETS].map(([group, name]) => {
        const own = found.filter((each) => each.group === group)
        if (own.length === 0) return null
        return (
          <div key={group} role="group" aria-label={name}>
            <h2 aria-hidden>{name}</h2>
            <div className="insert-grid">
              {own.map((each) => (
                <Card
                  key={keyOf(each)}
                  offer={each}
                  isChosen={each === offer}
                  canInsert={possible.get(keyOf(each)) ?? false}
                  onChoose={() => onChoose(keyOf(each))}
                  onInsert={() => onInsert(each)}
                />
              ))}
            </div>
          </div>
        )
      })}
    </div>
  )
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
      id={cardId(offer)}
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
