import { createHmac } from 'node:crypto'
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

const post = (path: string, fields: Record<string, string>, cookie = ''): Promise<Response> =>
  fetch(app.address + path, {
    method: 'POST',
    redirect: 'manual',
    body: new URLSearchParams(fields),
    headers: { origin: app.address, cookie },
  })
const signIn = (email: string, password: string, to = ''): Promise<Response> =>
  post(`/sign-in${to}`, { email, password })

test('signing in leads back to where one wanted to go, signing out ends the session', async () => {
  const response = await signIn('Author@test.example ', PASSWORD, '?to=%2Fcourses%2Fcourse%2Fplan')
  expect([response.status, response.headers.get('location')]).toEqual([302, '/courses/course/plan'])
  const header = response.headers.get('set-cookie') ?? ''
  expect(header).toMatch(new RegExp(`^fieldstone-${app.port}=[\\w-]{43}; .*HttpOnly; SameSite=Lax`, 'i'))
  const cookie = header.split(';')[0]!
  const plan = (): Promise<number> =>
    fetch(`${app.address}/courses/course/plan`, { redirect: 'manual', headers: { cookie } }).then(
      ({ status }) => status,
    )
  expect(await plan()).toBe(200)
  await post('/sign-out', {}, cookie)
  expect(await plan()).toBe(302)
})

test('a session gets a new token once a day, and the old one ends', async () => {
  const cookie = (await signIn('coauthor@test.example', PASSWORD)).headers.getSetCookie()[0]!.split(';')[0]!
  const ask = (value: string): Promise<Response> =>
    fetch(`${app.address}/courses/course/plan`, { redirect: 'manual', headers: { cookie: value } })
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
  const response = await fetch(`${app.address}/sign-in`, {
    method: 'POST',
    body: 'x'.repeat(21 * 1024 * 1024),
    headers: { origin: app.address },
  })
  expect(response.status).toBe(413)
})

