/**
 * The course whose screens are open, from the address: for what stands deep in the sheet, where no route data reaches.
 */
export function courseHere(): string {
  return /^\/courses\/([^/]+)/.exec(location.pathname)?.[1] ?? ''
}
