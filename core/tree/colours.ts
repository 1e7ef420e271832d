import { byName } from './by-name.ts'

const NAMED = byName<string>({
  white: '#ffffff',
  black: '#000000',
  red: '#ff0000',
  lime: '#00ff00',
  blue: '#0000ff',
  yellow: '#ffff00',
  aqua: '#00ffff',
  cyan: '#00ffff',
  fuchsia: '#ff00ff',
  magenta: '#ff00ff',
  silver: '#c0c0c0',
  gray: '#808080',
  grey: '#808080',
  maroon: '#800000',
  olive: '#808000',
  green: '#008000',
  purple: '#800080',
  teal: '#008080',
  navy: '#000080',
  orange: '#ffa500',
  beige: '#f5f5dc',
  ivory: '#fffff0',
  lightyellow: '#ffffe0',
  lightblue: '#add8e6',
  lightgreen: '#90ee90',
  lightgray: '#d3d3d3',
  lightgrey: '#d3d3d3',
  pink: '#ffc0cb',
  khaki: '#f0e68c',
  wheat: '#f5deb3',
  linen: '#faf0e6',
  lavender: '#e6e6fa',
})

/**
 * A CSS colour as six lower-case hex digits with `#`, or null when it is none that we take:
 * hex of 3, 6 or 8 digits, `rgb()` in whole numbers, and the common names of CSS Color 4.
 * Transparency is not kept: a fully transparent colour is no colour (null).
 */
export function safeColour(unsafeColour: unknown): string | null {
  if (typeof unsafeColour !== 'string') return null
  const value = unsafeColour.trim().toLowerCase()
  if (/^#[0-9a-f]{6}$/.test(value)) return value
  if (/^#[0-9a-f]{3}$/.test(value)) return `#${[...value.slice(1)].map((digit) => digit + digit).join('')}`
  if (/^#[0-9a-f]{8}$/.test(value)) return value.endsWith('00') ? null : value.slice(0, 7)
  const rgb = /^rgba?\(\s*(\d{1,3})[\s,]+(\d{1,3})[\s,]+(\d{1,3})\s*(?:[,/]\s*([\d.]+)%?\s*)?\)$/.exec(value)
  if (rgb) {
    const parts = rgb.slice(1, 4).map(Number)
    if (parts.some((part) => part > 255) || Number(rgb[4] ?? 1) === 0) return null
    return `#${parts.map((part) => part.toString(16).padStart(2, '0')).join('')}`
  }
  return NAMED[value] ?? null
}

/**
 * Relative luminance of `#rrggbb`, 0 (black) to 1 (white).
 * Source: WCAG 2.2, definition of "relative luminance" (sRGB, threshold 0.04045).
 */
export function luminance(colour: string): number {
  const channel = (at: number): number => {
    const part = parseInt(colour.slice(at, at + 2), 16) / 255
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4
  }
  return 0.2126 * channel(1) + 0.7152 * channel(3) + 0.0722 * channel(5)
}

/** Contrast ratio of two colours, 1 to 21. Source: WCAG 2.2, definition of "contrast ratio". */
export function contrast(first: string, second: string): number {
  const [a, b] = [luminance(first), luminance(second)]
  return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)
}

/** The text colours of the reading room, on light and on dark grounds. */
export const INK = '#23302f'
export const PAPER = '#fffdf8'
/** The ground of a page where the reader has chosen the dark theme. */
export const DARK_PAPER = '#202a2a'

/** Whichever of ink and paper reads better on this ground. */
export function inkOn(ground: string): string {
  return contrast(INK, ground) >= contrast(PAPER, ground) ? INK : PAPER
}

/**
 * The ground nearest to this one on which text reads at 4.5 : 1 or better: lighter or darker in equal steps of all
 * three channels, whichever passes first.
 */
export function readableGround(ground: string): string {
  const channels = [1, 3, 5].map((at) => parseInt(ground.slice(at, at + 2), 16))
  for (let step = 0; step <= 255; step++)
    for (const sign of [1, -1]) {
      const moved = `#${channels
        .map((channel) =>
          Math.min(255, Math.max(0, channel + sign * step))
            .toString(16)
            .padStart(2, '0'),
        )
        .join('')}`
      if (contrast(inkOn(moved), moved) >= 4.5) return moved
    }
  return PAPER
}
