import { expect, test } from 'vitest'
import { contrast, DARK_PAPER, PAPER } from '../../core/tree/colours.ts'
import { dark, EDGE_PAIRS, light, TEXT_PAIRS } from './palette.ts'

// WCAG 2.2: 1.4.3 Contrast (Minimum), 4.5 to 1; 1.4.11 Non-text Contrast, 3 to 1.
for (const [name, palette] of Object.entries({ light, dark })) {
  test.each(TEXT_PAIRS)(`${name}: %s on %s can be read`, (text, ground) =>
    expect(contrast(palette[text], palette[ground])).toBeGreaterThanOrEqual(4.5),
  )
  test.each(EDGE_PAIRS)(`${name}: the edge %s on %s can be seen`, (edge, ground) =>
    expect(contrast(palette[edge], palette[ground])).toBeGreaterThanOrEqual(3),
  )
}

test('the core knows the grounds of a page by the same names', () => {
  expect([PAPER, DARK_PAPER]).toEqual([light.sheet, dark.sheet])
})
