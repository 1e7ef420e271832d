import fc from 'fast-check'
import { all, create } from 'mathjs'
import { describe, expect, test } from 'vitest'
import { crossingsOf, type Features, featuresOf } from './features.ts'
import { readGraph } from './read.ts'
import type { Range } from './settings.ts'
import { trace } from './trace.ts'

const SHOWN: Range = [-5, 5]
const functionFrom = (functions: string, x = SHOWN) => {
  const read = readGraph({ functions, points: '', areas: '', x, y: null })
  expect(read.problems).toEqual([])
  return read.functions[0]!
}
const featuresFrom = (typed: string, x = SHOWN): Features => {
  const one = functionFrom(typed, x)
  return featuresOf(one, x, trace(one.valueOf, x))
}
const close = (found: readonly number[], expected: readonly number[]): void => {
  expect(found, `${found.join(', ')} for ${expected.join(', ')}`).toHaveLength(expected.length)
  expected.forEach((each, at) => expect(found[at]).toBeCloseTo(each, 4))
}

/** Numbers in order, no two of them close together. */
const apart = fc
  .uniqueArray(fc.integer({ min: -23, max: 23 }), { minLength: 1, maxLength: 4 })
  .map((some) => some.sort((a, b) => a - b).map((each) => each / 5))

describe('what is known of a function is found', () => {
  test('a product is zero where one of its factors is, also where it only touches', () => {
    fc.assert(
      fc.property(apart, fc.infiniteStream(fc.constantFrom(1, 2)), (zeros, powers) => {
        const typed = zeros.map((zero) => `(x - (${zero}))^${powers.next().value}`).join(' * ')
        close(featuresFrom(typed).zeros, zeros)
      }),
    )
  })

  test.each([
    // Low between its zeros, millions high at the edge of what is shown.
    ['(x+4)^2 * (x+3.8)^2 * (x+3.6)^2 * (x+2.6)^2', [-4, -3.8, -3.6, -2.6]],
    ['(x+4.4)^2 * (x+2.6)^2 * (x+2.4)^2 * (x-1)', [-4.4, -2.6, -2.4, 1]],
    // Multiplied out, what is computed beside the zero is noise.
    ['x^4 - 4x^3 + 6x^2 - 4x + 1', [1]],
    ['x^6 - 6x^5 + 15x^4 - 20x^3 + 15x^2 - 6x + 1', [1]],
    ['abs(x^2 - 2)', [-Math.SQRT2, Math.SQRT2]],
    ['sin(x)^2 + cos(x)^2 - 1/2', []],
  ] as const)('zeros of %s', (typed, zeros) => {
    const found = featuresFrom(typed)
    close(found.zeros, zeros)
    for (const [x, y] of found.lows) if (y === 0) expect(found.zeros).toContain(x)
  })

  test('what is low is not nothing: a parabola above zero has none, however far one looks', () => {
    expect(featuresFrom('x^2 + 1', [-1e6, 1e6])).toMatchObject({ zeros: [], lows: [[0, 1]] })
  })

  test('a fraction grows without end where its denominator is zero and its numerator is not, on one side or both', () => {
    fc.assert(
      fc.property(apart, fc.infiniteStream(fc.constantFrom(1, 2)), (poles, powers) => {
        const typed = `1/(${poles.map((pole) => `(x - (${pole}))^${powers.next().value}`).join(' * ')})`
        const { poles: found, zeros } = featuresFrom(typed)
        close(found, poles)
        expect(zeros).toEqual([])
      }),
    )
  })

  // mathjs (the whole of it, not what formulas are made of) derives by rule, with no numbers tried.
  const mathematics = create(all!)
  test.each([
    'x^3 - 3x',
    'x^5 - 3x^3 + x',
    'sin(x)',
    'x*exp(-x^2)',
    'cos(2x) + x/3',
    'x^4/20 - x^2',
    '(x^2+1)/x',
    'x/(x^2+1)',
  ])('where %s turns its derivative is zero and changes its sign, and nowhere else', (typed) => {
    const slope = mathematics.derivative(typed, 'x').compile()
    const at = (x: number): number => slope.evaluate({ x }) as number
    const { highs, lows, poles } = featuresFrom(typed)
    const turns = [...highs, ...lows].map(([x]) => x)
    for (const [x, y] of [...highs, ...lows]) {
      expect(at(x)).toBeCloseTo(0, 4)
      expect(y).toBeCloseTo(mathematics.compile(typed).evaluate({ x }) as number, 6)
    }
    for (const [x] of highs) expect(at(x - 0.01) > 0 && at(x + 0.01) < 0).toBe(true)
    for (const [x] of lows) expect(at(x - 0.01) < 0 && at(x + 0.01) > 0).toBe(true)
    let changes = 0
    for (let x = -5 + 0.0037; x < 5; x += 0.01)
      if (at(x) > 0 !== at(x + 0.01) > 0 && !poles.some((pole) => pole >= x && pole <= x + 0.01)) changes++
    expect(turns).toHaveLength(changes)
  })

  // A rational function comes close to the quotient of its polynomials (common practice; degrees and leading terms).
  type Line = Features['asymptotes']['left']
  const CLOSE: [string, Line, Line][] = [
    ['1/x', { slope: 0, height: 0 }, { slope: 0, height: 0 }],
    ['(2x^2 + 1)/(x^2 + 3)', { slope: 0, height: 2 }, { slope: 0, height: 2 }],
    ['(x^2 + 1)/x', { slope: 1, height: 0 }, { slope: 1, height: 0 }],
    ['(3x^2 + x)/(x - 1)', { slope: 3, height: 4 }, { slope: 3, height: 4 }],
    ['atan(x)', { slope: 0, height: -1.5708 }, { slope: 0, height: 1.5708 }],
    ['exp(x)', { slope: 0, height: 0 }, null],
    ['1/(1 + exp(-x))', { slope: 0, height: 0 }, { slope: 0, height: 1 }],
    ['sqrt(x^2 + 1)', { slope: -1, height: 0 }, { slope: 1, height: 0 }],
    ['exp(-x^2)', { slope: 0, height: 0 }, { slope: 0, height: 0 }],
    // Lines are not close to a line: they are one. What grows slowly is close to none.
    ...['2x + 1', 'abs(x - 1/3)', 'max(0, x)', 'x > 1 ? 2 : 0', '5'].map((typed): [string, null, null] => [
      typed,
      null,
      null,
    ]),
    ...['sqrt(x)', 'cbrt(x)', 'log(x)', 'x^2', 'sin(x)', 'floor(x)', 'tan(x)', 'x*sin(x)'].map(
      (typed): [string, null, null] => [typed, null, null],
    ),
  ]
  test.each(CLOSE)('%s comes close to a line far away, or to none', (typed, left, right) => {
    expect(featuresFrom(typed).asymptotes).toEqual({ left, right })
  })
})

