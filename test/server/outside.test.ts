import { createServer, type Server } from 'node:http'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { cookieFor, type RunningApp, startApp, withClient } from './setup/app.ts'
import { useFreshDatabase } from './setup/database.ts'
import { makeSchool } from './setup/factories.ts'

/* A door outside that may be asked, and that leads on to wherever its path says. */
const url = await useFreshDatabase()
const asked: string[] = []
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

async function examined(path: string): Promise<{ type: string; title?: string; reason?: string }> {
  const response = await fetch(`${app.address}/courses/course/embeds`, {
    method: 'POST',
    body: JSON.stringify({ text: `http://door.localhost:${ports.door}${path}` }),
    headers: {
      'content-type': 'application/json',
      cookie: await cookieFor(url, app.port, 'author'),
      origin: app.address,
    },
  })
  return (await response.json()) as { type: string }
}

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
