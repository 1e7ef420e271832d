/**
 * The course whose screens are open, from the address: for what stands deep in the sheet, where no route data reaches.
 */
export function courseHere(): string {
  return /^\/(?:courses|read|discuss|assignments)\/([^/]+)/.exec(location.pathname)?.[1] ?? ''
}
