import { sayIn } from '../../core/words/say.ts'
import { beforeAll, expect, test } from 'vitest'
import { useFreshDatabase } from './setup/database.ts'
import { CHOICE, say } from './setup/questions.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()
const { pool, transaction } = await import('../../server/database/pool.server.ts')
const { createDocument } = await import('../../server/plan/plan.server.ts')
const { insertEntries, updateSettings } = await import('../../server/plan/queries.server.ts')
const { publish } = await import('../../server/editions/publish.server.ts')
const { readSettings } = await import('../../core/plan/settings.ts')
const { outlineOf } = await import('../../server/reading/shapes.server.ts')
const { findEntryToRead } = await import('../../server/reading/queries.server.ts')
const { addQuestion, readQuestion } = await import('../../server/questions/bank.server.ts')
const { replaceExercise, listAttempts, listAnswers, listResults } =
  await import('../../server/exercises/queries.server.ts')
const { answerQuestion, begin, finish, openAttempt, questionsInPage } =
  await import('../../server/exercises/exercise.server.ts')
const { questionHtml } = await import('../../server/exercises/render.server.ts')

const nothing = { type: 'passage', content: [{ type: 'paragraph' }] }
/** A length of 1 to 9 metres, at 1.6 tonnes a metre, within 2 percent. */
const NUMBER = {
  prompt: {
    type: 'passage',
    content: [
      {
        type: 'paragraph',
        content: [
          { type: 'text', text: 'Tonnes for ' },
          { type: 'value', attrs: { formula: 'l', decimals: null } },
          { type: 'text', text: ' metres?' },
        ],
      },
    ],
  },
  variables: [{ name: 'l', from: 'range', least: 1, most: 9, step: 1 }],
  conditions: [],
  answer: {
    sort: 'number',
    value: '1.6 * l',
    tolerance: { sort: 'percent', amount: 2 },
    unit: 't',
    whenRight: nothing,
    whenWrong: nothing,
  },
  hints: [],
  solution: say('Length times 1.6.'),
}

async function as(personId: string) {
  const found = (await findEntryToRead(pool, 'course', 'ex', personId))!
  const place = (await outlineOf(found)).find('ex')!
  return {
    personId,
    courseId: 'course',
    place,
    documentId: 'ex',
    edition: found.edition!.number,
    language: 'en',
    say: sayIn('en'),
  }
}
const set = (settings: object): Promise<boolean> => updateSettings(pool, 'course', 'ex', null, readSettings(settings))
const attemptOf = async (personId: string, number: number) =>
  (await listAttempts(pool, 'ex', personId)).find((each) => each.number === number)!

beforeAll(async () => {
  await makeSchool(pool)
  await transaction(async (db) => {
    await insertEntries(db, 'course', [{ id: 'unit', parentId: null, kind: 'unit', title: 'Unit', documentId: null }])
    await createDocument(db, 'course', 'ex', 'Exercise')
    await insertEntries(db, 'course', [
      { id: 'ex', parentId: 'unit', kind: 'exercise', title: 'Exercise', documentId: 'ex' },
    ])
  })
  for (const [id, unsafe] of [
    ['choice', CHOICE],
    ['number', NUMBER],
  ] as const) {
    const read = readQuestion(unsafe)
    if (!read.ok) throw new Error(read.reason)
    await addQuestion('course', null, 'author', id, id, read.content)
  }
  await transaction((db) =>
    replaceExercise(db, 'course', 'ex', [
      { questionId: 'choice', points: 1 },
      { questionId: 'number', points: 2 },
    ]),
  )
  const published = await publish('ex', 'author', { note: '', version: 0 })
  if (!published.ok) throw new Error(published.reason)
})

test('an attempt with questions open is not ended before that was asked about; what it came to is one query', async () => {
  await set({})
  const who = await as('coauthor')
  expect(await begin(who)).toEqual({ number: 1 })
  await answerQuestion(who, 1, 'choice', { intent: 'answer', response: ['a'] })
  expect(await finish(who, 1, false)).toBe(false)
  expect((await attemptOf('coauthor', 1)).finishedAt).toBeNull()
  expect(await finish(who, 1, true)).toBe(true)
  const opened = await openAttempt(pool, who, await attemptOf('coauthor', 1))
  expect(await listResults(pool, 'ex', 'coauthor')).toEqual([
    { number: 1, startedAt: opened.attempt.startedAt, points: opened.points, most: opened.most },
  ])
  expect([opened.points, opened.most]).toEqual([1, 3])
})

test('an attempt is begun once, however often it is asked for at the same time; the most attempts hold', async () => {
  await set({ mode: 'counted', attempts: 2 })
  const who = await as('student')
  expect(await Promise.all(Array.from({ length: 6 }, () => begin(who)))).toEqual(
    Array.from({ length: 6 }, () => ({ number: 1 })),
  )
  await finish(who, 1, true)
  expect(await begin(who)).toEqual({ number: 2 })
  await finish(who, 2, true)
  expect(await begin(who)).toEqual({ reason: 'You have had your 2 attempts.' })
  // What is over can't be answered, nor one that is another's or nobody's.
  for (const number of [1, 2, 3])
    expect(await answerQuestion(who, number, 'choice', { intent: 'answer', response: ['a'] })).toBeNull()
  expect(await answerQuestion(await as('coauthor'), 1, 'choice', { intent: 'answer', response: ['a'] })).toBeNull()
})

