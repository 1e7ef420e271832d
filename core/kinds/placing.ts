import { z } from 'zod'
import { firstThat } from './attributes.ts'
import { attribute, declarations, type HtmlElement } from '../tree/tree.ts'

/** How far the words of a paragraph or heading may be moved in, in steps of two ems. */
export const MOST_INDENT = 8

/** How the words of a paragraph or heading stand; `start` is where a line begins in the language. */
export const PLACING = {
  align: z.enum(['start', 'centre', 'end', 'justify']).default('start'),
  indent: z.number().int().min(0).max(MOST_INDENT).default(0),
  /** Null: as the page reads. */
  direction: z.enum(['ltr', 'rtl']).nullable().default(null),
}
export type Align = z.infer<typeof PLACING.align>
export interface Placing {
  align?: Align
  indent?: number
  /** Null: as the page reads. */
  direction?: 'ltr' | 'rtl' | null
}

/** Properties of CSS, and attributes, that say it. */
export const PLACING_STYLES = ['text-align', 'margin-inline-start', 'margin-left', 'direction']
export const PLACING_ATTRIBUTES = ['align']

/**
 * What an element that nobody has checked says of how its words stand; nothing where it says nothing. Left and right
 * are taken as what reads `around` it has them, unless it says a direction of its own.
 */
export function placingOf(unsafeElement: HtmlElement, around: 'ltr' | 'rtl' = 'ltr'): Placing {
  // Most blocks say nothing, and each is asked.
  if (unsafeElement.attrs.length === 0 && unsafeElement.tagName !== 'center') return SAYS_NOTHING
  const styles = declarations(unsafeElement)
  const direction = firstThat(directionOf, attribute(unsafeElement, 'dir'), styles.get('direction'))
  const isRtl = (direction ?? around) === 'rtl'
  const align = firstThat(
    (each) => alignOf(each?.trim().toLowerCase(), isRtl),
    styles.get('text-align'),
    // By itself it centres; what its style says comes before that.
    unsafeElement.tagName === 'center' ? 'center' : attribute(unsafeElement, 'align'),
  )
  const indent = indentOf(styles.get('margin-inline-start') ?? styles.get('margin-left'))
  return { ...(align ? { align } : {}), ...(indent ? { indent } : {}), ...(direction ? { direction } : {}) }
}

const SAYS_NOTHING: Readonly<Placing> = {}

function directionOf(value: string | undefined): 'ltr' | 'rtl' | null {
  const direction = value?.trim().toLowerCase()
  return direction === 'ltr' || direction === 'rtl' ? direction : null
}

function alignOf(value: string | undefined, isRtl: boolean): Align | null {
  switch (value) {
    case 'center':
    case '-webkit-center':
      return 'centre'
    case 'justify':
      return 'justify'
    case 'start':
    case 'end':
      return value
    case 'left':
      return isRtl ? 'end' : 'start'
    case 'right':
      return isRtl ? 'start' : 'end'
    default:
      return null
  }
}

/** Steps of two ems; browsers move a quotation in by 40 CSS pixels (HTML Standard, “Rendering”), which is one step. */
function indentOf(value: string | undefined): number {
  const parts = /^([\d.]+)(em|rem|px|pt|in|cm)$/.exec(value?.trim().toLowerCase() ?? '')
  if (!parts) return 0
  const perStep = { em: 2, rem: 2, px: 40, pt: 30, in: 0.5, cm: 1.27 }[parts[2] as 'em']
  const steps = Math.round(Number(parts[1]) / perStep)
  return Number.isFinite(steps) ? Math.min(MOST_INDENT, steps) : 0
}

/** The attributes of HTML that say how the words stand; nothing where they stand as all do. */
export function placed(attrs: Readonly<Record<string, unknown>>): { style: string | null; dir: string | null } {
  const styles = [
    attrs.align === 'start' ? '' : `text-align: ${attrs.align === 'centre' ? 'center' : String(attrs.align)}`,
    attrs.indent ? `margin-inline-start: ${Number(attrs.indent) * 2}em` : '',
  ].filter(Boolean)
  return { style: styles.join('; ') || null, dir: attrs.direction as string | null }
}
