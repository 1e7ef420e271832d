/*
 * What tabs and accordions share. A part that is not in sight is `hidden="until-found"`: the browser's search finds
 * what is in it and tells us to open it (HTML Standard, the hidden attribute).
 */

/** The parts of a piece with the heading each begins with. */
export function partsOf(piece: HTMLElement): { part: HTMLElement; heading: HTMLElement }[] {
  const found: { part: HTMLElement; heading: HTMLElement }[] = []
  for (const part of piece.children) {
    const heading = part.firstElementChild
    if (part instanceof HTMLElement && heading instanceof HTMLElement && /^H[2-6]$/.test(heading.tagName))
      found.push({ part, heading })
  }
  return found
}

/** The heading under which a piece stands, to name it. */
export function nearestHeading(piece: HTMLElement): HTMLElement | null {
  for (let at = piece.previousElementSibling; at; at = at.previousElementSibling)
    if (at instanceof HTMLElement && /^H[1-6]$/.test(at.tagName) && at.id) return at
  return null
}

/** Hides something from sight, but not from the browser's search. */
export function fold(element: HTMLElement): void {
  element.setAttribute('hidden', 'until-found')
}

export function unfold(element: HTMLElement): void {
  element.removeAttribute('hidden')
}

let given = 0

/** An id that nothing else has, also before what bears it is in the document. */
export function freshId(stem: string): string {
  do given++
  while (document.getElementById(`${stem}-${given}`))
  return `${stem}-${given}`
}

/** Asks whatever holds an element to bring it into sight. */
export const SHOW = 'piece:show'

/** Opens everything around an element, from the outside in. */
export function showAround(element: Element): void {
  const holders: Element[] = []
  for (let at = element.parentElement; at; at = at.parentElement) holders.unshift(at)
  for (const holder of [...holders, element]) {
    if (holder instanceof HTMLDetailsElement) holder.open = true
    else holder.dispatchEvent(new CustomEvent(SHOW))
  }
}

/** What is said when something can't be done, in the words that the server wrote on what is read. */
export const wordsFor = (at: Element, what: 'unchecked' | 'unsent'): string =>
  at.closest<HTMLElement>(`[data-${what}]`)?.dataset[what] ?? ''
