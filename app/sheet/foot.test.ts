import { expect, test } from 'vitest'
import type { Standing } from '../saving/standing.ts'
import { savingWords } from './foot.tsx'

const HALTED: readonly Standing[] = [{ type: 'signed out' }, { type: 'forbidden' }, { type: 'deleted' }]

test('what is kept says when; what is on its way, that it is', () => {
  expect(savingWords({ type: 'kept' }, '')).toBe('Saved')
  expect(savingWords({ type: 'kept' }, '', '10:05')).toBe('Saved 10:05')
  expect(savingWords({ type: 'sending' }, '“words”')).toBe('Saving…')
})

test('what could not be sent is named, says why, and that it is not lost', () => {
  const away = savingWords({ type: 'waiting' }, '“a stone”')
  const full = savingWords({ type: 'waiting', isFull: true }, '“a stone”')
  expect([away, full].every((words) => words.includes('“a stone”') && words.includes('kept in this browser'))).toBe(
    true,
  )
  expect(away).toContain('The server does not answer')
  expect(full).toContain('There is no room left on the server')
  expect(savingWords({ type: 'refused', reason: 'It is too long.' }, '')).toContain('under Set aside')
})

test.each(HALTED)('$type: what waits is named when something waits, and only then', (standing) => {
  expect(savingWords(standing, '“a stone”')).toContain('What you wrote since is kept in this browser: “a stone”')
  expect(savingWords(standing, '')).not.toContain('browser')
})
