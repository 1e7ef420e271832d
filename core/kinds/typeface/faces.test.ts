import { expect, test } from 'vitest'
import { type FaceName, FACES, safeFace } from './faces.ts'

test('families of CSS become the shipped typeface that is most like them', () => {
  expect(
    ['Arial, sans-serif', 'Times New Roman', 'Courier New', 'monospace', 'Comic Something', undefined].map(safeFace),
  ).toEqual(['sans', 'serif', 'mono', 'mono', null, null])
})

test('each shipped typeface is read as itself', () => {
  for (const face of Object.keys(FACES) as FaceName[]) expect(safeFace(FACES[face].families)).toBe(face)
})
