import type { z } from 'zod'
import { attribute, declarations, type HtmlElement } from '../tree/tree.ts'
import { byName } from '../tree/by-name.ts'

/**
 * The marker that a list asks for, if it is one of these: from `list-style-type` of CSS or from `type` of HTML, which
 * has letters and numbers for some (HTML Standard, “The ol element”).
 */
export function markerOf<Marker extends string>(
  list: HtmlElement,
  markers: z.ZodEnum<Record<Marker, Marker>>,
): Marker | undefined {
  const styles = declarations(list)
  const given = attribute(list, 'type') ?? ''
  const style = styles.get('list-style-type') ?? styles.get('list-style')?.split(/\s+/)[0] ?? LETTERS[given] ?? given
  const name = style.toLowerCase()
  return name === '' ? undefined : markers.safeParse(SAME[name] ?? name).data
}

const LETTERS = byName<string>({
  '1': 'decimal',
  a: 'lower-alpha',
  A: 'upper-alpha',
  i: 'lower-roman',
  I: 'upper-roman',
})
/** CSS Counter Styles 3 has two names for these. */
const SAME = byName<string>({ 'lower-latin': 'lower-alpha', 'upper-latin': 'upper-alpha' })

/** The style that asks for a marker; null for the one that lists have by themselves. */
export const markerStyle = (marker: unknown, own: string): string | null =>
  marker === own ? null : `list-style-type: ${String(marker)}`

export const MARKER_STYLES = ['list-style-type', 'list-style']