test('a wrong name and a wrong password get the same sentence', async () => {
  const sentence = async (response: Response): Promise<string> =>
    /This e-mail address and password don[’&#x27;]+t match/.exec(await response.text())?.[0] ?? ''
  const [name, password] = [await signIn('nobody@test.example', PASSWORD), await signIn('author@test.example', 'wrong')]
  expect([name.status, password.status]).toEqual([401, 401])
  expect(await sentence(name)).not.toBe('')
  expect(await sentence(await signIn('author@test.example', 'wrong'))).toBe(
    await sentence(await signIn('nobody@test.example', 'wrong')),
  )
})

const DEVICE = /fieldstone-device-\d+=[\w-]{43}/
const older = (seconds: number): Promise<unknown> =>
  withClient(url, (client) => client.query(`update sign_in_failures set at = at - $1 * interval '1 second'`, [seconds]))

test('after some failures each try waits longer; the wait passes, and others don’t wait', async () => {
  for (let attempt = 0; attempt < 5; attempt++)
    expect((await signIn('student@test.example', `guess ${attempt}`)).status).toBe(401)
  const told = await signIn('student@test.example', PASSWORD)
  expect(told.status).toBe(429)
  expect(await told.text()).toMatch(/Wait [12] seconds?, then try again/)
  expect((await signIn('guest@test.example', PASSWORD)).status).toBe(302)
  await older(2)
  expect((await signIn('student@test.example', 'once more')).status).toBe(401)
  await older(2)
  // Twice as long now.
  expect((await signIn('student@test.example', PASSWORD)).status).toBe(429)
  await older(2)
  expect((await signIn('student@test.example', PASSWORD)).status).toBe(302)
  // It is forgotten once one is in.
  expect((await signIn('student@test.example', 'wrong')).status).toBe(401)
})

test('a hundred guesses at the same moment are not a hundred tries', async () => {
  const answers = await Promise.all(
    Array.from({ length: 40 }, (_, guess) => signIn('manager@test.example', `guess ${guess}`)),
  )
  const tried = answers.filter(({ status }) => status === 401).length
  // Five go without a wait; then it doubles from two seconds, so that a slow machine lets one or two more in.
  expect(tried).toBeLessThanOrEqual(10)
  expect(answers.filter(({ status }) => status === 429)).toHaveLength(40 - tried)
  await withClient(url, (client) => client.query('delete from sign_in_failures'))
})

const cookiesOf = (response: Response): string =>
  response.headers
    .getSetCookie()
    .map((header) => header.split(';')[0])
    .join('; ')

test('guesses from elsewhere shut nobody out of a browser they have used; a new browser is told of', async () => {
  const first = await signIn('coauthor@test.example', PASSWORD)
  const device = DEVICE.exec(cookiesOf(first))![0]
  for (let attempt = 0; attempt < 6; attempt++) await signIn('coauthor@test.example', `guess ${attempt}`)
  expect((await signIn('coauthor@test.example', PASSWORD)).status).toBe(429)
  expect((await post('/sign-in', { email: 'coauthor@test.example', password: PASSWORD }, device)).status).toBe(302)
  // In the known browser what goes wrong there counts there.
  for (let attempt = 0; attempt < 5; attempt++)
    await post('/sign-in', { email: 'coauthor@test.example', password: 'x' }, device)
  expect((await post('/sign-in', { email: 'coauthor@test.example', password: PASSWORD }, device)).status).toBe(429)
  await withClient(url, (client) => client.query('delete from sign_in_failures'))
  const notices = (): Promise<string[]> =>
    withClient(url, async (client) =>
      (
        await client.query<{ words: string }>(
          `select words from notices where person_id = 'coauthor' and sort = 'sign-in'`,
        )
      ).rows.map(({ words }) => words),
    )
  const before = (await notices()).length
  await signIn('coauthor@test.example', PASSWORD)
  expect((await notices()).slice(before)).toEqual([
    expect.stringContaining('in a browser that you had not used before'),
  ])
  // A token that is no device of theirs is as good as none.
  expect((await post('/sign-in', { email: 'author@test.example', password: PASSWORD }, device)).status).toBe(302)
})

test('a password is changed by whoever knows it; all other sessions end', async () => {
  const [here, there] = [
    cookiesOf(await signIn('author@test.example', PASSWORD)),
    cookiesOf(await signIn('author@test.example', PASSWORD)),
  ]
  const plan = (cookie: string): Promise<number> =>
    fetch(`${app.address}/courses/course/plan`, { redirect: 'manual', headers: { cookie } }).then(
      ({ status }) => status,
    )
  const change = (current: string, fresh: string) => post('/account', { intent: 'password', current, fresh }, here)
  expect((await change('wrong', 'a dozen stones')).status).toBe(422)
  expect(await (await change(PASSWORD, 'short')).text()).toContain('10 characters at least')
  expect([await plan(here), await plan(there)]).toEqual([200, 200])
  expect((await change(PASSWORD, 'a dozen stones')).status).toBe(200)
  expect([await plan(here), await plan(there)]).toEqual([200, 302])
  expect([
    (await signIn('author@test.example', PASSWORD)).status,
    (await signIn('author@test.example', 'a dozen stones')).status,
  ]).toEqual([401, 302])
  // Signing out everywhere else, on its own.
  expect(await (await post('/account', { intent: 'elsewhere' }, here)).text()).toContain('in 1 other place')
})

test('a way to a new password is good once, for an hour, and says nothing of who is here', async () => {
  const ask = async (email: string): Promise<string> =>
    (await (await post('/new-password', { email })).text()).replace(/Request \w+/, '')
  expect(await ask('nobody@test.example')).toBe(await ask('guest@test.example'))
  expect(
    await withClient(url, async (client) => (await client.query('select person_id from password_resets')).rows),
  ).toEqual([{ person_id: 'guest' }])
  const { createHash } = await import('node:crypto')
  const put = (token: string, age: string): Promise<unknown> =>
    withClient(url, (client) =>
      client.query(
        `insert into password_resets (token_hash, person_id, created_at) values ($1, 'guest', now() - $2::interval)`,
        [createHash('sha256').update(token).digest(), age],
      ),
    )
  const [good, old] = ['g'.repeat(43), 'o'.repeat(43)]
  await put(good, '10 minutes')
  await put(old, '61 minutes')
  const set = (way: string): Promise<Response> => post('/new-password', { way, fresh: 'stones of the field' })
  expect((await set(old)).status).toBe(422)
  expect((await set(good)).status).toBe(200)
  expect((await set(good)).status).toBe(422)
  expect((await signIn('guest@test.example', 'stones of the field')).status).toBe(302)
})

test('a manager’s second step: begun with a code, asked for at each sign-in, each code good once; codes by a second implementation', async () => {
  const here = cookiesOf(await signIn('manager@test.example', PASSWORD))
  const secret = /name="secret" value="([A-Z2-7]{32})"/.exec(
    await (await fetch(`${app.address}/account`, { headers: { cookie: here } })).text(),
  )![1]!
  const now = Math.floor(Date.now() / 30_000)
  expect((await post('/account', { intent: 'second step', secret, code: code(secret, now + 7) }, here)).status).toBe(
    422,
  )
  expect((await post('/account', { intent: 'second step', secret, code: code(secret, now) }, here)).status).toBe(200)
  const asked = await signIn('manager@test.example', PASSWORD)
  expect([asked.status, asked.headers.getSetCookie()]).toEqual([200, []])
  const token = /name="token" value="([\w-]{43})"/.exec(await asked.text())![1]!
  const second = (value: string): Promise<Response> => post('/sign-in', { token, code: value })
  expect((await second('000000')).status).toBe(401)
  const right = code(secret, Math.floor(Date.now() / 30_000))
  expect((await second(right)).status).toBe(302)
  expect((await second(right)).status).toBe(401)
  const trail = await (await fetch(`${app.address}/audit`, { headers: { cookie: here } })).text()
  for (const act of ['signed in', 'password changed', 'second step', 'sign-in refused', 'signed out everywhere'])
    expect(trail).toContain(act)
  expect(
    (
      await fetch(`${app.address}/audit`, {
        headers: { cookie: cookiesOf(await signIn('student@test.example', PASSWORD)) },
      })
    ).status,
  ).toBe(403)
})

/** RFC 6238 by node:crypto alone, to judge the library by. */
function code(secret: string, step: number): string {
  const bits = [...secret]
    .map((sign) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567'.indexOf(sign).toString(2).padStart(5, '0'))
    .join('')
  const key = Buffer.from(bits.match(/.{8}/g)!.map((byte) => parseInt(byte, 2)))
  const counter = Buffer.alloc(8)
  counter.writeBigUInt64BE(BigInt(step))
  const digest = createHmac('sha1', key).update(counter).digest()
  const at = digest.at(-1)! & 15
  return String((digest.readUInt32BE(at) & 0x7fffffff) % 1_000_000).padStart(6, '0')
}

test('the judge itself gives the codes of RFC 6238, appendix B', () => {
  // “12345678901234567890” in base32; times 59 and 1111111109; the last six of the eight digits given there (from
  // memory).
  const secret = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ'
  expect([code(secret, 1), code(secret, Math.floor(1111111109 / 30))]).toEqual(['287082', '081804'])
})

test('the one-click people exist in the demo alone', async () => {
  expect((await post('/sign-in', { demo: 'author@test.example' })).status).toBe(400)
})

test('no token and no password stands in the log', () => {
  expect(app.log()).toContain('"path":"/sign-in"')
  expect(app.log()).not.toMatch(/through-stones|fieldstone-\d+=/)
})
