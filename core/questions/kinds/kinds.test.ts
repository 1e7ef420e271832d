import { readdirSync } from 'node:fs'
import { parseFragment } from 'parse5'
import { sayIn } from '../../words/say.ts'
import { expect, describe, test } from 'vitest'
import { emptyPassage } from '../../document/empty-passage.ts'
import { passageFromUnsafe, passageFromJson } from '../../document/passage.ts'
import { passageHtml } from '../../html/passage-html.ts'
import { trusted } from '../../tree/template.ts'
import { checkQuestion } from '../check-question.ts'
import { blankQuestion, kindOfQuestion, questionContent, textsOf } from '../question.ts'
import type { AnswerKind } from './kind.ts'
import {
  answerKinds,
  type AnswerModel,
  kindOfAnswer,
  kindOfVariant,
  QUESTION_KINDS,
  type QuestionKind,
  turned,
} from './registry.ts'

const kinds = Object.entries(answerKinds) as unknown as [string, AnswerKind<AnswerModel>][]
const folders = (of: string): string[] =>
  readdirSync(of, { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name)
const passage = { ...emptyPassage, content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Say.' }] }] }

test('every folder is in the registry, here and where authors write', () => {
  expect(folders('core/questions/kinds').sort()).toEqual(Object.keys(answerKinds).sort())
  expect(folders('app/questions/kinds').sort()).toEqual(Object.keys(answerKinds).sort())
  // No two kinds call a variant alike.
  expect(Object.keys(QUESTION_KINDS)).toHaveLength(kinds.flatMap(([, { variants }]) => Object.keys(variants)).length)
})

describe.each(kinds)('%s', (sort, kind) => {
  test('every variant begins empty, in its form, and says what is missing', () => {
    for (const variant of Object.keys(kind.variants) as QuestionKind[]) {
      const blank = blankQuestion(variant, () => Math.random().toString(36).slice(2, 10))
      expect(questionContent.parse(blank)).toEqual(blank)
      expect([blank.answer.sort, kindOfQuestion(blank), kindOfVariant(variant) === kind]).toEqual([sort, variant, true])
      expect(checkQuestion({ ...blank, prompt: passage }, 'en').problems.length).toBeGreaterThan(0)
      for (const other of Object.keys(QUESTION_KINDS) as QuestionKind[])
        expect(kindOfAnswer(turned(blank.answer, other, () => 'x'))).toBe(kindOfVariant(other))
    }
  })

  test.each(kind.examples)(
    'example %#: its form, its texts, its fields, its grades',
    ({ answer, values, response }) => {
      expect(kind.model.parse(answer)).toEqual(answer)
      expect(Object.keys(kind.variants)).toContain(kind.variantOf(answer))
      expect(kind.problems(answer)).toEqual([])
      const question = { ...blankQuestion(kind.variantOf(answer) as QuestionKind, () => 'x'), prompt: passage, answer }
      for (const text of textsOf(question)) expect(passageFromUnsafe(text).ok).toBe(true)
      // Each text can be changed, and nothing else is.
      const changed = kind.mapTexts(answer, () => passage)
      expect(kind.mapTexts(changed, () => passage)).toEqual(changed)
      expect(textsOf({ ...question, answer: changed }).slice(2)).toEqual(
        textsOf(question)
          .slice(2)
          .map(() => passage),
      )
      const look = kind.look(answer, (json) => () => passageHtml(passageFromJson(json)))
      expect(look.problemOf(values)).toBeNull()
      expect(look.rightAnswer(values)).not.toBe('')
      for (const [fields, score] of response) {
        const graded = kind.grade(answer, values, kind.response(fields), sayIn('en'))
        if (score === null)
          expect(graded, JSON.stringify(fields)).toMatchObject({ ok: false, reason: expect.stringMatching(/\.$/) })
        else expect(graded, JSON.stringify(fields)).toMatchObject({ ok: true, score: expect.closeTo(score, 9) })
        if (graded.ok) for (const text of kind.feedback(answer, graded)) expect(passageFromUnsafe(text).ok).toBe(true)
      }
      // One answer at least is right, one is not, one is not understood.
      expect([
        response.some(([, score]) => score === 1),
        response.some(([, score]) => score !== null && score < 1),
        response.some(([, score]) => score === null),
      ]).toEqual([true, true, true])
    },
  )

  test.each(kind.examples)(
    'example %#: a form that works without script, shows what was given, and can be shut',
    ({ answer, response }) => {
      const right = kind.response(response.find(([, score]) => score === 1)![0])
      const place = {
        id: 'q',
        response: right,
        isOff: false,
        write: (json: object) => trusted(passageHtml(passageFromJson(json))),
        say: sayIn('en'),
      }
      const inputs = (html: string): { name: string; attrs: Map<string, string> }[] => {
        const found: { name: string; attrs: Map<string, string> }[] = []
        const walk = (node: {
          childNodes?: unknown[]
          tagName?: string
          attrs?: { name: string; value: string }[]
        }): void => {
          if (['input', 'select', 'textarea'].includes(node.tagName ?? ''))
            found.push({ name: node.tagName!, attrs: new Map(node.attrs!.map(({ name, value }) => [name, value])) })
          for (const child of node.childNodes ?? []) walk(child as never)
        }
        walk(parseFragment(html))
        return found
      }
      const open = inputs(kind.fields(answer, place).text)
      expect(open.length).toBeGreaterThan(0)
      for (const { attrs } of open) expect([attrs.get('name'), attrs.has('disabled')]).toEqual(['response', false])
      const sent = open.flatMap(({ attrs }) =>
        ['radio', 'checkbox'].includes(attrs.get('type') ?? '')
          ? attrs.has('checked')
            ? [attrs.get('value')!]
            : []
          : [attrs.get('value') ?? ''],
      )
      expect(kind.response(sent)).toEqual(right)
      for (const { attrs } of inputs(kind.fields(answer, { ...place, isOff: true }).text))
        expect(attrs.has('disabled')).toBe(true)
    },
  )

  test('the commonest mistake is one that was made', () => {
    for (const { answer, response } of kind.examples) {
      const all = response.map(([fields]) => kind.response(fields))
      expect(kind.commonMistake(answer, [])).toBeNull()
      const mistake = kind.commonMistake(answer, [...all, ...all])
      if (mistake) expect(mistake.times).toBeGreaterThan(1)
    }
  })
})
