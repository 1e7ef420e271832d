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

/** A wait as it is said: in whole seconds under a minute, else in minutes; never shorter than it is. */
export const saidWait = (seconds: number): { readonly unit: 'seconds' | 'minutes'; readonly count: number } =>
  seconds < 60
    ? { unit: 'seconds', count: Math.max(1, Math.ceil(seconds)) }
    : { unit: 'minutes', count: Math.ceil(seconds / 60) }
