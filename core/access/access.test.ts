import { expect, test } from 'vitest'
import { type Asker, may } from './access.ts'

const cases: [string, Asker | null, boolean, boolean, boolean][] = [
  ['nobody', null, false, false, false],
  ['someone outside the course', { isManager: false, role: null }, false, false, false],
  ['a guest', { isManager: false, role: 'guest' }, false, true, false],
  ['a student', { isManager: false, role: 'student' }, false, true, true],
  ['an author', { isManager: false, role: 'author' }, true, true, true],
  ['the manager', { isManager: true, role: null }, true, true, true],
]
test.each(cases)('%s', (_who, asker, writes, reads, takesPart) => {
  expect([may(asker, 'write'), may(asker, 'read'), may(asker, 'take part')]).toEqual([writes, reads, takesPart])
})
