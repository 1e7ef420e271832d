import { emptyPassage, plainPassage } from '../core/document/empty-passage.ts'
import type { QuestionContent, Variable } from '../core/questions/question.ts'

export interface DemoQuestion {
  readonly id: string
  readonly folder: string
  readonly title: string
  readonly content: QuestionContent
}

/** A text with values: `{l}` is the value of l, `{v:2}` that of v with two decimals. */
function text(words: string): object {
  const content = words.split(/(\{[^}]+\})/).flatMap((part): object[] => {
    const [, formula = '', decimals] = /^\{([^:}]+)(?::(\d+))?\}$/.exec(part) ?? []
    if (formula !== '')
      return [{ type: 'value', attrs: { formula, decimals: decimals === undefined ? null : Number(decimals) } }]
    return part === '' ? [] : [{ type: 'text', text: part }]
  })
  return { type: 'passage', content: [{ type: 'paragraph', content }] }
}

const range = (name: string, least: number, most: number, step: number): Variable => ({
  from: 'range',
  name,
  least,
  most,
  step,
})
const computed = (name: string, formula: string): Variable => ({ from: 'formula', name, formula })

function number(
  prompt: string,
  variables: Variable[],
  value: string,
  unit: string,
  hints: string[],
  solution: string,
  percent = 2,
): QuestionContent {
  return {
    prompt: text(prompt),
    variables,
    conditions: [],
    answer: {
      sort: 'number',
      value,
      tolerance: { sort: 'percent', amount: percent },
      unit,
      whenRight: text('Order a tenth more: some of it will not be wall.'),
      whenWrong: emptyPassage,
    },
    hints: hints.map(text),
    solution: text(solution),
  }
}

function choice(
  mode: 'one' | 'several',
  prompt: string,
  choices: readonly (readonly [words: string, isRight: boolean, feedback?: string])[],
  solution: string,
): QuestionContent {
  return {
    prompt: plainPassage(prompt),
    variables: [],
    conditions: [],
    answer: {
      sort: 'choice',
      mode,
      choices: choices.map(([words, isRight, feedback = ''], at) => ({
        id: `c${at + 1}`,
        text: plainPassage(words),
        isRight,
        feedback: plainPassage(feedback),
      })),
    },
    hints: [],
    solution: plainPassage(solution),
  }
}

/** The bank of the walling course, and with it the questions of its exercise. */
export const demoQuestions: readonly DemoQuestion[] = [
  {
    id: 'tonnes',
    folder: 'Weights and measures',
    title: 'Tonnes for a length of wall',
    content: number(
      'A wall is to be {l} m long and {h} m high, {w:2} m wide on average. How much stone do you order?',
      [range('l', 4, 20, 2), { from: 'list', name: 'h', values: [1.1, 1.2, 1.4] }, computed('w', 'h / 2')],
      'l * h * w * 1.6',
      't',
      ['First the volume: length by height by width.', 'A cubic metre of wall is 1.6 tonnes.'],
      '{l} × {h} × {w:2} = {l * h * w:2} cubic metres, times 1.6 is {l * h * w * 1.6:2} tonnes.',
    ),
  },
  {
    id: 'batter',
    folder: 'Weights and measures',
    title: 'Width at the top',
    content: number(
      'A wall is {b} cm wide at the foot and {h} cm high. Each face leans in by one to {r}. How wide is it at the top?',
      [range('b', 60, 90, 5), range('h', 90, 150, 10), { from: 'list', name: 'r', values: [6, 8] }],
      'b - 2 * h / r',
      'cm',
      ['Both faces lean in.'],
      'Each face comes in by {h} / {r} = {h / r:1} cm, so the top is {b} − 2 × {h / r:1} = {b - 2 * h / r:1} cm wide.',
    ),
  },
  {
    id: 'stones',
    folder: 'Weights and measures',
    title: 'Throughs for a length',
    content: number(
      'One through a metre, in two rows. How many for {l} m?',
      [range('l', 5, 40, 1)],
      '2 * l',
      '',
      ['Two rows.'],
      'One a metre in each of two rows: 2 × {l} = {2 * l}.',
      5,
    ),
  },
  {
    id: 'ties',
    folder: 'What holds a wall',
    title: 'What ties both faces',
    content: choice(
      'one',
      'Which stone ties both faces?',
      [
        ['hearting', false, 'That fills the middle; it ties nothing.'],
        ['a through', true, 'It lies across the whole wall.'],
        ['the cope', false, 'It presses on both, but it ties them only at the top.'],
      ],
      'A through reaches from one face to the other.',
    ),
  },
  {
    id: 'fails',
    folder: 'What holds a wall',
    title: 'Why it fell in the first winter',
    content: choice(
      'several',
      'A wall fell in its first winter. Which of these are likely?',
      [
        ['The footing stood on soft ground.', true],
        ['The hearting was shovelled in.', true, 'What is shovelled in runs out again.'],
        ['The stone was local.', false, 'Local stone is the best there is.'],
        ['Joints ran in one line.', true],
      ],
      'Ground, hearting, joints: in this order.',
    ),
  },
]
/** What the exercise puts together. */

export const exerciseOf = { 'how-many-tonnes': ['tonnes', 'batter', 'ties', 'fails'] } as const
