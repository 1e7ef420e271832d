import { decodedPlace } from '../tree/addresses.ts'
import { html } from '../tree/template.ts'

/*
 * Links to what stands in the same course lead by identity: their address is the id of its entry, and perhaps a place
 * in it, so that neither a new title nor another place in the plan breaks them.
 */
const OWN = /^([\w-]{1,60})(#.*)?$/
/** Addresses under which an entry is written and read, after the course. */
const SCREENS = /^\/(?:courses\/([\w-]+)\/items|(?:read|discuss|assignments)\/([\w-]+))\/([\w-]{1,60})\/?$/

export interface OwnTarget {
  readonly id: string
  /** A place in it as it is named; empty for its beginning. */
  readonly place: string
}

/** What of the course an address leads to; null for one that leads anywhere else. */
export function ownTarget(href: string): OwnTarget | null {
  const parts = OWN.exec(href)
  return parts && { id: parts[1]!, place: decodedPlace((parts[2] ?? '').slice(1)) }
}

/** Whether an address leads to a place of the page it stands on. */
export const leadsToPlace = (href: string, place: string): boolean =>
  href.startsWith('#') && decodedPlace(href.slice(1)) === place

/**
 * The link by identity for an address of a screen or a published page of this course, as somebody copied it; null for
 * any other address.
 */
export function ownLink(address: string, { origin, courseId }: { origin: string; courseId: string }): string | null {
  try {
    const url = new URL(address.trim(), origin)
    const parts = SCREENS.exec(url.pathname)
    return parts && url.origin === origin && (parts[1] ?? parts[2]) === courseId ? parts[3]! + url.hash : null
  } catch {
    return null
  }
}

/** Where an entry of a course is read; what is read in another way leads on from there. */
export const readingAddress = (courseId: string, entryId: string): string => `/read/${courseId}/${entryId}`

/** The same HTML of ours, with its links by identity leading to where `hrefOf` has each entry. */
export const withOwnLinks = (written: string, hrefOf: (id: string) => string): string =>
  written.replace(
    /(<a [^>]*?href=")([\w-]{1,60})(#[^"]*)?(")/g,
    (_all, before: string, id: string, place = '', after: string) =>
      [before, html`${hrefOf(id)}`.text, place, after].join(''),
  )
