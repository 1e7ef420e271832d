import { keepInAddress, placeOf, takeFromAddress } from './address.ts'
import { fold, freshId, partsOf, SHOW, unfold } from './parts.ts'

/** So many parts are opened and closed at once by a button above them; fewer are sooner pressed one by one. */
const FEWEST_FOR_ALL = 3

export interface Fold {
  readonly isOpen: () => boolean
  readonly set: (isOpen: boolean) => void
}

/**
 * Makes an accordion of sections with headings: each heading holds a button that opens and closes what is under it.
 * As in the ARIA Authoring Practices, "Accordion Pattern"; several parts are open at once, or one, as its author chose.
 */
export function makeAccordion(piece: HTMLElement): void {
  const { opens = 'several', starts = 'closed', openAll = '', closeAll = '' } = piece.dataset
  const parts = partsOf(piece)
  const folds: Fold[] = []
  const all = parts.length >= FEWEST_FOR_ALL && openAll !== '' ? buttonForAll(folds, openAll, closeAll) : null
  const changed = (opened: Fold | null): void => {
    if (opened && opens === 'one') for (const other of folds) if (other !== opened && other.isOpen()) other.set(false)
    all?.follow()
  }
  for (const [index, { part, heading }] of parts.entries()) {
    const made = makeFold(part, heading, { index, isRegion: parts.length <= 6, changed })
    folds.push(made)
    made.set(starts === 'all' && opens !== 'one' ? true : starts !== 'closed' && index === 0)
  }
  all?.follow()
  if (all) piece.prepend(all.button)
  if (parts.length > 0) piece.classList.add('is-live')
}

export interface FoldOptions {
  readonly index: number
  /** A region for each of many parts would be noise: the Practices set the limit at six. */
  readonly isRegion: boolean
  /** Told of each press, with the fold if it has been opened. */
  readonly changed: (opened: Fold | null) => void
}

/** Puts a button into the heading of a part, which opens and closes what is under it. */
export function makeFold(part: HTMLElement, heading: HTMLElement, { index, isRegion, changed }: FoldOptions): Fold {
  const place = placeOf(part, heading)
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
  if (isRegion) {
    body.setAttribute('role', 'region')
    body.setAttribute('aria-labelledby', button.id)
  }
  const made: Fold = {
    isOpen: () => button.getAttribute('aria-expanded') === 'true',
    set(isOpen) {
      button.setAttribute('aria-expanded', String(isOpen))
      if (isOpen) unfold(body)
      else fold(body)
    },
  }
  const show = (isOpen: boolean): void => {
    made.set(isOpen)
    changed(isOpen ? made : null)
  }
  button.addEventListener('click', () => {
    show(!made.isOpen())
    if (made.isOpen()) keepInAddress(part, place)
    else takeFromAddress(place)
  })
  body.addEventListener('beforematch', () => show(true))
  for (const place of [part, body]) place.addEventListener(SHOW, () => show(true))
  return made
}

/** A button that opens all parts, or closes them once all are open. */
function buttonForAll(folds: readonly Fold[], openAll: string, closeAll: string) {
  const button = document.createElement('button')
  button.type = 'button'
  button.className = 'fold-all'
  const areOpen = (): boolean => folds.every(({ isOpen }) => isOpen())
  const follow = (): void => void (button.textContent = areOpen() ? closeAll : openAll)
  button.addEventListener('click', () => {
    const isOpen = !areOpen()
    for (const each of folds) each.set(isOpen)
    follow()
  })
  return { button, follow }
}
