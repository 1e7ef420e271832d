/**
 * Keeps in the address which part is open, so that it is open again for whoever comes back, or is sent the address. It
 * takes the place of the one before: the way back leads to the page before, not through every part that was pressed.
 * Only in the reading room: elsewhere the address is that of another screen.
 */
export function keepInAddress(part: HTMLElement, place: string): void {
  if (place === '' || !part.closest('main#page')) return
  history.replaceState(history.state, '', `#${encodeURIComponent(place)}`)
}

/** Takes a part that was closed out of the address, where it stands there. */
export function takeFromAddress(place: string): void {
  if (place === '' || location.hash !== `#${encodeURIComponent(place)}`) return
  history.replaceState(history.state, '', location.pathname + location.search)
}

/** By what a part is named in the published page; empty where it has no name of its own. */
export const placeOf = (part: HTMLElement, heading: HTMLElement): string => part.id || heading.id
