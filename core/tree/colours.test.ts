import { expect, test } from 'vitest'
import fc from 'fast-check'
import wcag from 'wcag-contrast'
import { contrast, inkOn, luminance, readableGround, safeColour } from './colours.ts'

// WCAG 2.2, "contrast ratio": 21 for black on white. #767676 on white is the well-known lightest grey
// above 4.5 (4.54), #777777 falls just short (4.48): common practice, values from memory.
test.each([
  ['#000000', '#ffffff', 21],
  ['#ffffff', '#ffffff', 1],
  ['#767676', '#ffffff', 4.54],
  ['#777777', '#ffffff', 4.48],
])('contrast of %s on %s is %d', (text, ground, ratio) => expect(contrast(text, ground)).toBeCloseTo(ratio, 2))

test('luminance ends at 0 and 1', () => expect([luminance('#000000'), luminance('#ffffff')]).toEqual([0, 1]))

test('text on a ground takes the better of ink and paper', () => {
  expect(inkOn('#efe6d3')).toBe('#23302f')
  expect(inkOn('#23302f')).toBe('#fffdf8')
})

test.each([
  ['#ABC', '#aabbcc'],
  ['rgb(1, 2, 3)', '#010203'],
  ['rgba(1 2 3 / 0.5)', '#010203'],
  ['Red', '#ff0000'],
  ['#12345678', '#123456'],
  ['transparent', null],
  ['rgba(0,0,0,0)', null],
  ['rgb(300,0,0)', null],
  ['url(javascript:x)', null],
  ['red; position: fixed', null],
  [7, null],
])('%s is read as %s', (value, expected) => expect(safeColour(value)).toBe(expected))

test('contrast agrees with the package wcag-contrast on any pair of colours', () => {
  const colour = fc.integer({ min: 0, max: 0xffffff }).map((value) => `#${value.toString(16).padStart(6, '0')}`)
  fc.assert(
    fc.property(colour, colour, (a, b) => {
      expect(contrast(a, b)).toBeCloseTo(wcag.hex(a, b), 1)
    }),
  )
})

test('the nearest readable ground passes, and one that passes stays as it is', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 0xffffff }), (value) => {
      const ground = `#${value.toString(16).padStart(6, '0')}`
      const near = readableGround(ground)
      expect(contrast(inkOn(near), near)).toBeGreaterThanOrEqual(4.5)
      if (contrast(inkOn(ground), ground) >= 4.5) expect(near).toBe(ground)
    }),
  )
})
