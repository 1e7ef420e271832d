/** Where work in hand stands between this browser and the server. */
export type Standing =
  | { readonly sort: 'kept' }
  | { readonly sort: 'sending' }
  /** Nobody answers, or the server has no room left (`isFull`); tried again by itself. */
  | { readonly sort: 'waiting'; readonly isFull?: boolean }
  /** The session ended: sent once the author has signed in again. */
  | { readonly sort: 'signed out' }
  /** The server will not take this author's work here any more. */
  | { readonly sort: 'shut' }
  /** Somebody deleted the page. */
  | { readonly sort: 'deleted' }
  | { readonly sort: 'refused'; readonly reason: string }
  /** A newer Fieldstone is running: the page has to be loaded anew. */
  | { readonly sort: 'outdated' }
