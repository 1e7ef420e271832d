import { type HtmlNode, text } from '../tree/tree.ts'
import { slot } from './slots.ts'

/**
 * HTML that is put in when all around it is written: drawings are long, and as a tree they would be walked again and
 * again. Until then a slot with this name and a number holds the place of each.
 */
export function holdingHtml(name: string): {
  /** What holds the place of some HTML. */
  readonly hold: (html: string) => HtmlNode
  /** What was written, with all that is held put in; in one go, since together it is long. */
  readonly putIn: (written: string) => string
} {
  const held: string[] = []
  const places = new RegExp(slot(`${name}-(\\d+)`), 'g')
  return {
    hold: (html) => text(slot(`${name}-${held.push(html) - 1}`)),
    putIn: (written) => written.replace(places, (_, at: string) => held[Number(at)]!),
  }
}
