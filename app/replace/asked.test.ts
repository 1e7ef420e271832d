import fc from 'fast-check'
import { expect, test } from 'vitest'
import { askedIn, searchFor } from './asked.ts'

test('what is asked comes back from its address', () => {
  const bool = fc.boolean()
  const words = fc.string({ unit: 'grapheme', maxLength: 40 })
  fc.assert(
    fc.property(words, words, bool, bool, bool, bool, (sought, put, isCase, isWhole, isPattern, keepsCapitals) => {
      const asked = { query: { words: sought, isCase, isWhole, isPattern }, put: { words: put, keepsCapitals } }
      expect(askedIn(`?${searchFor(asked.query, asked.put)}`)).toEqual(asked)
    }),
  )
})

test('an address that anybody wrote asks for no more than can be asked', () => {
  expect(askedIn(`?words=${'x'.repeat(5000)}&put=%ED%A0%80`).query.words.length).toBe(1000)
  expect(askedIn('?put=%ED%A0%80').put.words.isWellFormed()).toBe(true)
})
