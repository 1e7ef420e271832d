import { once } from 'node:events'
import type { AddressInfo } from 'node:net'
import { SMTPServer } from 'smtp-server'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

await useFreshDatabase()

/* smtp-server (npm), a mail server that is not ours: what it answers is what RFC 5321 has servers answer. */
const got: string[] = []
let refusal: { to: string; code: number } | null = null
const server = new SMTPServer({
  authOptional: true,
  disabledCommands: ['AUTH', 'STARTTLS'],
  onRcptTo: ({ address }, _session, done) =>
    done(refusal?.to === address ? Object.assign(new Error('refused'), { responseCode: refusal.code }) : null),
  onData: (stream, session, done) => {
    stream.resume().once('end', () => {
      got.push(...session.envelope.rcptTo.map(({ address }) => address))
      done()
    })
  },
})
server.listen(0, '127.0.0.1')
await once(server.server, 'listening')
process.env.SMTP_URL = `smtp://127.0.0.1:${(server.server.address() as AddressInfo).port}`

const { pool } = await import('../../server/database/pool.server.ts')
const { runTelling } = await import('../../server/notices/tell.server.ts')
const { listNotices, updateMailPace } = await import('../../server/notices/queries.server.ts')
const { mailNotices, stopMailing } = await import('../../server/notices/mail.server.ts')
const { noticeTime } = await import('../../server/notices/notices-page.server.ts')
const { prepareJobs } = await import('../../server/jobs/jobs.server.ts')

beforeAll(async () => {
  await makeSchool(pool)
  await prepareJobs()
  await pool.query(`update courses set time_zone = 'Asia/Kolkata' where id = 'course'`)
  await pool.query(
    `insert into plan_entries (id, course_id, parent_id, kind, title, position)
      values ('unit', 'course', null, 'unit', 'Unit', 0)`,
  )
})
afterAll(async () => {
  stopMailing()
  await pool.end()
  server.close()
})

let tellings = 0
const telling = (more: object = {}) => ({
  id: `telling-${tellings++}`,
  courseId: 'course',
  entryId: 'unit',
  type: 'edition' as const,
  words: 'A new edition',
  address: '/read/course',
  roles: [] as ('author' | 'student' | 'guest')[],
  isToFollowers: false,
  personIds: [] as string[],
  exceptId: 'author',
  ...more,
})
const tell = (personIds: string[]): Promise<void> => runTelling(telling({ personIds }))
const waiting = async (): Promise<number> =>
  (await pool.query<{ count: number }>('select count(*)::int as count from notices where mailed_at is null')).rows[0]!
    .count
const due = async (personId: string): Promise<boolean[]> =>
  (
    await pool.query<{ due: boolean }>(
      'select mail_after <= now() as due from notices where person_id = $1 and mailed_at is null order by id',
      [personId],
    )
  ).rows.map((row) => row.due)

test('a mail that can’t go just now is tried again, and nobody gets one twice', async () => {
  await tell(['coauthor', 'student', 'guest'])
  refusal = { to: 'student@test.example', code: 451 }
  await expect(mailNotices()).rejects.toThrow()
  // The others have theirs all the same.
  expect([...got].sort()).toEqual(['coauthor@test.example', 'guest@test.example'])
  expect(await waiting()).toBe(1)
  refusal = null
  await mailNotices()
  expect([...got].sort()).toEqual(['coauthor@test.example', 'guest@test.example', 'student@test.example'])
  expect(await waiting()).toBe(0)
})

test('an address that is refused for good holds up nobody else', async () => {
  got.length = 0
  await tell(['coauthor', 'student', 'guest'])
  refusal = { to: 'coauthor@test.example', code: 550 }
  await mailNotices()
  refusal = null
  expect([...got].sort()).toEqual(['guest@test.example', 'student@test.example'])
  expect(await waiting()).toBe(0)
})

test('several things due to one person are one mail', async () => {
  got.length = 0
  for (let at = 0; at < 3; at++) await tell(['student', 'guest'])
  await mailNotices()
  expect([...got].sort()).toEqual(['guest@test.example', 'student@test.example'])
  expect(await waiting()).toBe(0)
})

test('a telling reaches each person once, however often its job runs, and nobody who is not in the course or did it', async () => {
  const told = telling({ roles: ['student', 'guest', 'author'], personIds: ['student', 'outsider'], words: 'Once' })
  await runTelling(told)
  await runTelling(told)
  const { rows } = await pool.query<{ id: string }>(
    `select person_id as id from notices where words = 'Once' order by 1`,
  )
  expect(rows.map(({ id }) => id)).toEqual(['coauthor', 'guest', 'student'])
  await mailNotices()
})

test('what readers do comes to authors as one mail a day, unless they choose otherwise; a choice holds for what waits too', async () => {
  const readersDo = () => runTelling(telling({ type: 'handed in', roles: ['author'], exceptId: 'student' }))
  await readersDo()
  expect(await due('author')).toEqual([false])
  // At seven in the morning of the course, which is not the server's.
  const { rows } = await pool.query<{ at: string }>(
    `select to_char(mail_after at time zone 'Asia/Kolkata', 'HH24:MI') as at, mail_after > now()
      and mail_after < now() + interval '32 hours' as is_next from notices
      where person_id = 'author' and mailed_at is null`,
  )
  expect(rows).toEqual([{ at: '07:00', is_next: true }])
  await updateMailPace(pool, 'author', 'at once')
  expect(await due('author')).toEqual([true])
  await readersDo()
  expect(await due('author')).toEqual([true, true])
  await updateMailPace(pool, 'author', 'never')
  expect(await due('author')).toEqual([])
  await readersDo()
  expect(await due('author')).toEqual([])
  expect((await listNotices(pool, 'author')).length).toBe(3)
  await updateMailPace(pool, 'student', 'daily')
  await tell(['student'])
  expect(await due('student')).toEqual([false])
})

test('20,000 people are told part by part', async () => {
  await pool.query(
    `insert into people (id, name, email, password_hash, colour) select 'many-' || n, 'Many',
      'many-' || n || '@test.example', 'none', '#000000' from generate_series(1, 20000) n`,
  )
  await pool.query(`insert into memberships select 'course', 'many-' || n, 'student' from generate_series(1, 20000) n`)
  await runTelling(telling({ words: 'To all', roles: ['student'] }))
  expect(
    (
      await pool.query(
        `select count(*)::int as count, count(distinct person_id)::int as people from notices where words = 'To all'`,
      )
    ).rows,
  ).toEqual([{ count: 20_001, people: 20_001 }])
})

test('notices say when in the time of their course', async () => {
  const [notice] = await listNotices(pool, 'student')
  expect(noticeTime('2026-11-25T21:00:00.000Z', notice!.timeZone, 'en')).toBe('26 Nov 2026, 02:30')
})
