import { expect, test } from 'vitest'
import { readPage } from '../../html/read.ts'
import { judge, practicesOf } from './practices.ts'

const answer = (words: string, right: boolean, told = words): string =>
  `<div data-part="answer" data-right="${right ? 'yes' : 'no'}"><p>${words}</p><div data-part="feedback"><p>about ${told}</p></div></div>`
const question = (id: string, ...answers: string[]): string =>
  `<div data-piece="practice" data-answers="several"${id && ` id="${id}"`}><div data-part="prompt"><p>Which?</p></div>${answers.join('')}</div>`
const page = (html: string) => readPage(html).page

test('questions without an id are named by their number, and no name stands twice', () => {
  const found = practicesOf(
    page(
      question('', answer('a', true)) +
        question('question-1', answer('a', true)) +
        question('ties', answer('a', true)) +
        question('', answer('b', true)),
    ),
  )
  expect(found.map(({ name }) => name)).toEqual(['question-1', 'question-1-2', 'ties', 'question-4'])
})

test('an answer is right when every right one is chosen and no other', () => {
  const [several] = practicesOf(page(question('', answer('a', true), answer('b', false), answer('c', true))))
  const right = (...choices: number[]): boolean | undefined => judge(several!, choices)?.isRight
  expect(right(0, 2)).toBe(true)
  expect(right(0)).toBe(false)
  expect(right(0, 1, 2)).toBe(false)
  expect(right(1)).toBe(false)
  expect(judge(several!, [])).toBeNull()
  expect(judge(several!, [7, -1, NaN])).toBeNull()
})

test('each chosen answer comes with its own feedback, and where that stands', () => {
  const whole = page(`<p>before</p>${question('', answer('a', true), answer('b <b>x</b>', false, 'b'))}`)
  const verdict = judge(practicesOf(whole)[0]!, [1])!
  expect(verdict.chosen).toHaveLength(1)
  expect(verdict.chosen[0]).toMatchObject({ index: 1, isRight: false, text: 'b x' })
  expect(verdict.chosen[0]!.feedback.textContent).toBe('about b')
  expect(whole.nodeAt(verdict.chosen[0]!.position)).toBe(verdict.chosen[0]!.feedback)
})
