import { expect, test } from 'vitest'
import { NO_USES, usesWords } from './uses.ts'

test('what is lost from sight is said use by use, and nothing where there is none', () => {
  expect(usesWords(NO_USES)).toEqual([])
  expect(usesWords({ handedIn: 1, answered: 14, posts: 1, linkedFrom: ['Footings'], links: 1 })).toEqual([
    '1 person has handed in work.',
    '14 people have answered questions.',
    '1 post or comment stands under it.',
    '1 place links to it: “Footings”.',
  ])
  expect(usesWords({ ...NO_USES, linkedFrom: ['A', 'B', 'C'], links: 5 })).toEqual([
    '5 places link to it: “A”, “B”, “C” and 2 more.',
  ])
})
