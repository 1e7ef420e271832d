import { expect, test } from 'vitest'
import english from '../../core/words/en/field.json'
import { sayIn } from '../../core/words/say.ts'
import { fieldInEnglish, type FieldMessage } from './field-say.ts'

test('each message of the field is said in English as the reading room says it, forms and all', () => {
  // Said by the server alone.
  const names = Object.keys(english).filter((name) => name !== 'noPicture')
  expect(names.length).toBeGreaterThan(50)
  for (const name of names) {
    const keys = [...(english as Record<string, string>)[name]!.matchAll(/\{(\w+)/g)].map(([, key]) => key!)
    for (const value of [1, 3000]) {
      const values = Object.fromEntries(keys.map((key) => [key, value]))
      const full = `field.${name}` as FieldMessage
      expect(fieldInEnglish(full, values), name).toBe(String(sayIn('en')(full, values)))
    }
  }
})
