import { beforeAll, expect, test } from 'vitest'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()
const { pool } = await import('../../server/database/pool.server.ts')
const { sayIn } = await import('../../core/words/say.ts')
const { whyNotPassword } = await import('../../server/people/account.server.ts')
const { hasSecondStep, isSecret, setSecondStep, stepOf, takeCode } =
  await import('../../server/people/second-step.server.ts')
const { isKnownDevice, rememberDevice } = await import('../../server/people/devices.server.ts')
const { listDeeds, recordDeed } = await import('../../server/audit/audit.server.ts')
const { listCourses, COURSES_A_PART } = await import('../../server/courses/queries.server.ts')
const { purge } = await import('../../server/jobs/queries.server.ts')
const { prepareJobs } = await import('../../server/jobs/jobs.server.ts')
const { Secret, TOTP } = await import('otpauth')

beforeAll(async () => {
  await makeSchool(pool)
  await prepareJobs()
})

test.each([
  ['stones of the field', null],
  ['short one', '10 characters at least'],
  ['author@test.example', 'Your e-mail address can’t be your password'],
  ['Author@Test.example', 'Your e-mail address can’t be your password'],
  ['ababababababab', 'so few different characters'],
  ['x'.repeat(501), 'at most 500'],
])('%s as a password', (password, problem) => {
  const why = whyNotPassword(password, 'author@test.example', sayIn('en'))
  if (problem === null) expect(why).toBeNull()
  else expect(why).toContain(problem)
})

const SECRET = 'JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP'
const codeAt = (time: number): string =>
  new TOTP({ secret: Secret.fromBase32(SECRET), digits: 6, period: 30 }).generate({ timestamp: time })

test('a code is taken one step early or late, no further; what is no code is none', () => {
  const now = 1_800_000_000_000
  expect([-2, -1, 0, 1, 2].map((step) => stepOf(SECRET, codeAt(now + step * 30_000), now))).toEqual([
    null,
    now / 30_000 - 1,
    now / 30_000,
    now / 30_000 + 1,
    null,
  ])
  for (const code of ['', '12345', '1234567', 'abcdef', '١٢٣٤٥٦']) expect(stepOf(SECRET, code, now), code).toBeNull()
  // As people type it, with a gap.
  const typed = codeAt(now)
  expect(stepOf(SECRET, `${typed.slice(0, 3)} ${typed.slice(3)}`, now)).toBe(now / 30_000)
  expect([SECRET, SECRET.toLowerCase(), `${SECRET}A`, 5, undefined].map(isSecret)).toEqual([
    true,
    false,
    false,
    false,
    false,
  ])
})

test('each code is good once, an older one not after a newer one, and nobody without the second step has one', async () => {
  expect(await takeCode(pool, 'manager', codeAt(Date.now()))).toBe(false)
  await setSecondStep(pool, 'manager', SECRET)
  expect(await hasSecondStep(pool, 'manager')).toBe(true)
  const [now, before] = [codeAt(Date.now()), codeAt(Date.now() - 30_000)]
  // The same code at the same moment from two windows: one of them is taken.
  expect(
    (await Promise.all([takeCode(pool, 'manager', now), takeCode(pool, 'manager', now)])).filter(Boolean),
  ).toHaveLength(1)
  expect([await takeCode(pool, 'manager', now), await takeCode(pool, 'manager', before)]).toEqual([false, false])
  await setSecondStep(pool, 'manager', null)
  expect(await hasSecondStep(pool, 'manager')).toBe(false)
})

test('a browser is known to whom it was used by, and new to everybody else', async () => {
  const first = await rememberDevice(pool, 'student', null)
  expect(first).toMatchObject({ isNew: false, setCookie: expect.stringMatching(/HttpOnly; SameSite=Lax/i) })
  const { deviceOf } = await import('../../server/people/devices.server.ts')
  const device = deviceOf(first.setCookie!.split(';')[0])
  expect([
    await isKnownDevice(pool, 'student', device),
    await isKnownDevice(pool, 'guest', device),
    await isKnownDevice(pool, 'student', null),
  ]).toEqual([true, false, false])
  expect(await rememberDevice(pool, 'student', device)).toEqual({ setCookie: null, isNew: false })
  // A second person on the same machine: the same token, known to both from now on.
  expect(await rememberDevice(pool, 'guest', device)).toEqual({ setCookie: null, isNew: false })
  expect(await isKnownDevice(pool, 'guest', device)).toBe(true)
  expect((await rememberDevice(pool, 'student', null)).isNew).toBe(true)
  for (const wrong of [undefined, '', 'fieldstone-device-4399=short', 'other=x']) expect(deviceOf(wrong)).toBeNull()
})

test('the audit trail: newest first, by act, by words, in parts; what repeats is one entry; after a year it goes', async () => {
  const record = (act: Parameters<typeof recordDeed>[1]['act'], about: string, personId: string | null = 'author') =>
    recordDeed(pool, { act, personId, courseId: 'course', about, address: '127.0.0.1' })
  for (let at = 0; at < 105; at++) await record('export', `file ${at}`)
  for (let at = 0; at < 3; at++) await record('hand-ins read', 'the same')
  for (let at = 0; at < 3; at++) await record('sign-in refused', 'too many tries', null)
  await record('host', `100%_of it ${'x'.repeat(600)}\u0000`)
  const list = (more: Partial<Parameters<typeof listDeeds>[1]> = {}) =>
    listDeeds(pool, { before: null, act: null, words: '', ...more })
  const first = await list()
  expect(first).toHaveLength(101)
  expect(first[0]).toMatchObject({ act: 'host', person: 'Test author', course: 'Test course' })
  expect(first[0]!.about).toHaveLength(500)
  const second = await list({ before: first[99]!.id })
  expect(new Set([...first.slice(0, 100), ...second].map(({ id }) => id)).size).toBe(100 + second.length)
  expect((await list({ act: 'hand-ins read' })).map(({ about }) => about)).toEqual(['the same'])
  expect((await list({ act: 'sign-in refused' })).map(({ person }) => person)).toEqual([null])
  expect((await list({ words: '%_of' })).map(({ act }) => act)).toEqual(['host'])
  expect((await list({ words: 'TEST AUTHOR', act: 'hand-ins read' })).length).toBe(1)
  await pool.query(`update audit set at = now() - interval '366 days' where act = 'export'`)
  await purge(pool)
  expect(await list({ act: 'export' })).toEqual([])
  expect((await list()).length).toBeGreaterThan(2)
})

test('a manager’s courses come in parts, by title; others see theirs alone', async () => {
  await pool.query(
    `insert into courses (id, title) select 'many-' || n, 'Walling ' || lpad(n::text, 3, '0')
      from generate_series(1, 150) n`,
  )
  const titles = async (words: string, from: number, all = true): Promise<string[]> =>
    (await listCourses(pool, 'author', all, words, from)).map(({ title }) => title)
  const first = await titles('walling', 0)
  expect([first.length, first[0], first.at(-1)]).toEqual([COURSES_A_PART + 1, 'Walling 001', 'Walling 061'])
  expect((await titles('walling', COURSES_A_PART))[0]).toBe('Walling 061')
  expect(await titles('wall 14', 0)).toEqual([
    'Walling 014',
    'Walling 114',
    ...Array.from({ length: 10 }, (_, at) => `Walling 14${at}`),
  ])
  expect(await titles('100%', 0)).toEqual([])
  expect(await titles('', 0, false)).toEqual(['Test course'])
})