test('each student has numbers of their own, which stay; grading is by them', async () => {
  await set({ mode: 'practice', attempts: null })
  const seen = new Set<number>()
  for (const person of ['author', 'coauthor', 'guest', 'manager', 'outsider']) {
    await pool.query(
      `insert into memberships (course_id, person_id, role) values ('course', $1, 'student') on conflict do nothing`,
      [person],
    )
    const who = await as(person)
    const begun = await begin(who)
    if (!('number' in begun)) throw new Error(begun.reason)
    const open = await openAttempt(pool, who, await attemptOf(person, begun.number))
    const { values } = open.questions.find(({ question }) => question.id === 'number')!
    const length = values.l!
    seen.add(length)
    expect(
      (await openAttempt(pool, who, await attemptOf(person, begun.number))).questions.map((each) => each.values),
    ).toEqual(open.questions.map((each) => each.values))
    for (const [response, score] of [
      [`${1.6 * length}`, 1],
      [`${1.6 * length * 1.019} t`, 1],
      [`${1.6 * length * 1.03} t`, 0],
      [`${1600 * length} kg`, 1],
      ['no number', 0],
      ['1e999', 0],
    ] as const) {
      const shown = await answerQuestion(who, begun.number, 'number', { intent: 'answer', response })
      if (response === 'no number' || response === '1e999') expect(shown?.reason, response).toBeTruthy()
      else expect(shown?.answer?.score, `${response} for ${length}`).toBe(score)
    }
  }
  expect(seen.size).toBeGreaterThan(1)
})

test('in a counted exercise that tells at once the first answer counts, also when two come at the same time', async () => {
  await set({ mode: 'counted', attempts: null, feedback: 'at once' })
  const who = await as('student')
  for (let round = 0; round < 8; round++) {
    const begun = await begin(who)
    if (!('number' in begun)) throw new Error(begun.reason)
    const both = await Promise.all(
      [['a'], ['b']].map((response) => answerQuestion(who, begun.number, 'choice', { intent: 'answer', response })),
    )
    expect(both.filter((shown) => shown?.reason === 'This was answered; the first answer counts.')).toHaveLength(1)
    const counted = both.find((shown) => shown?.reason === undefined)!
    const [kept] = await listAnswers(pool, [(await attemptOf('student', begun.number)).id])
    expect(kept).toMatchObject({ response: counted.answer!.response, score: counted.answer!.score })
    await finish(who, begun.number, true)
  }
})

test('what is sent beforehand holds no answer, no feedback, no hint and no solution; each comes in its time', async () => {
  await set({ mode: 'practice', attempts: null, feedback: 'at once' })
  const who = await as('student')
  const begun = await begin(who)
  if (!('number' in begun)) throw new Error(begun.reason)
  const show = {
    courseId: 'course',
    language: 'en',
    say: sayIn('en'),
    attempt: begun.number,
    number: 0,
    isTold: false,
    isJudged: true,
    mayAnswer: true,
    isPreview: false,
  }
  const html = async (isTold = false): Promise<string> =>
    (await openAttempt(pool, who, await attemptOf('student', begun.number))).questions
      .map((question) => questionHtml(question, { ...show, isTold }).text)
      .join('')
  const secrets = [
    'It reaches across.',
    'It only fills.',
    'Think across.',
    'Think of its length.',
    'A through does.',
    'Length times 1.6.',
    '1.6 * l',
    'isRight',
  ]
  const before = await html()
  for (const secret of secrets) expect(before).not.toContain(secret)
  await answerQuestion(who, begun.number, 'choice', { intent: 'hint' })
  expect(await html()).toContain('Think across.')
  expect(await html()).not.toContain('Think of its length.')
  // No more hints than there are.
  for (let press = 0; press < 5; press++) await answerQuestion(who, begun.number, 'choice', { intent: 'hint' })
  expect((await html()).match(/Think of its length\./g)).toHaveLength(1)
  const wrong = await answerQuestion(who, begun.number, 'choice', { intent: 'answer', response: ['b'] })
  const told = questionHtml(wrong!, { ...show, isTold: true }).text
  expect(told).toContain('It only fills.')
  expect(told).not.toContain('It reaches across.')
})

test('answers of another shape are refused and change nothing', async () => {
  const who = await as('student')
  const { number } = (await begin(who)) as { number: number }
  for (const response of [['c'], ['a', 'b'], [], 'a', ['a'.repeat(100_000)]]) {
    const shown = await answerQuestion(who, number, 'choice', { intent: 'answer', response })
    expect(shown?.reason ?? shown?.answer?.score, JSON.stringify(response).slice(0, 40)).not.toBe(1)
  }
  expect(await answerQuestion(who, number, 'nothing', { intent: 'answer', response: ['a'] })).toBeNull()
  // A question of an exercise is none of a page.
  expect(await answerQuestion(who, 0, 'choice', { intent: 'answer', response: ['a'] })).toBeNull()
  expect((await questionsInPage(who, ['nothing'])).size).toBe(0)
})

test('when it was due no new attempt is begun; finishing marks it done', async () => {
  await set({ mode: 'counted', attempts: null, dueAt: '2020-01-01T00:00:00.000Z' })
  const who = await as('student')
  for (const { number, finishedAt } of await listAttempts(pool, 'ex', 'student'))
    if (finishedAt === null) await finish(who, number, true)
  expect(await begin(who)).toEqual({ reason: 'It was due; no new attempt can be begun.' })
  const { rows } = await pool.query<{ done: boolean }>(
    `select done_at is not null as done from progress where entry_id = 'ex' and person_id = 'student'`,
  )
  expect(rows).toEqual([{ done: true }])
})
