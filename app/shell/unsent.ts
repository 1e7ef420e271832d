let words = ''

/** Words with a full stop behind them, unless a quotation ends in a sign of its own. */
export const ended = (sentence: string): string => (/[.?!…]”$/.test(sentence) ? sentence : `${sentence}.`)

/**
 * Remembers, for as long as the window is open, what a sheet has not sent yet: screens come and go meanwhile. Empty
 * when all is sent.
 */
export function tellUnsent(fresh: string): void {
  words = fresh
}

/** What has not been sent yet, as a sentence; empty when all is. */
export const unsentWords = (): string => (words === '' ? '' : ended(`Not sent yet: ${words}`))
