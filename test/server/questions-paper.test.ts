import { afterAll, beforeAll, expect, test } from 'vitest'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'
import { CHOICE, say } from './setup/questions.ts'

await useFreshDatabase()
const { pool } = await import('../../server/database/pool.server.ts')
const { findCourse } = await import('../../server/courses/queries.server.ts')
const { insertFolder, insertQuestion } = await import('../../server/questions/queries.server.ts')
const { readQuestion, written } = await import('../../server/questions/bank.server.ts')
const { paperBody } = await import('../../server/questions/paper.server.ts')

const NUMBER = {
  prompt: say('How heavy is it?'),
  variables: [
    { from: 'range', name: 'l', least: 1, most: 4, step: 1 },
    { from: 'list', name: 'h', values: [1, 1.5] },
    { from: 'formula', name: 'a', formula: 'l * h' },
  ],
  conditions: ['a > 1'],
  answer: {
    sort: 'number',
    value: 'a * 1.6',
    tolerance: { sort: 'percent', amount: 2 },
    unit: 't',
    whenRight: say('Well reckoned.'),
    whenWrong: say('Look at the height.'),
  },
  hints: [],
  solution: say('Length times height.'),
}

async function add(id: string, title: string, content: object, folder: string | null = null): Promise<void> {
  const read = readQuestion(content)
  if (!read.ok) throw new Error(read.reason)
  await insertQuestion(pool, 'course', folder, 'author', written(id, title, read.content))
}

beforeAll(async () => {
  await makeSchool(pool)
  await insertFolder(pool, 'course', 'f', 'Weights')
  await add('q1', 'Ties <b>', CHOICE)
  await add('q2', 'Tonnes', NUMBER, 'f')
})
afterAll(() => pool.end())

const paper = async (filter: object = {}): Promise<string> => {
  const course = (await findCourse(pool, 'course', 'author'))!
  return (await paperBody(course, { folderId: null, kind: null, words: '', ...filter })).text
}

test('a paper holds what is asked, what is right, feedback, variables, hints and solution', async () => {
  const text = (await paper()).replace(/<[^>]*>/g, ' ').replace(/\s+/g, ' ')
  expect(text).toContain('1. Ties &lt;b&gt; One of many Which ties both faces?')
  expect(text).toContain('✓ Right a through It reaches across. hearting It only fills.')
  expect(text).toContain('Hints Think across. Think of its length. Worked solution A through does.')
  expect(text).toContain('2. Tonnes Number How heavy is it? ✓ Right a * 1.6 t, accepted within 2 %')
  expect(text).toContain('Variables: l = 1 to 4 in steps of 1 ; h = 1 | 1.5 ; a = l * h . Only where a &gt; 1')
})

test('it holds what the bank shows: a folder, a kind, words; and says so when nothing fits', async () => {
  expect(await paper({ folderId: 'f' })).not.toContain('Ties')
  expect(await paper({ kind: 'one' })).not.toContain('Tonnes')
  expect(await paper({ words: 'heavy' })).not.toContain('Ties')
  expect(await paper({ words: 'nothing like it' })).toContain('No question fits.')
})

test('of very many, or very long ones, the first are printed, and how many there are is said', async () => {
  for (let at = 0; at < 105; at++) await add(`many${at}`, `Many ${String(at).padStart(3, '0')}`, CHOICE)
  const many = await paper()
  expect(many.match(/<article>/g)).toHaveLength(100)
  expect(many).toContain('These are the first 100 of 107, by title.')
  for (let at = 0; at < 30; at++)
    await add(`long${at}`, `A${at}`, { ...CHOICE, prompt: say('w'.repeat(39_000)), solution: say('w'.repeat(39_000)) })
  expect((await paper()).match(/<article>/g)!.length).toBeLessThan(15)
})
