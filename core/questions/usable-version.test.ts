import { expect, test } from 'vitest'
import { QuestionLook, tooFewUsable } from './check-question.ts'
import { blankQuestion, type QuestionContent, type Variable } from './question.ts'
import { usableValues } from './usable-version.ts'

const words = (text: string): object => ({
  type: 'passage',
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
})
const question = (
  variables: readonly Variable[],
  value: string,
  conditions: readonly string[] = [],
): QuestionContent => ({
  ...blankQuestion('number', () => 'a'),
  prompt: words('How much?'),
  variables: [...variables],
  conditions: [...conditions],
  answer: { ...blankQuestion('number', () => 'a').answer, value } as QuestionContent['answer'],
})
const range = (name: string, least: number, most: number): Variable => ({ from: 'range', name, least, most, step: 1 })
const seeds =
  (student: number) =>
  (draw: number): number =>
    student * 7919 + draw

test('no student ever gets a version without an answer, however rare those with one are', () => {
  // 1 of 1,000 divides; the root has a value for one x alone.
  for (const content of [
    question([range('x', 0, 999)], '1 / (1 - sqrt(x - 998))'),
    question([range('x', 1, 1000)], '10 / x', ['x == 777']),
    question([range('x', 1, 30), range('y', 1, 30)], '1 / (x - y)'),
  ])
    for (let student = 1; student <= 60; student++) {
      const values = usableValues(content, 'en', seeds(student))
      expect(values, JSON.stringify(content.conditions)).not.toBeNull()
      expect(new QuestionLook(content, 'en').problemOf(values!)).toBeNull()
      expect(usableValues(content, 'en', seeds(student))).toEqual(values)
    }
})

test('a question none of whose versions has an answer gives none', () => {
  expect(usableValues(question([range('x', 1, 50)], '1 / (x - x)'), 'en', seeds(1))).toBeNull()
  expect(usableValues(question([range('x', 1, 50)], 'y'), 'en', seeds(1))).not.toBe(undefined)
})

test('a question with too few usable versions is refused with the reason most of them have', () => {
  expect(tooFewUsable(question([range('x', 1, 100)], '1 / (x - 50)'), 'en')).toBeNull()
  expect(tooFewUsable(question([range('x', 0, 999)], 'sqrt(x - 998)'), 'en')).toMatch(
    /^Only 2 of its 1,000 versions can be used.*has no value/,
  )
})