test.each([
  ['log(x)', [0], [], [[-5, 0]]],
  [
    'sqrt(4 - x^2)',
    [],
    [],
    [
      [-5, -2],
      [2, 5],
    ],
  ],
  ['1/sqrt(x - 1)', [1], [], [[-5, 1]]],
  ['floor(x/2)', [], [-4, -2, 0, 2, 4], []],
  ['floor(x/2) + 500', [], [-4, -2, 0, 2, 4], []],
  ['atan(1/x)', [], [0], []],
  ['exp(1/x)', [0], [], []],
  ['sin(x)/x', [], [], []],
  ['(x^2 - 1)/(x - 1)', [], [], []],
  ['x^2 for x > 1', [], [], [[-5, 1]]],
  ['tan(x)', [-1.5 * Math.PI, -Math.PI / 2, Math.PI / 2, 1.5 * Math.PI], [], []],
  ['1e6 * x^3', [], [], []],
  ['cbrt(x)', [], [], []],
  ['exp(-1000 * x^2)', [], [], []],
  ['1/(x^4 + 0.0001)', [], [], []],
] as [string, number[], number[], [number, number][]][])('%s breaks where it does', (typed, poles, jumps, gaps) => {
  const found = featuresFrom(typed)
  close(found.poles, poles)
  close(found.jumps, jumps)
  expect(found.gaps).toHaveLength(gaps.length)
  gaps.forEach((gap, at) => close(found.gaps[at]!, gap))
})

test('what runs one way, stays level, or has no value is told as that; what is restless too', () => {
  const course = (typed: string): string => featuresFrom(typed).course
  expect(['x^3', '-x', '4', 'sqrt(-1-x^2)', 'x^2', 'sin(x)^2 + cos(x)^2'].map(course)).toEqual([
    'rises',
    'falls',
    'level',
    'nothing',
    'varies',
    'level',
  ])
  for (const typed of ['sin(200x)', 'tan(20x)', 'sin(1000/x)', 'mod(x * 12345.678, 1)'])
    expect(featuresFrom(typed), typed).toMatchObject({ isRestless: true, zeros: [], highs: [], lows: [] })
})

test('two functions meet where their difference is zero', () => {
  const follow = (typed: string) => {
    const { valueOf } = functionFrom(typed)
    return { valueOf, traced: trace(valueOf, SHOWN) }
  }
  const meet = (one: string, other: string): number[][] =>
    crossingsOf(follow(one), follow(other)).map((each) => [...each])
  const found = meet('x^2 - 1', '2x + 1')
  close(
    found.map(([x]) => x!),
    [1 - Math.sqrt(3), 1 + Math.sqrt(3)],
  )
  close(
    found.map(([, y]) => y!),
    [3 - 2 * Math.sqrt(3), 3 + 2 * Math.sqrt(3)],
  )
  expect(meet('x^2', '0')).toEqual([[0, 0]])
  expect(meet('1/x', '-x')).toEqual([])
  expect(meet('x', 'x')).toEqual([])
})

test('whatever function it is, it is tried so many times at most', () => {
  for (const typed of [
    'sin(200x) * tan(31x)',
    'mod(x, 0.09)',
    '1/sin(9x)',
    'floor(20x)',
    'x^2',
    'sin(6x) + sin(7.3x)',
  ]) {
    let tries = 0
    const counted = (x: number): number => (tries++, functionFrom(typed).valueOf(x))
    const traced = trace(counted, SHOWN)
    featuresOf({ valueOf: counted }, SHOWN, traced)
    expect(tries, typed).toBeLessThan(12_000)
  }
})
