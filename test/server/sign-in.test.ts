import { afterAll, beforeAll, expect, test } from 'vitest'
import { type RunningApp, startApp } from './setup/app.ts'
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

test('the one-click people exist in the demo alone', async () => {
  expect((await post('/sign-in', { demo: 'author@test.example' })).status).toBe(400)
})

test('no token and no password stands in the log', () => {
  expect(app.log()).toContain('"path":"/sign-in"')
  expect(app.log()).not.toMatch(/through-stones|fieldstone-\d+=/)
})
