import { emptyPassage, plainPassage } from '../../../document/empty-passage.ts'
import { isBlank, passageFromJson } from '../../../document/passage.ts'
import { plainText } from '../../../document/plain-text.ts'
import type { AnswerKind, CommonMistake, QuestionResponse } from '../kind.ts'
import { choiceFields } from './fields.ts'
import { gradeChoice } from './grade.ts'
import { type ChoiceAnswer, choiceModel } from './model.ts'
import { choicePaper } from './paper.ts'

/** One of many, or several of many. */
export const choice = {
  model: choiceModel,
  variants: { one: 'One of many', several: 'Several of many' },
  variantOf: ({ mode }) => mode,
  blank: (variant, freshId) => ({
    sort: 'choice',
    mode: modeOf(variant),
    choices: [true, false, false].map((isRight) => ({
      id: freshId(),
      text: structuredClone(emptyPassage),
      isRight,
      feedback: structuredClone(emptyPassage),
    })),
  }),
  asVariant: (answer, variant) => ({ ...answer, mode: modeOf(variant) }),
  mapTexts: (answer, change) => ({
    ...answer,
    choices: answer.choices.map((each) => ({ ...each, text: change(each.text), feedback: change(each.feedback) })),
  }),
  formulas: () => [],
  problems: ({ mode, choices }) => {
    const right = choices.filter(({ isRight }) => isRight).length
    return [
      ...(choices.length < 2 ? ['A question of choice needs two choices at least.'] : []),
      ...(right === 0 ? ['No choice is marked as right.'] : []),
      ...(mode === 'one' && right > 1 ? [`${right} choices are marked as right; in “one of many” it is one.`] : []),
      ...choices.flatMap(({ text }, at) => (isBlank(passageFromJson(text)) ? [`Choice ${at + 1} is empty.`] : [])),
    ]
  },
  look: ({ choices }, read) => {
    const said = choices.map(({ text }) => read(text))
    return {
      problemOf: (values) => {
        const seen = new Set<string>()
        for (const say of said) {
          const words = say(values)
          if (words !== '' && seen.has(words)) return `Two choices read “${words}”.`
          seen.add(words)
        }
        return null
      },
      rightAnswer: (values) => said.flatMap((say, at) => (choices[at]!.isRight ? [say(values)] : [])).join('; '),
    }
  },
  response: (values) => values,
  grade: (answer, _values, response, say) => gradeChoice(answer, response, say),
  feedback: ({ choices }, { chosen }) =>
    choices.filter(({ id }) => chosen.includes(id)).map(({ feedback }) => feedback),
  solution: () => '',
  fields: choiceFields,
  paper: choicePaper,
  commonMistake,
  examples: [
    {
      answer: {
        sort: 'choice',
        mode: 'one',
        choices: [
          ['a', 'Throughs', true],
          ['b', 'Hearting', false],
          ['c', 'Copes', false],
        ].map(([id, words, isRight]) => ({
          id: String(id),
          text: plainPassage(String(words)),
          isRight: isRight === true,
          feedback: plainPassage(`You took ${String(words)}.`),
        })),
      },
      values: {},
      response: [
        [['a'], 1],
        [['b'], 0],
        [['a', 'b'], null],
        [[], null],
        [['nowhere'], null],
      ],
    },
    {
      answer: {
        sort: 'choice',
        mode: 'several',
        choices: [
          ['a', 'Frost', true],
          ['b', 'Running joints', true],
          ['c', 'Moss', false],
        ].map(([id, words, isRight]) => ({
          id: String(id),
          text: plainPassage(String(words)),
          isRight: isRight === true,
          feedback: emptyPassage,
        })),
      },
      values: {},
      response: [
        [['a', 'b'], 1],
        [['a'], 0.5],
        [['a', 'c'], 0],
        [['a', 'b', 'c'], 0.5],
        [[], null],
      ],
    },
  ],
} satisfies AnswerKind<ChoiceAnswer>

const modeOf = (variant: string): ChoiceAnswer['mode'] => (variant === 'several' ? 'several' : 'one')

/** The wrong choice that was taken most. */
function commonMistake({ choices }: ChoiceAnswer, response: readonly QuestionResponse[]): CommonMistake | null {
  const counts = choices
    .filter(({ isRight }) => !isRight)
    .map((wrong) => ({
      wrong,
      times: response.filter((each) => Array.isArray(each) && each.includes(wrong.id)).length,
    }))
  const most = counts.sort((a, b) => b.times - a.times)[0]
  return most && most.times > 0 ? { words: plainText(passageFromJson(most.wrong.text)), times: most.times } : null
}
