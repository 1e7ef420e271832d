import { expect, test } from 'vitest'
import { outsideAddress } from '../../reader/outside-address.ts'

test.each([
  ['https://walls.example/a b', 'https://walls.example/a%20b'],
  ['HTTP://walls.example', 'http://walls.example/'],
])('%s is opened', (asked, opened) => expect(outsideAddress(asked)).toBe(opened))

test.each([
  'javascript:alert(1)',
  ' javascript:alert(1)',
  'java\nscript:alert(1)',
  'data:text/html,x',
  'blob:https://walls.example/1',
  'file:///etc/passwd',
  '//walls.example/',
  '/read/course',
  'page2.html',
  'https://',
  '',
  null,
  { toString: () => 'https://walls.example/' },
])('%j is not', (asked) => expect(outsideAddress(asked)).toBeNull())
