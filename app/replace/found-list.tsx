import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import type { Put, Query } from '../../core/find/find.ts'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { KindIcon, titleOrKind } from '../shell/entry-kinds.tsx'
import { counted } from './counted.ts'
import { isTicked, type Ticks } from './ticks.ts'
import { contextOfPlace, type FoundPage, type FoundPlace, putFor } from './use-search.ts'

interface Props {
  courseId: string
  plan: readonly PlanRow[]
  found: readonly FoundPage[]
  query: Query
  /** What takes the place; null while nothing is to take it. */
  put: Put | null
  ticks: Ticks
  onTick: (keys: readonly string[], isTicked: boolean) => void
}

/** So many places are shown at once: a long list is gone through part by part. */
const SHOWN = 200

/** The pages in which something was found, each place with what stands around it. */
export function FoundList({ plan, found, query, ...props }: Props) {
  const [most, setMost] = useState(SHOWN)
  useEffect(() => setMost(SHOWN), [query])
  const rows = new Map(plan.map((row) => [row.id, row]))
  const total = found.reduce((sum, { places }) => sum + places.length, 0)
  let room = most
  return (
    <>
      {found.map(({ page, places }) => {
        const shown = places.slice(0, room)
        room -= shown.length
        const row = rows.get(page.id)
        if (shown.length === 0 || !row) return null
        const around = rows.get(row.parentId ?? '')
        return <PageOfFound key={page.id} {...{ ...props, query, row, around, places, shown }} />
      })}
      {total > most && (
        <p>
          <button type="button" className="desk-button found-more" onClick={() => setMost(most + 5 * SHOWN)}>
            Show more of the {(total - most).toLocaleString('en')} that follow
          </button>
        </p>
      )}
    </>
  )
}

interface PageProps extends Omit<Props, 'plan' | 'found'> {
  row: PlanRow
  around: PlanRow | undefined
  places: readonly FoundPlace[]
  shown: readonly FoundPlace[]
}

function PageOfFound({ row, around, places, shown, courseId, query, put, ticks, onTick }: PageProps) {
  const title = titleOrKind(row)
  return (
    <section className="found-page" aria-label={title}>
      <h2>
        <PageTick name={title} {...{ places, ticks, onTick }} />
        <KindIcon kind={row.kind} />
        <Link to={`/courses/${courseId}/items/${row.id}`} state={{ find: query }} dir="auto">
          {title}
        </Link>
        <span className="soft small">
          {around ? `in ${titleOrKind(around)}, ` : ''}
          {kindOfEntry(row.kind).label.toLowerCase()}, {counted(places.length, 'place')}
        </span>
      </h2>
      <ul>
        {shown.map((place) => (
          <PlaceLine
            key={place.key}
            {...{ place }}
            put={put && putFor(place, put, query)}
            isOn={isTicked(ticks, place.key)}
            onSet={(isOn) => onTick([place.key], isOn)}
          />
        ))}
      </ul>
    </section>
  )
}

interface TickProps extends Pick<Props, 'ticks' | 'onTick'> {
  name: string
  places: readonly FoundPlace[]
}

/** All places of a page at once. */
function PageTick({ name, places, ticks, onTick }: TickProps) {
  const box = useRef<HTMLInputElement>(null)
  const count = places.filter(({ key }) => isTicked(ticks, key)).length
  const isSome = count > 0 && count < places.length
  useEffect(() => {
    if (box.current) box.current.indeterminate = isSome
  }, [isSome])
  return (
    <input
      ref={box}
      type="checkbox"
      aria-label={`All places in ${name}`}
      checked={count > 0}
      onChange={() =>
        onTick(
          places.map(({ key }) => key),
          count < places.length,
        )
      }
    />
  )
}

interface LineProps {
  place: FoundPlace
  put: string | null
  isOn: boolean
  onSet: (isOn: boolean) => void
}

function PlaceLine({ place, put, isOn, onSet }: LineProps) {
  const { before, words, after } = contextOfPlace(place)
  const changes = put !== null && isOn
  return (
    <li>
      <label className="found-place">
        <input type="checkbox" checked={isOn} onChange={({ target }) => onSet(target.checked)} />
        <span dir="auto">
          {before}
          {changes ? <del>{words}</del> : <mark>{words}</mark>}
          {changes && put !== '' && (
            <>
              <span className="visually-hidden"> becomes </span>
              <ins>{put}</ins>
            </>
          )}
          {after}
        </span>
      </label>
    </li>
  )
}
