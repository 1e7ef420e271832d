import { sampleCorrelation } from 'simple-statistics'
import { describe, expect, test } from 'vitest'
import { plainPassage } from '../document/empty-passage.ts'
import { plainText } from '../document/plain-text.ts'
import { checkQuestion } from './check-question.ts'
import { filledPassage } from './fill.ts'
import { readFormula } from '../formulas/formula.ts'
import { isWithin } from './kinds/number/grade.ts'
import type { Tolerance } from './kinds/number/model.ts'
import { kindOfAnswer, type AnswerModel } from './kinds/registry.ts'
import { sayIn } from '../words/say.ts'
import { readNumber, showNumber } from './numbers.ts'
import { performance } from './performance.ts'
import { blankQuestion, type QuestionContent, questionContent } from './question.ts'
import { convert, isUnit } from './units.ts'
import type { QuestionResponse } from './kinds/kind.ts'
import { readVariables, type Values } from './versions.ts'

/** What an answer is worth. */
const grade = (answer: AnswerModel, values: Values, response: QuestionResponse) =>
  kindOfAnswer(answer).grade(answer, values, response, sayIn('en'))

const text = (words: string): object => plainPassage(words)
const withValue = (before: string, formula: string, decimals: number | null = null): object => ({
  type: 'passage',
  content: [
    {
      type: 'paragraph',
      content: [
        { type: 'text', text: before },
        { type: 'value', attrs: { formula, decimals } },
      ],
    },
  ],
})

/** A wall of length `l` and height `h`, both faces; its tonnes at 1.6 t a cubic metre. */
const tonnes: QuestionContent = {
  ...blankQuestion('number', () => 'x'),
  prompt: withValue('How many tonnes for a wall as long as ', 'l', 1),
  variables: [
    { from: 'range', name: 'l', least: 2, most: 4, step: 0.5 },
    { from: 'list', name: 'h', values: [1, 1.2] },
    { from: 'formula', name: 'v', formula: 'l * h * 0.5' },
  ],
  conditions: ['v > 1'],
  answer: {
    sort: 'number',
    value: 'v * 1.6',
    tolerance: { sort: 'percent', amount: 2 },
    unit: 't',
    whenRight: text(''),
    whenWrong: text(''),
  },
}

describe('formulas', () => {
  test.each([
    ['2 + 3 * 4', 14],
    ['-2^2', -4],
    ['(1 + 2) / 4', 0.75],
    ['sqrt(w^2 + 16)', 5],
    ['round(2.5) + max(1, w)', 6],
    ['7 mod 4', 3],
    ['w > 2 and not (w == 4)', 1],
    ['2 w', 6],
    ['sin(pi / 2)', 1],
    ['w × 2 ÷ 4 − 1', 0.5],
    ['1 / (w - 3)', Infinity],
    ['sin(30°)', 0.5],
    ['cos(w°)', 0.998629534754574],
    ['tan((w * 15)°)', 1],
    ['asin(0.5) / 1°', 30],
    ['180° - π', 0],
    ['2 * asin(1)° ', (2 * Math.PI * Math.PI) / 360],
  ])('%s', (formula, value) => {
    const read = readFormula(formula)
    expect(read.ok && read.formula.valueOf({ w: 3 })).toBeCloseTo(value, 12)
  })
  test.each([
    '',
    '1 +',
    'import("fs")',
    'evaluate("1")',
    'w.constructor',
    '[1, 2]',
    'x = 3',
    'f(x) = x',
    '"words"',
    'w!',
    'constructor',
    'a ? b',
    'createUnit("x")',
    '1; 2',
    "w'",
    '{a: 1}',
    'x'.repeat(600),
  ])('“%s” is no formula, and says so', (formula) => {
    const read = readFormula(formula)
    if (read.ok) expect(read.formula.names).toEqual(['constructor'])
    else expect(read.reason).toMatch(/\.$/)
  })
  test.each([
    ['2 * ^ 3', 'Error at character 5 of “2 * ^ 3”: “^”.'],
    ['3 × (2 + ', 'The formula “3 × (2 + ” ends too early.'],
    ['sin(30°', 'The formula “sin(30°” can’t be read.'],
  ])('where “%s” goes wrong is said', (formula, reason) => {
    expect(readFormula(formula)).toEqual({ ok: false, reason })
  })
  test('an inherited name is a variable without a value, never a function of the machine', () => {
    const read = readFormula('constructor + 1')
    expect(read.ok && read.formula.valueOf({})).toBeNaN()
  })
})

