import { expect, test } from 'vitest'
import { initials } from './initials.ts'

test.each([
  ['Tobias Wren', 'TW'],
  ['Ines', 'I'],
  ['Ana Maria del Campo', 'AM'],
  ['حسن علي', 'حع'],
  ['', ''],
])('%j is %j', (name, letters) => expect(initials(name)).toBe(letters))
