import './room.css'

/*
 * What the reading room does beyond HTML. Everything is readable without it.
 */

/** Marks in the page's contents where the reader is. */
function followReading(): void {
  const links = [...document.querySelectorAll<HTMLAnchorElement>('.on-page a')]
  const headings = links.map((link) => document.getElementById(decodeURIComponent(link.hash.slice(1))))
  if (links.length === 0) return
  let waiting = false
  const mark = (): void => {
    waiting = false
    const top = window.innerHeight * 0.3
    const passed = headings.filter((heading) => heading && heading.getBoundingClientRect().top < top).length
    links.forEach((link, at) => {
      if (at === Math.max(0, passed - 1)) link.setAttribute('aria-current', 'true')
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

followReading()
