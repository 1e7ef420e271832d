import { expect, test } from 'vitest'
import { searchTerms } from './terms.ts'

test.each([
  ['dry stone', 'dry:* & stone:*', ''],
  ['  “dry stone” wall', 'wall:*', '(dry <-> stone)'],
  ['"one two', 'one:* & two:*', ''],
  ["wall & !stone | (x:*) \\ '", 'wall:* & stone:* & x:*', ''],
  ['حجر الجدار', 'حجر:* & الجدار:*', ''],
  ['cafe\u0301 naïve', 'cafe\u0301:* & naïve:*', ''],
  ['\ud800x', 'x:*', ''],
])('%s', (typed, words, phrases) => expect(searchTerms(typed)).toEqual({ words, phrases }))

test.each(['', '… — !', '""'])('nothing to look for: %s', (typed) => expect(searchTerms(typed)).toBeNull())

test('a long list of words is cut', () => expect(searchTerms('word '.repeat(100))!.words.split(' & ')).toHaveLength(12))
