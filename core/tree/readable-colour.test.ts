import { converter, differenceCiede2000 } from 'culori'
import { expect, test } from 'vitest'
import { contrast, DARK_PAPER, PAPER } from './colours.ts'
import { NEEDED, readableColour } from './readable-colour.ts'

const HUES = Array.from({ length: 24 }, (_, at) => at * 15)
const toHex = (hue: number): string => {
  const channel = (offset: number): string => {
    const wave = Math.cos(((hue - offset) * Math.PI) / 180)
    return Math.round(128 + 110 * wave)
      .toString(16)
      .padStart(2, '0')
  }
  return `#${channel(0)}${channel(120)}${channel(240)}`
}

test('a colour that reads stays what it is', () => {
  expect(readableColour('#9e3b2c', PAPER)).toBe('#9e3b2c')
})

// The hue is measured by culori's own conversion to OKLCH, CSS Color 4, sample code.
test.each([PAPER, DARK_PAPER, '#efe6d3', '#808080'])(
  'on %s every hue gets a colour that passes, hardly another hue',
  (ground) => {
    const oklch = converter('oklch')
    for (const hue of HUES) {
      const [colour, found] = [toHex(hue), readableColour(toHex(hue), ground)!]
      expect(contrast(found, ground), `${colour} became ${found}`).toBeGreaterThanOrEqual(NEEDED.body)
      const [before, after] = [oklch(colour)!, oklch(found)!]
      const turned = Math.abs((((after.h ?? 0) - (before.h ?? 0) + 540) % 360) - 180)
      if (after.c > 0.03) expect(turned, `${colour} became ${found}`).toBeLessThan(6)
    }
  },
)

test('it is the nearest: a hair nearer to the colour fails', () => {
  const found = readableColour('#e0a030', PAPER)!
  expect(contrast(found, PAPER)).toBeLessThan(NEEDED.body + 0.08)
  expect(differenceCiede2000()('#e0a030', found)).toBeLessThan(30)
})

test('large text needs less, and moves less', () => {
  expect(contrast(readableColour('#e0a030', PAPER, NEEDED.large)!, PAPER)).toBeLessThan(NEEDED.large + 0.08)
})
