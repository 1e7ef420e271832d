import { freshId } from './parts.ts'

/** So long a pointer rests on a term before its definition shows, and is away before it goes, in milliseconds. */
const REST = 250
const AWAY = 200

interface Tip {
  readonly box: HTMLElement
  term: HTMLElement | null
  timer: number
}

/**
 * Shows what a term means at the word, and what a number on a picture stands for at the number: to a pointer that rests
 * on it, to the focus, and to a finger. It goes by Escape, and stays while the pointer is on it (WCAG 2.2, 1.4.13).
 * Without script they lead to the list below.
 */
export function makeTerms(root: ParentNode): void {
  const links = [...root.querySelectorAll<HTMLElement>(':is(a.term, a.spot-mark):not(.is-live)')]
  if (links.length === 0) return
  const tip: Tip = { box: document.createElement('div'), term: null, timer: 0 }
  tip.box.className = 'term-tip'
  tip.box.setAttribute('popover', 'manual')
  // What it says is heard as the description of the term.
  tip.box.ariaHidden = 'true'
  links[0]!.closest('.page-content')?.append(tip.box)
  const later = (wait: number, act: () => void): void => {
    window.clearTimeout(tip.timer)
    tip.timer = window.setTimeout(act, wait)
  }
  for (const link of links) prepare(link, tip, later)
  tip.box.addEventListener('pointerenter', () => window.clearTimeout(tip.timer))
  tip.box.addEventListener('pointerleave', () => later(AWAY, () => hide(tip)))
  document.addEventListener('keydown', (event) => {
    if (event.key === 'Escape') hide(tip)
  })
  document.addEventListener('pointerdown', ({ target }) => {
    if (target instanceof Node && tip.term && !tip.term.contains(target) && !tip.box.contains(target)) hide(tip)
  })
  window.addEventListener('scroll', () => hide(tip), { passive: true })
}

function prepare(link: HTMLElement, tip: Tip, later: (wait: number, act: () => void) => void): void {
  const entry = document.getElementById(decodeURIComponent(link.getAttribute('href')?.slice(1) ?? ''))
  const isMark = link.classList.contains('spot-mark')
  const definition = isMark ? entry : entry?.nextElementSibling
  if (!definition) return
  link.classList.add('is-live')
  definition.id ||= freshId('definition')
  link.setAttribute('aria-describedby', definition.id)
  const lines = isMark ? [...definition.children] : [...definition.childNodes].slice(0, 1)
  const words = lines
    .map((line) => line.textContent?.trim() ?? '')
    .filter(Boolean)
    .join('\n')
  const now = (): void => show(tip, link, words)
  link.addEventListener('pointerenter', ({ pointerType }) => pointerType === 'mouse' && later(REST, now))
  link.addEventListener('pointerleave', ({ pointerType }) => pointerType === 'mouse' && later(AWAY, () => hide(tip)))
  link.addEventListener('focus', now)
  link.addEventListener('blur', () => hide(tip))
  link.addEventListener('click', (event) => {
    event.preventDefault()
    now()
  })
}

/** Below the word where there is room, otherwise above; never over the edge of the window. */
function show(tip: Tip, term: HTMLElement, words: string): void {
  tip.term = term
  tip.box.textContent = words
  tip.box.showPopover()
  const [word, box] = [term.getBoundingClientRect(), tip.box.getBoundingClientRect()]
  const below = word.bottom + 6
  const top = below + box.height > window.innerHeight ? word.top - box.height - 6 : below
  const most = document.documentElement.clientWidth - box.width - 8
  tip.box.style.top = `${top}px`
  // By the side where the window begins, however the page reads.
  tip.box.style.setProperty('left', `${Math.max(8, Math.min(word.left, most))}px`)
}

function hide(tip: Tip): void {
  if (tip.term) tip.box.hidePopover()
  tip.term = null
}
