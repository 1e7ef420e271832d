let words = ''

/** Remembers, for as long as the window is open, what a sheet has not sent yet: screens come and go meanwhile. Empty when all is sent. */
export function tellUnsent(fresh: string): void {
  words = fresh
}

/** What has not been sent yet, as a sentence; empty when all is. */
export const unsentWords = (): string => (words === '' ? '' : `Not sent yet: ${words}${/[.?!…]”$/.test(words) ? '' : '.'}`)
