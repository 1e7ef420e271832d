import { expect, test } from 'vitest'
import { ownPath } from './own-path.ts'

test.each([
  ['/', '/'],
  ['/courses/course/plan?a=1#b', '/courses/course/plan?a=1#b'],
  ['/read/ü', '/read/%C3%BC'],
  ['/a/../b', '/b'],
])('%j is ours', (address, path) => expect(ownPath(address)).toBe(path))

test.each([
  '//evil.example',
  '/\t/evil.example',
  '/\n/evil.example',
  '/\r\n/evil.example',
  '/\\evil.example',
  '\\\\evil.example',
  '/.//evil.example',
  'https://evil.example/',
  'javascript:alert(1)',
  '',
  'plan',
  null,
  7,
  `/${'a'.repeat(2001)}`,
])('%j leads to the home page', (address) => expect(ownPath(address)).toBe('/'))
