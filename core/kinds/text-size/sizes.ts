import { byName } from '../../tree/by-name.ts'

/** Named steps of size, as parts of the size of the words around them. */
export const SIZE_STEPS = { small: 0.82, large: 1.2, 'x-large': 1.5, 'xx-large': 2 } as const
export type SizeStep = keyof typeof SIZE_STEPS

/** The size of the words of a page in points, at which sizes of other programs are compared (17.5 CSS pixels). */
export const PAGE_POINTS = 13

/** A step by its name, or points from 6 to 96 in halves. */
export const SIZE = /^(small|large|x-large|xx-large|([6-9]|[1-8]\d|9[0-5])(\.5)?pt|96pt)$/

/** The size as CSS has it: steps in `em`, so that they follow what stands around them. */
export const cssSize = (size: string): string => (size in SIZE_STEPS ? `${SIZE_STEPS[size as SizeStep]}em` : size)

/** Points of one unit (CSS Values 4, “Absolute lengths”: 1in is 96px, 72pt, 2.54cm, 6pc). */
const POINTS = byName<number>({ pt: 1, px: 0.75, pc: 12, in: 72, cm: 72 / 2.54, mm: 7.2 / 2.54 })
/** The size that the words `small` and `large` of CSS stand for, relative to `medium` (CSS Fonts 4, “2.5”). */
const KEYWORDS = byName<string | null>({
  'xx-small': 'small',
  'x-small': 'small',
  small: 'small',
  smaller: 'small',
  medium: null,
  large: 'large',
  larger: 'large',
  'x-large': 'x-large',
  'xx-large': 'xx-large',
  'xxx-large': 'xx-large',
})

/** A size from `font-size` of CSS that nobody has checked; null for none, and for one that changes nothing. */
export function safeSize(unsafeSize: string | undefined): string | null {
  const value = unsafeSize?.trim().toLowerCase() ?? ''
  if (value in KEYWORDS) return KEYWORDS[value]!
  const parts = /^(\d{1,4}(?:\.\d{1,4})?)(pt|px|pc|in|cm|mm|em|rem|%)$/.exec(value)
  if (!parts) return null
  const [number, unit] = [Number(parts[1]), parts[2]!]
  if (unit in POINTS) {
    const points = Math.round(number * POINTS[unit]! * 2) / 2
    return points >= 6 && points <= 96 ? `${points}pt` : null
  }
  return nearestStep(unit === '%' ? number / 100 : number)
}

/** The step nearest to a ratio, on the scale on which sizes are compared by the eye; null near 1. */
function nearestStep(ratio: number): string | null {
  if (ratio <= 0 || !Number.isFinite(ratio)) return null
  const distance = (step: number): number => Math.abs(Math.log(step / ratio))
  const [name, step] = Object.entries(SIZE_STEPS).reduce((best, each) =>
    distance(each[1]) < distance(best[1]) ? each : best,
  )
  return distance(step) < distance(1) ? name : null
}
