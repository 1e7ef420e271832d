import { expect, test } from 'vitest'
import type { Offered } from './template-requests.ts'
import { withWords } from './use-templates.ts'

const offered = (name: string, description = ''): Offered => ({ id: name, name, description }) as Offered

test('templates are found by all their words, in name or description, whatever their case', () => {
  const all = [offered('Field notes', 'After a day outside'), offered('Reading', 'Notes on a text')]
  const found = (typed: string): string[] => withWords(all, typed).map(({ name }) => name)
  expect(found('')).toEqual(['Field notes', 'Reading'])
  expect(found('NOTES')).toEqual(['Field notes', 'Reading'])
  expect(found(' notes  day ')).toEqual(['Field notes'])
  expect(found('lesson')).toEqual([])
})
