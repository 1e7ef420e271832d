import { z } from 'zod'
import { DARK_PAPER, inkOn, PAPER, safeColour } from '../../tree/colours.ts'
import { readableColour } from '../../tree/readable-colour.ts'
import { attribute, declarations, element, type HtmlElement } from '../../tree/tree.ts'
import { firstThat, groundIn } from '../attributes.ts'
import { onInlineElements } from '../inline-elements.ts'
import type { MarkKind } from '../kind.ts'

/** `light-dark()` of CSS Color 5: what we write for the two grounds; the first is what the author chose. */
const BOTH = /^light-dark\(\s*([^,]+),/i

function colourOf(unsafeElement: HtmlElement): string | null {
  if (unsafeElement.attrs.length === 0) return null
  const read = (value: string | undefined): string | null => safeColour(BOTH.exec(value ?? '')?.[1] ?? value)
  const colour = firstThat(read, declarations(unsafeElement).get('color'), attribute(unsafeElement, 'color'))
  return colour === inkOnOwnGround(unsafeElement) ? null : colour
}

/** The ink that goes with the ground of the same element: it follows the ground, and is no choice of an author. */
function inkOnOwnGround(unsafeElement: HtmlElement): string | undefined {
  const styles = declarations(unsafeElement)
  const ground = groundIn(styles)
  return ground === null ? undefined : inkOn(ground)
}

/**
 * The colours as CSS: for a light ground as the author chose, on the dark one the nearest that reads as well as that
 * does on the light one, or 4.5 to 1. E-books and old browsers take the first declaration.
 */
export function cssColour(colour: string): string {
  const onDark = readableColour(colour, DARK_PAPER) ?? PAPER
  return onDark === colour ? `color: ${colour}` : `color: ${colour}; color: light-dark(${colour}, ${onDark})`
}

/** Words in a colour of their own. */
export const textColour = {
  type: 'mark',
  name: 'textColour',
  label: 'text colour',
  attributes: z.object({
    colour: z
      .string()
      .regex(/^#[0-9a-f]{6}$/)
      .default('#9e3b2c'),
  }),
  spec: {},
  reads: onInlineElements(
    (unsafeElement) => {
      const colour = colourOf(unsafeElement)
      return colour === null ? null : { colour }
    },
    { styles: ['color'], attributes: ['color'] },
  ),
  parseDOM: [
    { tag: 'span[data-colour]', getAttrs: (dom) => ({ colour: safeColour(dom.dataset.colour) ?? '#9e3b2c' }) },
  ],
  write: ({ attrs }, children, format) => {
    const colour = String(attrs.colour)
    return element(
      'span',
      {
        'data-colour': format === 'sheet' ? colour : null,
        style: format === 'source' ? `color: ${colour}` : cssColour(colour),
      },
      children,
    )
  },
  examples: [
    { type: 'text', text: 'stop', marks: [{ type: 'textColour' }] },
    { type: 'text', text: 'go', marks: [{ type: 'textColour', attrs: { colour: '#23442f' } }, { type: 'strong' }] },
  ],
} satisfies MarkKind