describe('numbers as they are typed', () => {
  test.each([
    ['1.5', 1.5],
    ['1,5', 1.5],
    ['−3', -3],
    ['+2', 2],
    ['½', 0.5],
    ['1½', 1.5],
    ['-1½', -1.5],
    ['3/4', 0.75],
    ['2 3/4', 2.75],
    ['1 200', 1200],
    ['1\u202f200,5', 1200.5],
    ['1.2e3', 1200],
    ['1,2·10^3', 1200],
    ['5x10^-2', 0.05],
    ['.5', 0.5],
    ['٣', null],
    ['', null],
    ['1e999', null],
    ['0x10', null],
    ['1.2.3', null],
    ['1/0', null],
    ['NaN', null],
    ['infinity', null],
    ['twelve', null],
    ['1'.repeat(100), null],
  ])('%s', (typed, value) => expect(readNumber(typed)).toBe(value))
  test('and as they are shown', () => {
    expect([
      showNumber(2 / 3, 2, 'en'),
      showNumber(2 / 3, null, 'en'),
      showNumber(-4.5, null, 'de'),
      showNumber(12345.678, 1, 'en'),
      showNumber(NaN, 1, 'en'),
    ]).toEqual(['0.67', '0.666667', '\u22124,5', '12,345.7', '?'])
  })
})

describe('how near is near enough', () => {
  /* Borders worked by hand; significant figures as in NIST SP 811, 7.9 and B.7 (from memory): 0.0302 has three. */
  test.each<[number, number, Tolerance, boolean]>([
    [10.2, 10, { sort: 'absolute', amount: 0.2 }, true],
    [10.2000001, 10, { sort: 'absolute', amount: 0.2 }, false],
    [9.8, 10, { sort: 'absolute', amount: 0.2 }, true],
    [0.3, 0.1 + 0.2, { sort: 'absolute', amount: 0 }, true],
    [102, 100, { sort: 'percent', amount: 2 }, true],
    [102.1, 100, { sort: 'percent', amount: 2 }, false],
    [-102, -100, { sort: 'percent', amount: 2 }, true],
    [0, 0, { sort: 'percent', amount: 5 }, true],
    [0.01, 0, { sort: 'percent', amount: 5 }, false],
    [0.03024, 0.0302, { sort: 'figures', amount: 3 }, true],
    [0.0303, 0.0302, { sort: 'figures', amount: 3 }, false],
    [1250, 1249.6, { sort: 'figures', amount: 3 }, true],
    [1.24, 1.245, { sort: 'figures', amount: 2 }, true],
  ])('%d for %d with %j: %s', (number, target, tolerance, expected) =>
    expect(isWithin(number, target, tolerance)).toBe(expected),
  )

  const values = { v: 1.5 }
  test.each([
    ['2.4 t', 1, ''],
    ['2,4t', 1, ''],
    ['2400 kg', 1, '2400 kg is 2.4 t.'],
    ['2.4', 1, 'The unit is missing: t.'],
    ['2.46 t', 0, ''],
    ['24 t', 0, ''],
  ])('%s for 2.4 t', (response, score, remark) =>
    expect(grade(tonnes.answer, values, response)).toEqual({ ok: true, score, chosen: [], remark }),
  )
  test.each([
    ['2.4 m', 'can’t be turned into t'],
    ['lots', 'not a number'],
    ['', 'Type a number'],
    ['1e999 t', 'not a number'],
    ['9'.repeat(100_000), 'longer than any number'],
    ['2.4 constructor', 'can’t be turned'],
  ])('%s is not counted, with a reason', (response, reason) => {
    const graded = grade(tonnes.answer, values, response)
    expect(graded.ok ? '' : graded.reason).toContain(reason)
  })
  test('units are converted where they measure the same', () => {
    expect([convert(1, 'm', 'cm'), convert(2, 'm²', 'cm²'), convert(36, 'km/h', 'm/s'), convert(1, 'm', 'kg')]).toEqual(
      [100, 20000, expect.closeTo(10, 9), null],
    )
    expect(['m', 'kg/m', 't', 'm³', '', 'stones', 'import', '1 m'].map(isUnit)).toEqual([
      true,
      true,
      true,
      true,
      true,
      false,
      false,
      false,
    ])
  })
})

