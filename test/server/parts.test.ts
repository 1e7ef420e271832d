import { expect, test } from 'vitest'
import { useFreshDatabase } from './setup/database.ts'

await useFreshDatabase()
const { readConfig } = await import('../../server/config.server.ts')
const { isDatabaseDown, pool, transaction } = await import('../../server/database/pool.server.ts')
const { hashPassword, isPassword } = await import('../../server/people/passwords.server.ts')
const { html, trusted } = await import('../../core/tree/template.ts')
const { isOwnHost, isOwnOrigin } = await import('../../server/web/origin.server.ts')
const { readJson } = await import('../../server/web/read-json.server.ts')

test('settings are read whole or refused with one sentence', () => {
  expect(readConfig({ DATABASE_URL: 'postgres://x' })).toMatchObject({
    HOST: '127.0.0.1',
    PORT: 4310,
    DEMO: false,
    HTTPS: false,
  })
  expect(() => readConfig({})).toThrow(/^Fieldstone can't start: the setting DATABASE_URL is missing/)
  expect(() => readConfig({ DATABASE_URL: 'postgres://x', PORT: 'many' })).toThrow('the setting PORT is not usable')
})

test('a password is known by its hash, and no hash is nobody’s', async () => {
  const hash = await hashPassword('one on two')
  expect(hash).not.toContain('one on two')
  expect(await hashPassword('one on two')).not.toBe(hash)
  expect([
    await isPassword('one on two', hash),
    await isPassword('two on one', hash),
    await isPassword('one on two', null),
  ]).toEqual([true, false, false])
  // The same letters typed on another keyboard: composed and decomposed.
  expect(await isPassword('caf\u0065\u0301', await hashPassword('caf\u00e9'))).toBe(true)
})

test('a template escapes what is put into it, for text and for attributes', () => {
  expect(
    html`<p title="${`"><script>`}">${"a & b's"}${null}${false}${[html`<b>${1}</b>`, '<i>']}${trusted('<hr>')}</p>`
      .text,
  ).toBe('<p title="&quot;&gt;&lt;script&gt;">a &amp; b&#39;s<b>1</b>&lt;i&gt;<hr></p>')
})

test.each([
  ['http://localhost:4310', 'localhost:4310', true],
  ['http://walls.example', 'walls.example', true],
  ['https://evil.example', 'walls.example', false],
  ['http://localhost:4311', 'localhost:4310', false],
  ['null', 'localhost:4310', false],
  [undefined, 'localhost:4310', false],
  ['http://localhost:4310', undefined, false],
])('origin %s for host %s: %s', (origin, host, expected) =>
  expect(isOwnOrigin(origin, host, { HTTPS: false })).toBe(expected),
)

test('an origin is compared whole, and against the configured address where there is one', () => {
  expect(isOwnOrigin('https://localhost:4310', 'localhost:4310', { HTTPS: false })).toBe(false)
  expect(isOwnOrigin('https://walls.example', 'walls.example', { HTTPS: true })).toBe(true)
  const configured = { ADDRESS: 'https://walls.example/', HTTPS: true }
  expect(isOwnOrigin('https://walls.example', 'walls.example', configured)).toBe(true)
  expect(isOwnOrigin('https://evil.example', 'evil.example', configured)).toBe(false)
  expect([
    isOwnHost('walls.example', configured),
    isOwnHost('evil.example', configured),
    isOwnHost('anything', { HTTPS: false }),
  ]).toEqual([true, false, true])
})

test('JSON is read up to a limit, in UTF-8, or refused with a sentence', async () => {
  const post = (body: BodyInit): Request => new Request('http://x', { method: 'POST', body })
  expect(await readJson(post('{"a":1}'), 100)).toEqual({ ok: true, value: { a: 1 } })
  expect(await readJson(post(`"${'x'.repeat(200)}"`), 100)).toMatchObject({
    ok: false,
    reason: expect.stringContaining('more than one request'),
  })
  expect(await readJson(post('{"a"'), 100)).toMatchObject({ ok: false })
  expect(await readJson(post(new Uint8Array([0x22, 0xff, 0x22])), 100)).toMatchObject({ ok: false })
})

test('a transaction that throws leaves nothing behind', async () => {
  await expect(
    transaction(async (db) => {
      await db.query(`insert into courses (id, title) values ('half', 'Half')`)
      throw new Error('on purpose')
    }),
  ).rejects.toThrow('on purpose')
  expect((await pool.query(`select 1 from courses where id = 'half'`)).rowCount).toBe(0)
})

test('a database that is away is told from a statement that is wrong', async () => {
  const wrong = await pool.query('select nonsense').catch((error: unknown) => error)
  expect(isDatabaseDown(wrong)).toBe(false)
  const { default: pg } = await import('pg')
  const away = await new pg.Client({ host: '127.0.0.1', port: 1 }).connect().catch((error: unknown) => error)
  expect(isDatabaseDown(away)).toBe(true)
  await pool.end()
})

test('the database refuses what the program should never write', async () => {
  const { withClient } = await import('./setup/app.ts')
  await withClient(process.env.DATABASE_URL!, async (client) => {
    await client.query(
      `insert into people (id, name, email, password_hash, colour)
        values ('p', 'P', 'p@x.example', 'x', '#000000'); insert into courses (id, title)
        values ('c', 'C'); insert into documents (id, course_id) values ('d', 'c')`,
    )
    const refused = (statement: string): Promise<unknown> =>
      client.query(statement).then(
        () => 'taken',
        (error: { code?: string }) => error.code,
      )
    const CHECK = '23514'
    const UNIQUE = '23505'
    expect(
      await refused(
        `insert into plan_entries (id, course_id, kind, title, position)
          values ('l', 'c', 'lesson', 'no unit above', 0)`,
      ),
    ).toBe(CHECK)
    expect(
      await refused(
        `insert into plan_entries (id, course_id, kind, title, position) values ('u', 'c', 'page', 'no document', 0)`,
      ),
    ).toBe(CHECK)
    expect(
      await refused(
        `insert into batches (document_id, base, version, id, client_id, schema_version, steps)
          values ('d', 3, 3, 'x', 'x', 1, '[]')`,
      ),
    ).toBe(CHECK)
    await client.query(
      `insert into batches (document_id, base, version, id, client_id, schema_version, steps)
        values ('d', 0, 1, 'x', 'x', 1, '[]')`,
    )
    expect(
      await refused(
        `insert into batches (document_id, base, version, id, client_id, schema_version, steps)
          values ('d', 0, 2, 'y', 'x', 1, '[]')`,
      ),
    ).toBe(UNIQUE)
    expect(
      await refused(
        `insert into people (id, name, email, password_hash, colour) values ('q', 'Q', 'p@x.example', 'x', '#000000')`,
      ),
    ).toBe(UNIQUE)
    expect(
      await refused(
        `insert into people (id, name, email, password_hash, colour) values ('q', 'Q', 'Q@x.example', 'x', 'red')`,
      ),
    ).toBe(CHECK)
  })
})

test.each([
  ['https://video.example', null],
  ['http://127.0.0.1:9000', 'private network'],
  ['http://[::1]:9000', 'private network'],
  ['https://10.0.0.7', 'private network'],
  ['https://printer', 'private network'],
  ['https://wiki.internal', 'private network'],
  ['http://other.localhost:1', 'private network'],
])('players of %s: %s', async (origin, problem) => {
  const { hostProblem } = await import('../../server/embeds/host-problem.server.ts')
  const found = hostProblem(origin)
  if (problem === null) expect(found).toBeNull()
  else expect(found).toContain(problem)
})

test('players of Fieldstone’s own addresses stand nowhere', async () => {
  const { hostProblem } = await import('../../server/embeds/host-problem.server.ts')
  const { ownOrigins, sealedAddress } = await import('../../server/sealed/addresses.server.ts')
  for (const origin of [...ownOrigins, sealedAddress]) expect(hostProblem(origin)).toContain('Fieldstone itself')
})
