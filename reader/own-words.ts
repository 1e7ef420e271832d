import { freshId } from './parts.ts'

/*
 * What students tick and write for themselves stays in their browser, under the address of the page. A browser that
 * keeps nothing forgets it with the page, and all else works.
 */

/** The longest name under which a tick is kept, in UTF-16 units. */
const NAME = 200

const keyOf = (sort: string): string => `fieldstone-${sort} ${location.pathname}`

function kept(sort: string): Record<string, unknown> {
  try {
    const value: unknown = JSON.parse(localStorage.getItem(keyOf(sort)) ?? '{}')
    return typeof value === 'object' && value !== null ? { ...value } : {}
  } catch {
    return {}
  }
}

function keep(sort: string, name: string, value: string | boolean): void {
  try {
    localStorage.setItem(keyOf(sort), JSON.stringify({ ...kept(sort), [name]: value }))
  } catch {
    // Full, or switched off.
  }
}

/** Its words, which it keeps when others are put before it. */
const nameOf = (item: Element): string => (item.textContent ?? '').trim().slice(0, NAME)

/** Ticks of a list that students tick for themselves. */
export function makeSelfCheck(list: HTMLElement): void {
  list.classList.add('is-live')
  const ticks = kept('ticks')
  for (const box of list.querySelectorAll<HTMLInputElement>('li.task input[type="checkbox"]')) {
    const name = nameOf(box.closest('label') ?? box)
    if (typeof ticks[name] === 'boolean') box.checked = ticks[name]
    box.addEventListener('change', () => keep('ticks', name, box.checked))
  }
  sayKept(list, list.dataset.kept)
}

/** The field for one's own answer to an open question. */
export function makeOpenQuestion(piece: HTMLElement): void {
  const label = piece.querySelector<HTMLElement>(':scope > .own-answer')
  const field = label?.querySelector('textarea')
  const prompt = piece.querySelector(':scope > .open-prompt')
  if (!label || !field || !prompt) return
  piece.classList.add('is-live')
  const name = nameOf(prompt)
  const before = kept('answers')[name]
  if (typeof before === 'string') field.value = before
  field.addEventListener('input', () => keep('answers', name, field.value))
  field.setAttribute('aria-describedby', sayKept(label, label.dataset.kept).id)
}

/** A line after something that says where it is kept. */
function sayKept(after: HTMLElement, words = ''): HTMLElement {
  const line = document.createElement('p')
  line.className = 'kept-here'
  line.id = freshId('kept-here')
  line.textContent = words
  after.after(line)
  return line
}
