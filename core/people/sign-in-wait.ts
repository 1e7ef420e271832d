/** So many tries go wrong without a wait: a mistyped password, the old one, the one of another place. */
const FREE = 5
/** The longest wait, in seconds. */
const LONGEST = 900

/**
 * How many seconds after the last failure the next try is taken, after so many failures: twice as long each time, a
 * quarter of an hour at most. A wait that grows stops guessing and shuts nobody out for long (OWASP Authentication
 * Cheat Sheet, “Account Lockout”; from memory).
 */
export function secondsToWait(failures: number): number {
  return failures < FREE ? 0 : Math.min(LONGEST, 2 ** Math.min(20, failures - FREE + 1))
}

/** A wait in words. */
export function waitWords(seconds: number): string {
  const minutes = Math.ceil(seconds / 60)
  return seconds < 60
    ? `${Math.max(1, Math.ceil(seconds))} ${Math.ceil(seconds) <= 1 ? 'second' : 'seconds'}`
    : `${minutes} ${minutes === 1 ? 'minute' : 'minutes'}`
}
