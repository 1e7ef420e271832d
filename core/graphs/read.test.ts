import { expect, test } from 'vitest'
import { readGraph } from './read.ts'

const read = (part: object) =>
  readGraph({ functions: 'f(x) = x^2\ng(x) = 2x', points: '', areas: '', x: [-5, 5], y: null, ...part })
const problems = (part: object): string[] =>
  read(part).problems.map(({ part: of, line, message }) => `${of} ${line}: ${message}`)

test('functions are typed with a name, with y, or by their formula alone', () => {
  const { functions } = read({ functions: 'x^2\n\n h(x)=2·x \ny = π·x for 0 <= x <= 2\ng(x) = x == 1\nsin(x)' })
  expect(functions.map(({ name, typed }) => `${name}: ${typed}`)).toEqual([
    'f: f(x) = x^2',
    'h: h(x) = 2·x',
    'g: g(x) = π·x for 0 <= x <= 2',
    'p: p(x) = sin(x)',
  ])
  expect(functions.map(({ valueOf }) => [valueOf(1), valueOf(3)])).toEqual([
    [1, 9],
    [2, 6],
    [Math.PI, NaN],
    [Math.sin(1), Math.sin(3)],
  ])
})

test.each([
  ['f(x) = x^', 'functions 1: The formula “x^” ends too early.'],
  ['f(x) = x\n\nf(x) = 2x', 'functions 3: Two functions are called “f”.'],
  ['sin(x) = x', 'functions 1: “sin” is a function already; give this one another name.'],
  ['f(x) = a*x', 'functions 1: “a” is not known here: the variable is x.'],
  ['x for x > b', 'functions 1: “b” is not known here: the variable is x.'],
  ['import("fs")', 'functions 1: “import” is not a function that formulas know.'],
  ['x; x', 'functions 1: The formula “x; x” holds something that is no formula.'],
  [Array.from({ length: 7 }, (_, at) => `x + ${at}`).join('\n'), 'functions 7: A graph has at most 6 of these.'],
  ['x' + '+x'.repeat(290), 'functions 1: A formula holds at most 500 characters.'],
  [`sin(x)\nx${'+x'.repeat(75)}\ncos(x)`, 'functions 2: The functions of a graph are too long together.'],
])('of %s the line and the reason are told', (functions, message) => {
  expect(problems({ functions })[0]).toContain(message)
})

test('points are typed with formulas, and by a function', () => {
  const { points } = read({ points: '(2, 3) Summit (high)\n(pi/2; f(-3))\n(max(1, 2), g(f(2)))\n(1, 2)' })
  expect(points).toEqual([
    { x: 2, y: 3, label: 'Summit (high)' },
    { x: Math.PI / 2, y: 9, label: '' },
    { x: 1, y: 2, label: '' },
  ])
  expect(problems({ points: '2, 3\n(1\n(1, 1/0)\n(x, 1)\n(1, h(1))\n(,)' })).toEqual([
    'points 1: A point is typed with its two numbers, such as “(2, 3) Summit”.',
    'points 2: A point is typed with its two numbers, such as “(2, 3) Summit”.',
    'points 3: “1/0” has no value.',
    'points 4: A number was expected instead of “x”.',
    expect.stringContaining('points 5: “h” is not a function that formulas know.') as string,
    'points 6: The formula is empty.',
  ])
})

test('areas are under a function, between two, or the whole height', () => {
  expect(read({ areas: 'under f from 0 to pi\nbetween f and g from 0 to 2\nfrom 1 to 2' }).areas).toEqual([
    { between: [0], from: 0, to: Math.PI },
    { between: [0, 1], from: 0, to: 2 },
    { between: [], from: 1, to: 2 },
  ])
  expect(problems({ areas: 'under h from 0 to 1\nunder f from 2 to 1\nbelow f' })).toEqual([
    'areas 1: No function of this graph is called “h”.',
    'areas 2: An area has to end at a larger number than it begins with.',
    'areas 3: An area is typed as “under f from 0 to 2” or “between f and g from 0 to 2”.',
  ])
})

test('an axis that is none is told, and another is shown', () => {
  expect(read({ x: [3, 3], y: [2, -2] })).toMatchObject({
    x: [-5, 5],
    y: null,
    problems: [{ part: 'x' }, { part: 'y' }],
  })
  expect(problems({ x: [1e8, 1e8 + 1e-3] })).toEqual(['x 0: The x axis is too short for its numbers to be told apart.'])
})
