import type { Node } from '@tiptap/pm/model'
import { ownTarget } from '../../../core/links/own-links.ts'
import { placesOfPage } from '../../../core/links/places.ts'
import { hasOverview, kindOfEntry } from '../../../core/plan/kinds.ts'
import { decodedPlace } from '../../../core/tree/addresses.ts'
import type { PlanRow } from '../../../server/plan/queries.server.ts'

/** Where a link leads. */
export type LeadsTo =
  | {
      readonly to: 'item'
      readonly id: string
      /** What is written under it; null for what holds others. */
      readonly documentId: string | null
      /** A place in it; empty for its beginning. */
      readonly place: string
      readonly title: string
      /** What it is, and what it stands in. */
      readonly where: string
      /** Why students can't read it now; empty when they can. */
      readonly closed: string
    }
  | {
      readonly to: 'place'
      readonly title: string
      readonly position: number
      /** It keeps its address whatever its words become. */
      readonly isNamed: boolean
      /** What stands for it where it is referred to, when that is not its title. */
      readonly words?: string
    }
  | { readonly to: 'web'; readonly address: string; readonly host: string }
  | { readonly to: 'mail' | 'phone'; readonly address: string }
  | { readonly to: 'nothing'; readonly why: string }

/** Where an address leads from this page of this course, at this moment (in milliseconds). */
export function whereItLeads(href: string, page: Node, plan: readonly PlanRow[], now: number): LeadsTo {
  if (href.startsWith('#')) return placeOf(page, decodedPlace(href.slice(1)))
  if (/^mailto:/i.test(href)) return { to: 'mail', address: href.slice('mailto:'.length) }
  if (/^tel:/i.test(href)) return { to: 'phone', address: href.slice('tel:'.length) }
  const own = ownTarget(href)
  if (!own) return { to: 'web', address: href, host: hostOf(href) }
  const row = plan.find(({ id }) => id === own.id)
  if (!row) return { to: 'nothing', why: 'It leads to something that is no longer in this course.' }
  const around = plan.find(({ id }) => id === row.parentId)
  const { label } = kindOfEntry(row.kind)
  return {
    to: 'item',
    id: row.id,
    documentId: row.documentId,
    place: own.place,
    title: row.title,
    where: around ? `${label} in ${around.title}` : label,
    closed: closedFor(row, now),
  }
}

function hostOf(href: string): string {
  try {
    return new URL(href).host
  } catch {
    return href
  }
}

function placeOf(page: Node, place: string): LeadsTo {
  const found = placesOfPage(page).find((each) => each.place === place)
  return found
    ? { to: 'place', ...found, title: found.title || place }
    : { to: 'nothing', why: 'It leads to a place that is not on this page.' }
}

/** What a student who follows the link now is told instead of the text. */
function closedFor({ kind, documentId, edition, opensAt }: PlanRow, now: number): string {
  if (documentId !== null && edition === null && !hasOverview(kind))
    return 'Not published yet: a student who follows it is told so, and where the course goes on.'
  return opensAt !== null && Date.parse(opensAt) > now
    ? 'It is not open yet: a student who follows it is told when it opens.'
    : ''
}
