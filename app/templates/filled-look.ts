import { isColour } from '../../core/templates/blank-types.ts'
import { problemOfValue, shownValue } from '../../core/templates/declared.ts'
import type { ShownTemplate } from './template-requests.ts'

type Values = Readonly<Record<string, string>>

/** What will stand in a blank of this name, as authors read numbers and dates; empty while nothing right is typed. */
export function shownIn({ blanks }: ShownTemplate, name: string, values: Values): string {
  const blank = blanks.find((each) => each.name === name)
  const value = values[name]?.trim() ?? ''
  return blank && value !== '' && problemOfValue(blank, value) === '' ? shownValue(blank, value, 'en') : ''
}

/** The look of a template in the colours that were chosen. Styles alone change, from a colour to a colour. */
export function coloured({ blanks, html }: ShownTemplate, values: Values): string {
  const chosen = new Map(
    blanks.flatMap(({ type, name, example }) =>
      type === 'colour' && isColour(values[name] ?? '') ? [[example, values[name]!] as const] : [],
    ),
  )
  if (chosen.size === 0) return html
  return html.replace(/ style="[^"]*"/g, (style) =>
    style.replace(/#[0-9a-f]{6}\b/g, (colour) => chosen.get(colour) ?? colour),
  )
}
