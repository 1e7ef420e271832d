import { expect, test } from 'vitest'
import { directionOf, primaryLanguage, safeLanguage } from './languages.ts'

// RFC 5646, “Appendix A. Examples of Language Tags”; the last ones are no tags of languages.
test('tags of languages are canonical, or none', () => {
  expect(['de', 'EN-us', 'zh-hant', 'sr-latn-RS', ' fr ', 'ast'].map(safeLanguage)).toEqual([
    'de',
    'en-US',
    'zh-Hant',
    'sr-Latn-RS',
    'fr',
    'ast',
  ])
  expect(
    ['', 'x-whatever', 'javascript:alert(1)', 'a', 'english language', 'de-419-DE-x', null, 5].map(safeLanguage),
  ).toEqual([null, null, null, null, null, null, null, null])
  expect(['en-GB', 'AR'].map(primaryLanguage)).toEqual(['en', 'ar'])
})

test('a language is written in the direction of its script', () => {
  expect(['en', 'ar', 'ar-EG', 'he', 'fa', 'ur', 'az-Arab', 'az', 'dv', 'zz zz'].map(directionOf)).toEqual([
    'ltr',
    'rtl',
    'rtl',
    'rtl',
    'rtl',
    'rtl',
    'rtl',
    'ltr',
    'rtl',
    'ltr',
  ])
})
