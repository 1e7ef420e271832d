import { expect, test } from 'vitest'
import { contextOf } from './context.ts'

test('a short line is shown whole, leaves as space', () => {
  expect(contextOf('A wall\uFFFC of stones ', 2, 6)).toEqual({ before: 'A ', words: 'wall', after: ' of stones' })
})

test('a long line is cut between words, never within a sign', () => {
  const line = `${'far and '.repeat(20)}wall${' near by'.repeat(20)}`
  const { before, words, after } = contextOf(line, 160, 164)
  expect(words).toBe('wall')
  expect(before).toMatch(/^… (far|and) [\w ]+ $/)
  expect(after).toMatch(/^ near[\w ]+ …$/)
  expect(before.length + after.length).toBeLessThanOrEqual(122)
  const odd = contextOf('🪨'.repeat(100), 101, 102)
  expect(odd.before.isWellFormed() && odd.after.isWellFormed()).toBe(true)
})
