import { expect, test } from 'vitest'
import { changed } from './use-bank.ts'

test('what is looked for is changed part by part; the rest stays', () => {
  const after = (search: string, change: Record<string, string | null>): string =>
    changed(new URLSearchParams(search), change).toString()
  expect(after('folder=f&words=stone', { words: 'wall', question: 'q' })).toBe('folder=f&words=wall&question=q')
  expect(after('folder=f&kind=one', { folder: null })).toBe('kind=one')
  expect(after('', { folder: '' }), 'in no folder is something else than in any').toBe('folder=')
})
