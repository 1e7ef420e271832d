import { expect, test } from 'vitest'
import { withArticle, withCapitalArticle } from './article.ts'

test('a or an goes by how a name is said', () => {
  expect(['box', 'accordion', 'HTML piece', 'answer'].map(withArticle)).toEqual([
    'a box',
    'an accordion',
    'an HTML piece',
    'an answer',
  ])
  expect(withCapitalArticle('accordion')).toBe('An accordion')
})
