import { enliven } from './enliven.ts'
import { showAround } from './parts.ts'
import { keepPlace, markWhenRead } from './progress.ts'
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
    const here = headings.findLastIndex((heading) => heading && heading.getClientRects().length > 0 && heading.getBoundingClientRect().top < top)
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

/** Opens whatever the address points into, and brings it into sight. */
function showTarget(): void {
  const target = location.hash.length > 1 ? document.getElementById(decodeURIComponent(location.hash.slice(1))) : null
  if (!target) return
  showAround(target)
  const isHidden = target.getClientRects().length === 0
  ;(isHidden ? (target.closest('.tabs') ?? target) : target).scrollIntoView()
}

enliven(document.querySelector('.page-content') ?? document)
window.addEventListener('hashchange', showTarget)
// A link to where one is already changes no address, but may point into something that was closed since.
document.addEventListener('click', (event) => {
  const link = event.target instanceof Element ? event.target.closest<HTMLAnchorElement>('a[href^="#"]') : null
  if (link && link.hash === location.hash) showTarget()
})
showTarget()
followReading()
markWhenRead()
keepPlace()
