import type { PlaceVisit } from '../reading/visit.server.ts'
import type { Person } from '../people/queries.server.ts'

/** What every loader and action knows about its request. */
export interface RequestContext {
  readonly requestId: string
  /** For `script-src` of this answer. */
  readonly nonce: string
  /** Who is signed in. */
  readonly person: Person | null
  /** The database did not answer when the session was looked up. */
  readonly isDatabaseDown: boolean
  /** The reader's address, for limits on attempts. */
  readonly address: string
  /** The place of the reading room that was looked up on the way here. */
  readonly visited?: PlaceVisit | null
}

declare module 'react-router' {
  interface AppLoadContext extends RequestContext {}
}
