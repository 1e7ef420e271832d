import { keepInAddress, placeOf } from './address.ts'
import { makeCompared } from './compared.ts'
import { fold, freshId, nearestHeading, partsOf, SHOW, unfold } from './parts.ts'
import { makeWays } from './ways.ts'

/** So far a finger moves along the line before it means another slide, in CSS pixels. */
const SWIPE = 48

/**
 * Makes a carousel of sections with headings: one is in sight, buttons lead to the others, and what comes is said.
 * As in the ARIA Authoring Practices, “Carousel Pattern”, the basic one; nothing moves by itself.
 */
export function makeCarousel(piece: HTMLElement): void {
  const slides = partsOf(piece)
  if (slides.length === 0 || (piece.dataset.shows === 'compared' && makeCompared(piece))) return
  piece.classList.add('is-live')
  nameGroup(piece)
  const track = document.createElement('div')
  track.className = 'slides'
  track.id = freshId('slides')
  track.setAttribute('aria-live', 'polite')
  track.append(...slides.map(({ part }) => part))
  const select = (index: number): void => {
    for (const [at, { part }] of slides.entries()) {
      if (at === index) unfold(part)
      else fold(part)
      // What is out of sight is no group either, or each would be met, empty.
      for (const [name, value] of [
        ['role', 'group'],
        ['aria-roledescription', piece.dataset.slideCalled],
        ['aria-label', part.dataset.place],
      ] as const)
        if (at === index) part.setAttribute(name, value ?? '')
        else part.removeAttribute(name)
    }
    ways.follow(index)
  }
  const places = slides.map(({ part, heading }) => placeOf(part, heading))
  const choose = (index: number): void => {
    select(index)
    keepInAddress(slides[index]!.part, places[index]!)
  }
  const ways = makeWays(
    piece,
    slides.map(({ part }) => part.dataset.place ?? ''),
    choose,
  )
  for (const button of ways.row.querySelectorAll('button')) button.setAttribute('aria-controls', track.id)
  for (const [index, { part }] of slides.entries()) {
    part.addEventListener('beforematch', () => select(index))
    part.addEventListener(SHOW, () => select(index))
  }
  // The buttons come first, so that what they bring follows them.
  piece.prepend(ways.row, track)
  select(0)
  takeSwipes(track, (by) => {
    const at = slides.findIndex(({ part }) => !part.hidden)
    const next = at + (getComputedStyle(piece).direction === 'rtl' ? -by : by)
    if (slides[next]) choose(next)
  })
}

/** Says what the piece is, by the heading it stands under. */
function nameGroup(piece: HTMLElement): void {
  piece.setAttribute('role', 'group')
  piece.setAttribute('aria-roledescription', piece.dataset.called ?? '')
  const label = nearestHeading(piece)
  if (label) piece.setAttribute('aria-labelledby', label.id)
  else piece.setAttribute('aria-label', piece.dataset.called ?? '')
}

/** A finger that moves along the line more than across it means the next slide, or the one before. */
function takeSwipes(track: HTMLElement, go: (by: 1 | -1) => void): void {
  let from: Touch | undefined
  track.addEventListener('touchstart', ({ touches }) => (from = touches.length === 1 ? touches[0] : undefined), {
    passive: true,
  })
  track.addEventListener('touchend', ({ changedTouches }) => {
    const to = changedTouches[0]
    if (!from || !to) return
    const [along, across] = [to.clientX - from.clientX, to.clientY - from.clientY]
    if (Math.abs(along) > SWIPE && Math.abs(along) > 2 * Math.abs(across)) go(along < 0 ? 1 : -1)
  })
}
