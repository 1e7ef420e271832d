import { expect, test } from 'vitest'
import { type Asker, may } from './access.ts'

const cases: [string, Asker | null, boolean, boolean][] = [
  ['nobody', null, false, false],
  ['someone outside the course', { isManager: false, role: null }, false, false],
  ['a guest', { isManager: false, role: 'guest' }, false, true],
  ['a student', { isManager: false, role: 'student' }, false, true],
  ['an author', { isManager: false, role: 'author' }, true, true],
  ['the manager', { isManager: true, role: null }, true, true],
]
test.each(cases)('%s', (_who, asker, writes, reads) => {
  expect([may(asker, 'write'), may(asker, 'read')]).toEqual([writes, reads])
})
