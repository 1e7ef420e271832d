import { expect, test } from 'vitest'
import { withArticle } from './article.ts'

test('a or an goes by how a name is said', () => {
  expect(['box', 'accordion', 'HTML piece', 'answer'].map(withArticle)).toEqual([
    'A box',
    'An accordion',
    'An HTML piece',
    'An answer',
  ])
})
