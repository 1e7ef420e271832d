import { expect, test } from 'vitest'
import { cssSize, safeSize, SIZE, SIZE_STEPS } from './sizes.ts'

test('sizes of CSS become a step or points, or nothing where they change nothing', () => {
  const read = ['12pt', '16px', '1in', '10.26pt', 'x-large', 'smaller', '150%', '0.9em', '1em', '1.05em', 'medium']
  expect(read.map(safeSize)).toEqual([
    '12pt',
    '12pt',
    '72pt',
    '10.5pt',
    'x-large',
    'small',
    'x-large',
    'small',
    null,
    null,
    null,
  ])
  expect(['', undefined, '400pt', '1pt', '0em', 'calc(1px)', 'var(--x)', '12 pt'].map(safeSize)).toEqual(
    Array.from({ length: 8 }, () => null),
  )
})

test('what is read is a size, and what is written is read as the same', () => {
  for (const size of [...Object.keys(SIZE_STEPS), '6pt', '9.5pt', '95.5pt', '96pt']) {
    expect(size).toMatch(SIZE)
    expect(safeSize(cssSize(size))).toBe(size)
  }
  for (const none of ['5pt', '96.5pt', '10', 'huge', '1.5em']) expect(none).not.toMatch(SIZE)
})
