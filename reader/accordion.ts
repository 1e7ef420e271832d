import { fold, freshId, partsOf, SHOW, unfold } from './parts.ts'

/**
 * Makes an accordion of sections with headings: each heading holds a button that opens and closes what is under it.
 * As in the ARIA Authoring Practices, "Accordion Pattern"; several parts may be open at once.
 */
export function makeAccordion(piece: HTMLElement): void {
  const parts = partsOf(piece)
  for (const [index, { part, heading }] of parts.entries()) {
    const body = document.createElement('div')
    body.className = 'fold-body'
    body.id = freshId('fold')
    body.append(...[...part.childNodes].filter((node) => node !== heading))
    const button = document.createElement('button')
    button.type = 'button'
    button.className = 'fold-button'
    button.id = freshId('fold-button')
    const words = document.createElement('span')
    words.append(...heading.childNodes)
    if (words.textContent?.trim() === '') words.textContent = `${index + 1}`
    button.append(words)
    button.setAttribute('aria-controls', body.id)
    heading.append(button)
    part.append(body)
    // A region for each of many parts would be noise: the Practices set the limit at six.
    if (parts.length <= 6) {
      body.setAttribute('role', 'region')
      body.setAttribute('aria-labelledby', button.id)
    }
    const set = (isOpen: boolean): void => {
      button.setAttribute('aria-expanded', String(isOpen))
      if (isOpen) unfold(body)
      else fold(body)
    }
    button.addEventListener('click', () => set(button.getAttribute('aria-expanded') !== 'true'))
    body.addEventListener('beforematch', () => set(true))
    for (const place of [part, body]) place.addEventListener(SHOW, () => set(true))
    set(false)
  }
  if (parts.length > 0) piece.classList.add('is-live')
}
