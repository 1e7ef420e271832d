import { enliven } from './enliven.ts'
import { keepPlace, markWhenRead } from './progress.ts'
import { openTargets } from './targets.ts'
import './room.css'

/*
 * What the reading room does beyond HTML. Everything is readable without it.
 */

/** Marks in the page's contents where the reader is. */
function followReading(): void {
  const links = [...document.querySelectorAll<HTMLAnchorElement>('.on-page nav a')]
  const headings = links.map((link) => document.getElementById(decodeURIComponent(link.hash.slice(1))))
  if (links.length === 0) return
  let waiting = false
  const mark = (): void => {
    waiting = false
    const top = window.innerHeight * 0.3
    // A heading that is folded away has no place on the screen.
    const here = headings.findLastIndex(
      (heading) => heading && heading.getClientRects().length > 0 && heading.getBoundingClientRect().top < top,
    )
    links.forEach((link, at) => {
      if (at === Math.max(0, here)) link.setAttribute('aria-current', 'true')
      else link.removeAttribute('aria-current')
    })
  }
  document.addEventListener(
    'scroll',
    () => {
      if (!waiting) requestAnimationFrame(mark)
      waiting = true
    },
    { passive: true },
  )
  mark()
}

enliven(document.querySelector('.page-content') ?? document)
openTargets()
followReading()
markWhenRead()
keepPlace()
