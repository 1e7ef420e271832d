import { createServer, type Server } from 'node:http'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { cookieFor, type RunningApp, startApp, withClient } from './setup/app.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

/* A door outside that may be asked, and that leads on to wherever its path says. */
const url = await useFreshDatabase()
const asked: string[] = []
const WALL = await sharp({ create: { width: 30, height: 20, channels: 3, background: '#456' } })
  .png()
  .toBuffer()
let door: Server
let inner: Server
let app: RunningApp

const listen = (server: Server): Promise<number> =>
  new Promise((done) => server.listen(0, '127.0.0.1', () => done((server.address() as { port: number }).port)))
let ports: { door: number; inner: number }

beforeAll(async () => {
  await withClient(url, (client) => makeSchool(client))
  inner = createServer((request, response) => {
    asked.push(request.url ?? '')
    response.end('<title>Kept in the house</title>')
  })
  door = createServer((request, response) => {
    const { pathname, searchParams } = new URL(request.url ?? '/', 'http://door')
    if (pathname === '/there')
      return void response.writeHead(200, { 'Content-Type': 'text/html' }).end('<title>A wall &amp; a gate</title>')
    if (pathname === '/dry%20wall.png') return void response.writeHead(200, { 'Content-Type': 'text/html' }).end(WALL)
    if (pathname === '/gone.png') return void response.writeHead(410).end()
    if (pathname === '/flood') return void response.end('x'.repeat(2_000_000))
    response.writeHead(302, { Location: pathname === '/round' ? '/round' : (searchParams.get('to') ?? '/there') }).end()
  })
  ports = { door: await listen(door), inner: await listen(inner) }
  app = await startApp(url, { environment: { STANDINS: `door.localhost=${ports.door}` } })
})
afterAll(async () => {
  await app.stop()
  door.close()
  inner.close()
})

/** What the author is answered who asks about an address. */
async function answerTo(path: string, body: object): Promise<unknown> {
  const response = await fetch(`${app.address}/courses/course/${path}`, {
    method: 'POST',
    body: JSON.stringify(body),
    headers: {
      'content-type': 'application/json',
      cookie: await cookieFor(url, app.port, 'author'),
      origin: app.address,
    },
  })
  return response.json()
}

const examined = (path: string): Promise<unknown> =>
  answerTo('embeds', { text: `http://door.localhost:${ports.door}${path}` })

test('a redirect within what may be asked is followed', async () => {
  expect(await examined('/?to=/there')).toMatchObject({ type: 'card', title: 'A wall & a gate' })
})

test.each([
  ['by number', (port: number) => `http://127.0.0.1:${port}/secret`],
  ['by name', (port: number) => `http://localhost:${port}/secret`],
  ['by one number in hexadecimal', (port: number) => `http://0x7f000001:${port}/secret`],
  ['by an IPv6 address', (port: number) => `http://[::ffff:127.0.0.1]:${port}/secret`],
  ['by way of a second redirect', (port: number) => `/?to=${encodeURIComponent(`http://127.0.0.1:${port}/secret`)}`],
])('a redirect to a private address is not followed, %s', async (_name, target) => {
  expect(await examined(`/?to=${encodeURIComponent(target(ports.inner))}`)).toMatchObject({
    type: 'problem',
    reason: expect.stringContaining('private network') as unknown,
  })
  expect(asked).toEqual([])
})

test('a redirect to another scheme, one without an end, and an answer without an end are given up', async () => {
  for (const path of [`/?to=${encodeURIComponent('file:///etc/passwd')}`, '/round', '/flood'])
    expect(await examined(path), path).toMatchObject({ type: 'card', title: '' })
})

const brought = (address: string): Promise<unknown> => answerTo('uploads/from-web', { address })
const refusal = (words: string): unknown => ({ ok: false, reason: expect.stringContaining(words) as unknown })

test('a picture of the web comes onto the shelf by its bytes, whatever its host calls it, once', async () => {
  const address = `http://door.localhost:${ports.door}/?to=${encodeURIComponent('/dry%20wall.png')}`
  const first = await brought(`http://door.localhost:${ports.door}/dry%20wall.png`)
  expect(first).toMatchObject({ ok: true, isKnown: false, item: { name: 'dry wall.png', width: 30, height: 20 } })
  expect(await brought(address)).toMatchObject({ ok: true, isKnown: true })
})

test('what is no picture, is gone, or stands in the house does not come, and is told', async () => {
  const at = `http://door.localhost:${ports.door}`
  expect(await brought(`${at}/there`)).toEqual(refusal('not a picture'))
  expect(await brought(`${at}/gone.png`)).toEqual(refusal('answers 410'))
  expect(await brought(`${at}/round`)).toEqual(refusal('without an end'))
  for (const inside of [`http://127.0.0.1:${ports.inner}/secret`, `${at}/?to=http://localhost:${ports.inner}/secret`])
    expect(await brought(inside)).toEqual(refusal('private network'))
  expect(await brought('ftp://walls.example/a.png')).toEqual(refusal('no address of the web'))
  expect(asked).toEqual([])
})

const tried = (address: string): Promise<unknown> => answerTo('tried-link', { address })

test.each([
  ['/there', true, 'It answers.'],
  ['/?to=/there', true, 'It answers.'],
  ['/flood', true, 'It answers.'],
  ['/gone.png', false, 'What was at this address is gone for good (410).'],
  ['/round', false, 'It leads on and on, and never arrives.'],
])('a link to %s is tried as a student would', async (path, isGood, words) => {
  expect(await tried(`http://door.localhost:${ports.door}${path}`)).toEqual({ isGood, words })
})

test('a link to a private address is not tried, and the author is told', async () => {
  const to = `http://127.0.0.1:${ports.inner}/secret`
  for (const address of [to, `http://door.localhost:${ports.door}/?to=${encodeURIComponent(to)}`])
    expect(await tried(address)).toEqual({
      isGood: false,
      words: 'This is an address of a private network or of this machine: students can’t open it.',
    })
  expect(asked).toEqual([])
  expect(await tried('http://no-such-host.invalid/')).toMatchObject({
    words: expect.stringContaining('It does not answer.') as unknown,
  })
})
