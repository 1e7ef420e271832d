import { emptyPassage } from '../../../document/empty-passage.ts'
import { readFormula } from '../../../formulas/formula.ts'
import { showNumber } from '../../numbers.ts'
import { isUnit } from '../../units.ts'
import type { Values } from '../../versions.ts'
import type { AnswerKind } from '../kind.ts'
import { numberFields } from './fields.ts'
import { gradeNumber } from './grade.ts'
import { type NumberAnswer, numberModel } from './model.ts'
import { numberPaper } from './paper.ts'

/** A number that is computed from the variables. */
export const number = {
  model: numberModel,
  variants: { number: 'Number' },
  variantOf: () => 'number',
  blank: () => ({
    sort: 'number',
    value: '',
    tolerance: { sort: 'percent', amount: 1 },
    unit: '',
    whenRight: structuredClone(emptyPassage),
    whenWrong: structuredClone(emptyPassage),
  }),
  asVariant: (answer) => answer,
  mapTexts: (answer, change) => ({
    ...answer,
    whenRight: change(answer.whenRight),
    whenWrong: change(answer.whenWrong),
  }),
  formulas: ({ value }) => [value],
  problems: ({ unit }) =>
    isUnit(unit) ? [] : [`“${unit}” is not a unit that is known. Use signs such as m, cm, m², kg/m, t.`],
  look: ({ value, unit }) => {
    const right = valueOf(value)
    return {
      problemOf: (values) =>
        Number.isFinite(right(values))
          ? null
          : 'The right answer has no value: a division by zero, or a root of less than 0.',
      rightAnswer: (values) =>
        Number.isFinite(right(values)) ? `${Number(right(values).toPrecision(8))}${unit && ` ${unit}`}` : '',
    }
  },
  response: ([typed = '']) => typed,
  grade: gradeNumber,
  feedback: ({ whenRight, whenWrong }, { score }) => [score === 1 ? whenRight : whenWrong],
  solution: ({ value, unit }, values, language) => {
    const right = valueOf(value)(values)
    return Number.isFinite(right) ? `${showNumber(right, null, language)} ${unit}`.trim() : ''
  },
  fields: numberFields,
  paper: numberPaper,
  commonMistake: () => null,
  examples: [
    {
      answer: {
        sort: 'number',
        value: 'l * 1.6',
        tolerance: { sort: 'percent', amount: 2 },
        unit: 't',
        whenRight: emptyPassage,
        whenWrong: emptyPassage,
      },
      values: { l: 10 },
      response: [
        [['16 t'], 1],
        [['16.3'], 1],
        [['16000 kg'], 1],
        [['17 t'], 0],
        [['a lot'], null],
        [['16 m'], null],
        [[], null],
      ],
    },
    {
      answer: {
        sort: 'number',
        value: '1/3',
        tolerance: { sort: 'figures', amount: 3 },
        unit: '',
        whenRight: emptyPassage,
        whenWrong: emptyPassage,
      },
      values: {},
      response: [
        [['0.333'], 1],
        [['1/3'], 1],
        [['0,3333'], 1],
        [['0.33'], 0],
        [['0.333 m'], null],
      ],
    },
  ],
} satisfies AnswerKind<NumberAnswer>

/** A formula as what it gives for values; not a number where it can't be read. */
function valueOf(text: string): (values: Values) => number {
  const read = readFormula(text)
  return read.ok ? (values) => read.formula.valueOf(values) : () => NaN
}