describe('choices', () => {
  const several = {
    sort: 'choice' as const,
    mode: 'several' as const,
    choices: [true, true, false, false].map((isRight, at) => ({
      id: `c${at}`,
      text: text(`t${at}`),
      isRight,
      feedback: text(''),
    })),
  }
  test.each([
    [['c0', 'c1'], 1],
    [['c0'], 0.5],
    [['c0', 'c1', 'c2'], 0.5],
    [['c0', 'c2'], 0],
    [['c2', 'c3'], 0],
  ])('%j', (response, score) => expect(grade(several, {}, response)).toMatchObject({ ok: true, score }))
  test('nothing, or more than one of one, is asked again', () => {
    expect(grade(several, {}, ['nowhere'])).toMatchObject({ ok: false })
    expect(grade({ ...several, mode: 'one' }, {}, ['c0', 'c1'])).toMatchObject({
      ok: false,
      reason: 'Choose one answer.',
    })
  })
})

describe('versions', () => {
  test('a range has clean values, a condition leaves versions out, all are looked through', () => {
    const { versions, combinations, problems, isSample } = checkQuestion(tonnes, 'en')
    expect({ problems, combinations, isSample }).toEqual({ problems: [], combinations: 10, isSample: false })
    expect(versions.map(({ values: { l, h } }) => [l, h])).toEqual([
      [2.5, 1],
      [3, 1],
      [3.5, 1],
      [4, 1],
      [2, 1.2],
      [2.5, 1.2],
      [3, 1.2],
      [3.5, 1.2],
      [4, 1.2],
    ])
    expect(versions[0]).toMatchObject({
      prompt: 'How many tonnes for a wall as long as 2.5',
      answer: '2 t',
      problem: null,
    })
    expect(
      readVariables({
        variables: [{ from: 'range', name: 'x', least: 0.1, most: 0.7, step: 0.1 }],
        conditions: [],
      }).valuesAt(2),
    ).toEqual({ x: 0.3 })
  })
  test('a seed gives the same version for ever, and seeds give different ones', () => {
    const variables = readVariables(tonnes)
    expect(variables.valuesFor(42)).toEqual(readVariables(tonnes).valuesFor(42))
    expect(new Set(Array.from({ length: 60 }, (_, seed) => JSON.stringify(variables.valuesFor(seed)))).size).toBe(9)
  })
  test('very many combinations are sampled', () => {
    const many = {
      ...tonnes,
      variables: [
        ...tonnes.variables,
        ...['a', 'b'].map((name) => ({ from: 'range' as const, name, least: 1, most: 1000, step: 1 })),
      ],
    }
    const { isSample, versions, combinations } = checkQuestion(many, 'en')
    expect([isSample, versions.length, combinations]).toEqual([true, 2000, 10_000_000])
  })
  test.each<[string, Partial<QuestionContent>, string]>([
    [
      'a division by zero',
      {
        variables: [
          { from: 'range', name: 'l', least: 0, most: 2, step: 1 },
          { from: 'formula', name: 'v', formula: '1 / l' },
        ],
        conditions: [],
      },
      'v has no value',
    ],
    ['a root of less than 0 in a hint', { hints: [withValue('x', 'sqrt(1 - l)')] }, '“sqrt(1 - l)” has no value'],
    [
      'an answer without a value',
      { answer: { ...tonnes.answer, value: '1 / (l - 3)' } as never },
      'The right answer has no value',
    ],
  ])('%s is found in the versions that have it', (_name, change, words) => {
    const { versions } = checkQuestion({ ...tonnes, ...change }, 'en')
    expect(versions.some(({ problem }) => problem?.includes(words))).toBe(true)
  })
  test('two choices that read alike are found where they do', () => {
    const choice: QuestionContent = {
      ...blankQuestion('one', () => 'x'),
      prompt: text('Which?'),
      variables: [{ from: 'range', name: 'n', least: 1, most: 3, step: 1 }],
      answer: {
        sort: 'choice',
        mode: 'one',
        choices: [
          { id: 'a', text: withValue('', 'n * 2'), isRight: true, feedback: text('') },
          { id: 'b', text: withValue('', 'n + 2'), isRight: false, feedback: text('') },
        ],
      },
    }
    expect(checkQuestion({ ...choice, answer: { ...choice.answer, choices: [] } as never }, 'en').problems).toContain(
      'A question of choice needs two choices at least.',
    )
    const { versions, problems } = checkQuestion(
      {
        ...choice,
        answer: {
          ...choice.answer,
          choices:
            choice.answer.sort === 'choice'
              ? choice.answer.choices.map((each) => ({
                  ...each,
                  text: {
                    ...each.text,
                    content: [
                      {
                        type: 'paragraph',
                        content: (each.text as { content: { content: unknown[] }[] }).content[0]!.content.slice(1),
                      },
                    ],
                  },
                }))
              : [],
        } as never,
      },
      'en',
    )
    expect(problems).toEqual([])
    expect(versions.map(({ problem }) => problem)).toEqual([null, 'Two choices read “4”.', null])
  })
  test.each<[string, Partial<QuestionContent>, string]>([
    ['no version at all', { conditions: ['l > 100'] }, 'No version is possible'],
    ['an unknown name', { conditions: ['k > 1'] }, '“k” is not a variable'],
    ['a name used before it is known', { variables: [...tonnes.variables].reverse() }, 'is not a variable above'],
    [
      'a name twice',
      { variables: [...tonnes.variables, { from: 'list', name: 'l', values: [1] }] },
      'two variables of this name',
    ],
    [
      'a range backwards',
      { variables: [{ from: 'range', name: 'l', least: 3, most: 1, step: 1 }] },
      'ends before it begins',
    ],
    ['a step of nothing', { variables: [{ from: 'range', name: 'l', least: 1, most: 3, step: 0 }] }, 'more than 0'],
    ['a million steps', { variables: [{ from: 'range', name: 'l', least: 0, most: 1e6, step: 0.1 }] }, 'larger step'],
    ['no text', { prompt: text(' ') }, 'asks nothing yet'],
    ['a unit of nobody', { answer: { ...tonnes.answer, unit: 'stones' } as never }, 'not a unit'],
    ['no answer', { answer: { ...tonnes.answer, value: '' } as never }, 'still to be given'],
  ])('%s is told', (_name, change, words) =>
    expect(checkQuestion({ ...tonnes, ...change }, 'en').problems.join(' ')).toContain(words),
  )
})

