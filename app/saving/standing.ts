/** Where work in hand stands between this browser and the server. */
export type Standing =
  | { readonly type: 'kept' }
  | { readonly type: 'sending' }
  /** Nobody answers, or the server has no room left (`isFull`); tried again by itself. */
  | { readonly type: 'waiting'; readonly isFull?: boolean }
  /** The session ended: sent once the author has signed in again. */
  | { readonly type: 'signed out' }
  /** The server will not take this author's work here any more. */
  | { readonly type: 'forbidden' }
  /** Somebody deleted the page. */
  | { readonly type: 'deleted' }
  | { readonly type: 'refused'; readonly reason: string }
  /** A newer Fieldstone is running: the page has to be loaded anew. */
  | { readonly type: 'outdated' }

/** Whether two say the same, so that nothing on the screen has to be drawn anew. */
export function isSameStanding(one: Standing, other: Standing): boolean {
  return JSON.stringify(one) === JSON.stringify(other)
}
