import { expect, test } from 'vitest'
import { MOST_STOPS, readSlider, sliderFrom } from './read.ts'

const read = (attrs: object) => readSlider(sliderFrom({ from: 0, to: 4, step: 1, start: 0, values: '', ...attrs }))
const problems = (attrs: object): string[] => read(attrs).problems.map(({ line, message }) => `${line}: ${message}`)

test('stops are the numbers that were meant, not their binary neighbours', () => {
  expect(read({ from: 0, to: 0.5, step: 0.1 }).stops).toEqual([0, 0.1, 0.2, 0.3, 0.4, 0.5])
  expect(read({ from: -1, to: 1.4, step: 0.5 }).stops).toEqual([-1, -0.5, 0, 0.5, 1])
})

test('values follow by their formulas; where one has none, that is no number', () => {
  const { values } = read({ values: 'Stone (t) = 1.6 x\n\n1 / x (per m) = 1/x\nRoot (of x) of it = sqrt(x)' })
  expect(values.map(({ name, unit }) => [name, unit])).toEqual([
    ['Stone', 't'],
    ['1 / x', 'per m'],
    ['Root (of x) of it', ''],
  ])
  expect(values[0]!.at).toEqual([0, 1.6, 3.2, expect.closeTo(4.8), 6.4])
  expect(values[1]!.at.slice(0, 3)).toEqual([NaN, 1, 0.5])
  expect(values[2]!.at[4]).toBe(2)
})

test('it stands at the stop nearest to where it was put', () => {
  expect(read({ start: 2.6 }).startAt).toBe(3)
  expect(read({ start: -9 }).startAt).toBe(0)
  expect(read({ start: 1e8 }).startAt).toBe(4)
})

test.each([
  [{ values: '1.6x' }, '1: A value is typed as its name, =, and a formula, such as “Stone (t) = 1.6x”.'],
  [{ values: 'a = x\n = x' }, '2: A value is typed as its name, =, and a formula, such as “Stone (t) = 1.6x”.'],
  [{ values: 'a = y' }, '1: “y” is not known here: the variable is x.'],
  [{ values: 'a = ' }, '1: The formula is empty.'],
  [{ values: 'a = x\n'.repeat(7) }, '7: A slider shows at most 6 values.'],
  [{ to: 0 }, '0: The slider has to end at a larger number than it begins with.'],
  [{ step: 5 }, '0: The step is larger than the whole way.'],
  [{ to: 100 }, '0: These are 100 steps; a slider has at most 60. Shown is one in 2.'],
])('what can’t be shown of %j is said', (attrs, problem) => {
  expect(problems(attrs)).toEqual([problem])
})

test('steps without an end come to no more stops than can be told apart', () => {
  for (const attrs of [{ to: 1e8 }, { step: 1e-300 }, { from: -1e8, to: 1e8, step: 0.1 }]) {
    const { stops } = read(attrs)
    expect(stops.length).toBeGreaterThan(1)
    expect(stops.length).toBeLessThanOrEqual(MOST_STOPS + 1)
  }
})
