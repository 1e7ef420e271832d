import { makeFold } from './accordion.ts'
import { partsOf } from './parts.ts'

/**
 * Makes cards that are turned over: the title is a button, what is under it comes into sight when it is pressed. As in
 * the ARIA Authoring Practices, “Disclosure (Show/Hide) Pattern”: several may be turned, and each turns back.
 */
export function makeTurnedCards(piece: HTMLElement): void {
  piece.classList.add('is-live')
  for (const [index, { part, heading }] of partsOf(piece).entries()) {
    const fold = makeFold(part, heading, {
      index,
      isRegion: false,
      changed: () => part.classList.toggle('is-turned', fold.isOpen()),
    })
    fold.set(false)
  }
}