test('a text is filled with the numbers of a version', () => {
  expect(plainText(filledPassage(withValue('long: ', 'l * 2', 1), { l: 2.5 }, 'en'))).toBe('long: 5.0')
  expect(questionContent.parse(JSON.parse(JSON.stringify(tonnes)))).toEqual(tonnes)
})

test('performance: facility is the mean, discrimination the correlation with the rest (against simple-statistics)', () => {
  const rows = [
    [1, 1, 1],
    [1, 1, 0.5],
    [1, 0, 1],
    [0, 1, 0],
    [0, 0, 0.5],
    [1, 0, 0],
  ]
  const sheets = rows.map((scores) => new Map(scores.map((score, at) => [`q${at}`, score])))
  for (const [at, each] of performance(sheets, ['q0', 'q1', 'q2']).entries()) {
    const own = rows.map((row) => row[at]!)
    const rest = rows.map((row) => (row.reduce((sum, score) => sum + score, 0) - row[at]!) / 2)
    expect(each.facility).toBeCloseTo(own.reduce((sum, score) => sum + score, 0) / 6, 12)
    expect(each.discrimination).toBeCloseTo(sampleCorrelation(own, rest), 12)
  }
  expect(performance(sheets.slice(0, 2), ['q0'])[0]!.discrimination).toBeNull()
  expect(
    performance(
      sheets.map(
        () =>
          new Map([
            ['q0', 1],
            ['q1', 1],
          ]),
      ),
      ['q0'],
    )[0],
  ).toEqual({ questionId: 'q0', answers: 6, facility: 1, discrimination: null })
})
