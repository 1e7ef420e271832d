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
  onRcptTo: ({ address }, _session, done) => done(refusal?.to === address ? Object.assign(new Error('refused'), { responseCode: refusal.code }) : null),
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
const { insertNotices, listNotices } = await import('../../server/notices/queries.server.ts')
const { mailNotices } = await import('../../server/notices/mail.server.ts')
const { noticeMoment } = await import('../../server/notices/notices-page.server.ts')

beforeAll(async () => {
  await makeSchool(pool)
  await pool.query(`update courses set time_zone = 'Asia/Kolkata' where id = 'course'`)
  await pool.query(`insert into plan_entries (id, course_id, parent_id, kind, title, position) values ('unit', 'course', null, 'unit', 'Unit', 0)`)
})
afterAll(async () => {
  await pool.end()
  server.close()
})

const tell = (people: string[]): Promise<void> => insertNotices(pool, { courseId: 'course', entryId: 'unit', sort: 'edition', words: 'A new edition', address: '/read/course' }, people, 'author')
const waiting = async (): Promise<number> => (await pool.query<{ count: number }>('select count(*)::int as count from notices where mailed_at is null')).rows[0]!.count

test('a mail that can’t go just now is tried again, and nobody gets one twice', async () => {
  await tell(['coauthor', 'student', 'guest'])
  refusal = { to: 'student@test.example', code: 451 }
  await expect(mailNotices()).rejects.toThrow()
  const before = [...got]
  expect(await waiting()).toBe(3 - before.length)
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
  expect([...got].sort()).toEqual(['guest@test.example', 'student@test.example'])
  expect(await waiting()).toBe(0)
})

test('notices say when in the time of their course', async () => {
  const [notice] = await listNotices(pool, 'student')
  expect(noticeMoment('2026-11-25T21:00:00.000Z', notice!.timeZone)).toBe('26 Nov 2026, 02:30')
})
