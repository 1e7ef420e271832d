import type { HtmlElement } from '../tree/tree.ts'

/** Attributes that are understood wherever they stand. */
const QUIET = new Set(['dir', 'data-piece'])

/** `white-space` is understood on every text block. */
function isOwnStyle(value: string): boolean {
  return /^\s*white-space\s*:[^;]*;?\s*$/i.test(value)
}

function sentenceFor(element: HtmlElement, name: string, value: string): string {
  const tag = element.tagName
  if (name.startsWith('on')) return `“${name}” on “${tag}” would run script; it was left out.`
  if (name === 'href' || name === 'src')
    return `The address “${value.slice(0, 60)}” is not one a page may use; the link was left out and its words kept.`
  return `“${name}” on “${tag}” was left out.`
}

/** A sentence for each attribute of an element that a page can't hold; `understands` names those its kind has read. */
export function attributesLeftOut(element: HtmlElement, understands: readonly string[]): string[] {
  return element.attrs
    .filter(
      ({ name, value }) => !understands.includes(name) && !QUIET.has(name) && !(name === 'style' && isOwnStyle(value)),
    )
    .map(({ name, value }) => sentenceFor(element, name, value))
}
