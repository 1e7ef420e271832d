import { expect, test } from 'vitest'
import { saidWait, secondsToWait } from './sign-in-wait.ts'

test('the wait grows with each failure, to a quarter of an hour', () => {
  expect([0, 4, 5, 6, 9, 13, 14, 1000].map(secondsToWait)).toEqual([0, 0, 2, 4, 32, 512, 900, 900])
})

test.each([
  [0.2, 1, 'seconds'],
  [2, 2, 'seconds'],
  [59.5, 60, 'seconds'],
  [60, 1, 'minutes'],
  [61, 2, 'minutes'],
  [900, 15, 'minutes'],
] as const)('%s is %s %s', (seconds, count, unit) => expect(saidWait(seconds)).toEqual({ count, unit }))
