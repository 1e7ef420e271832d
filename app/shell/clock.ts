let told = 0
let ahead = 0

/**
 * Takes the server's time (milliseconds since 1970) as it was when the page was made: what browsers' clocks say is only
 * theirs.
 */
export function setClock(serverNow: number): void {
  if (serverNow === told) return
  told = serverNow
  ahead = serverNow - Date.now()
}

/** Now, by the clock of the server. */
export function now(): Date {
  return new Date(Date.now() + ahead)
}
