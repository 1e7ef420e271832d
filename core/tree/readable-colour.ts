import { clampChroma, converter, formatHex, modeLch, modeOklch, modeRgb, useMode as register } from 'culori/fn'
import { contrast } from './colours.ts'

register(modeRgb)
register(modeLch)
register(modeOklch)
const toOklch = converter('oklch')

/** What text of 24 CSS pixels and more, or of 18.66 bold, and other text needs (WCAG 2.2, 1.4.3). */
export const NEEDED = { body: 4.5, large: 3 } as const

/**
 * The colour nearest to this one that reads on a ground at `needed` to 1: its hue stays, its lightness moves as little
 * as it can, and its chroma gives way only where sRGB has no such colour (OKLCH, CSS Color 4, “9.4” and “13.2”). Null
 * where black and white fail too, which no ground makes them do at 4.5. Colours are `#rrggbb`.
 */
export function readableColour(colour: string, ground: string, needed: number = NEEDED.body): string | null {
  if (contrast(colour, ground) >= needed) return colour
  const start = toOklch(colour)
  if (!start) return null
  const at = (lightness: number): string => formatHex(clampChroma({ ...start, l: lightness }, 'oklch', 'rgb'))
  const found = [0, 1]
    .filter((end) => contrast(at(end), ground) >= needed)
    .map((end) => {
      // Between a lightness that fails and the end, which passes, the first that passes.
      let [failing, passing] = [start.l, end]
      for (let step = 0; step < 16; step++) {
        const middle = (failing + passing) / 2
        if (contrast(at(middle), ground) >= needed) passing = middle
        else failing = middle
      }
      return { colour: at(passing), distance: Math.abs(passing - start.l) }
    })
    .sort((a, b) => a.distance - b.distance)
  return found[0]?.colour ?? null
}
