import { expect, test } from 'vitest'
import { problemOfTex } from '../../../core/equations/math.ts'
import { PALETTE, withPiece } from './palette.ts'

test('every piece of the palette can be set', () => {
  for (const piece of PALETTE.flatMap(({ pieces }) => pieces))
    expect(problemOfTex(piece.replaceAll('□', 'x')), piece).toBeNull()
})

test('a piece takes what is selected in, and the cursor goes to what is to be typed next', () => {
  expect(withPiece('a + b', [4, 5], '\\frac{□}{□}')).toEqual({ tex: 'a + \\frac{b}{□}', selection: [13, 14] })
  expect(withPiece('', [0, 0], '\\sqrt{□}')).toEqual({ tex: '\\sqrt{□}', selection: [6, 7] })
  expect(withPiece('x', [1, 1], '\\le')).toEqual({ tex: 'x\\le ', selection: [5, 5] })
  expect(withPiece('$&', [0, 2], '\\text{□}').tex).toBe('\\text{$&}')
})
