import { expect, test } from 'vitest'
import { safeAddress } from './addresses.ts'

test.each([
  'https://walls.example/a?b=1#c',
  'http://walls.example',
  'mailto:office@skerrow.example',
  'tel:+441234',
  '#water',
  '/courses/walling',
  'page.html',
  'https://user@walls.example:8080/x y',
  'http://[::1]:80/',
  'https://bücher.example/',
  '//walls.example/a',
])('%s may be linked to', (address) => expect(safeAddress(address)).toBe(address))

test.each([
  'javascript:alert(1)',
  'JaVaScRiPt:alert(1)',
  'java\nscript:alert(1)',
  '\u0001javascript:alert(1)',
  ' javascript:x',
  'data:text/html,x',
  'vbscript:x',
  'file:///etc/passwd',
  'blob:x',
  'http://a b/',
  '//a b/',
  'https:///x',
  'https:walls',
  'http:/walls',
  'http://a%20b/',
  'http://a|b/',
  'http://a:b/',
  '',
  '   ',
  'https://[',
  '\ud800',
  null,
  `https://x.example/${'a'.repeat(2001)}`,
])('%j may not', (address) => expect(safeAddress(address)).toBeNull())
