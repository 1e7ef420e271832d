import { showAround } from './parts.ts'

/** Opens whatever the address points into, and brings it into sight. */
function showTarget(): void {
  const target = location.hash.length > 1 ? document.getElementById(decodeURIComponent(location.hash.slice(1))) : null
  if (!target) return
  showAround(target)
  const isHidden = target.getClientRects().length === 0
  ;(isHidden ? (target.closest('.tabs') ?? target) : target).scrollIntoView()
}

/** Shows where the address points, now and whenever it changes. */
export function openTargets(): void {
  window.addEventListener('hashchange', showTarget)
  // A link to where one is already changes no address, but may point into something that was closed since.
  document.addEventListener('click', (event) => {
    const link = event.target instanceof Element ? event.target.closest<HTMLAnchorElement>('a[href^="#"]') : null
    if (link && link.hash === location.hash) showTarget()
  })
  showTarget()
}
