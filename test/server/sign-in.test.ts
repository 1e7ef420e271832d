import { afterAll, beforeAll, expect, test } from 'vitest'
import { type RunningApp, startApp, withClient } from './setup/app.ts'
import { makeSchool } from './setup/factories.ts'
import { useFreshDatabase } from './setup/database.ts'

const url = await useFreshDatabase()
const PASSWORD = 'through-stones'
let app: RunningApp

beforeAll(async () => {
  const { pool } = await import('../../server/database/pool.server.ts')
  const { hashPassword } = await import('../../server/people/passwords.server.ts')
  await makeSchool(pool, await hashPassword(PASSWORD))
  await pool.end()
  app = await startApp(url)
})
afterAll(() => app.stop())

const post = (path: string, fields: Record<string, string>, cookie = ''): Promise<Response> => fetch(app.address + path, { method: 'POST', redirect: 'manual', body: new URLSearchParams(fields), headers: { origin: app.address, cookie } })
const signIn = (email: string, password: string, to = ''): Promise<Response> => post(`/sign-in${to}`, { email, password })

test('signing in leads back to where one wanted to go, signing out ends the session', async () => {
  const response = await signIn('Author@test.example ', PASSWORD, '?to=%2Fcourses%2Fcourse%2Fplan')
  expect([response.status, response.headers.get('location')]).toEqual([302, '/courses/course/plan'])
  const header = response.headers.get('set-cookie') ?? ''
  expect(header).toMatch(new RegExp(`^fieldstone-${app.port}=[\\w-]{43}; .*HttpOnly; SameSite=Lax`, 'i'))
  const cookie = header.split(';')[0]!
  const plan = (): Promise<number> => fetch(`${app.address}/courses/course/plan`, { redirect: 'manual', headers: { cookie } }).then(({ status }) => status)
  expect(await plan()).toBe(200)
  await post('/sign-out', {}, cookie)
  expect(await plan()).toBe(302)
})

test('a session gets a new token once a day, and the old one ends', async () => {
  const cookie = ((await signIn('coauthor@test.example', PASSWORD)).headers.get('set-cookie') ?? '').split(';')[0]!
  const ask = (value: string): Promise<Response> => fetch(`${app.address}/courses/course/plan`, { redirect: 'manual', headers: { cookie: value } })
  expect((await ask(cookie)).headers.get('set-cookie')).toBeNull()
  await withClient(url, (client) => client.query(`update sessions set rotated_at = now() - interval '25 hours'`))
  const fresh = ((await ask(cookie)).headers.get('set-cookie') ?? '').split(';')[0]!
  expect(fresh).toMatch(/^fieldstone-\d+=/)
  expect(fresh).not.toBe(cookie)
  // Requests on their way with the old token are still served, for a minute.
  expect([(await ask(fresh)).status, (await ask(cookie)).status]).toEqual([200, 200])
  await withClient(url, (client) => client.query(`update sessions set rotated_at = now() - interval '2 minutes'`))
  expect([(await ask(fresh)).status, (await ask(cookie)).status]).toEqual([200, 302])
  await withClient(url, (client) => client.query(`update sessions set seen_at = now() - interval '8 days'`))
  expect((await ask(fresh)).status).toBe(302)
})

test('a body larger than any form of ours is not read', async () => {
  const response = await fetch(`${app.address}/sign-in`, { method: 'POST', body: 'x'.repeat(21 * 1024 * 1024), headers: { origin: app.address } })
  expect(response.status).toBe(413)
})

test('a wrong name and a wrong password get the same sentence', async () => {
  const sentence = async (response: Response): Promise<string> => /That name and password don[’&#x27;]+t belong together/.exec(await response.text())?.[0] ?? ''
  const [name, password] = [await signIn('nobody@test.example', PASSWORD), await signIn('author@test.example', 'wrong')]
  expect([name.status, password.status]).toEqual([401, 401])
  expect(await sentence(name)).not.toBe('')
  expect(await sentence(await signIn('author@test.example', 'wrong'))).toBe(await sentence(await signIn('nobody@test.example', 'wrong')))
})

test('after ten failures an account rests, even with the right password; others don’t', async () => {
  for (let attempt = 0; attempt < 10; attempt++) await signIn('student@test.example', `guess ${attempt}`)
  expect((await signIn('student@test.example', PASSWORD)).status).toBe(429)
  expect((await signIn('guest@test.example', PASSWORD)).status).toBe(302)
})

test('a hundred guesses at the same moment are not a hundred tries', async () => {
  const answers = await Promise.all(Array.from({ length: 40 }, (_, guess) => signIn('manager@test.example', `guess ${guess}`)))
  const tried = answers.filter(({ status }) => status === 401).length
  expect(tried).toBeLessThanOrEqual(10)
  expect(answers.filter(({ status }) => status === 429)).toHaveLength(40 - tried)
})

test('the one-click people exist in the demo alone', async () => {
  expect((await post('/sign-in', { demo: 'author@test.example' })).status).toBe(400)
})

test('no token and no password stands in the log', () => {
  expect(app.log()).toContain('"path":"/sign-in"')
  expect(app.log()).not.toMatch(/through-stones|fieldstone-\d+=/)
})
