import { connect, createServer, type AddressInfo } from 'node:net'
import type { Page } from '@playwright/test'
import { cookieFor, type RunningApp, startApp } from '../server/setup/app.ts'
import { cursorAfter, expect, kept, storedText, test } from './setup/fixture.ts'

/** Stands in front of processes, as a proxy does: new connections go to whichever serves now. */
async function inFront(serving: () => RunningApp): Promise<{ address: string; port: number; close: () => void }> {
  const server = createServer((client) => {
    const upstream = connect(serving().port, '127.0.0.1')
    for (const [one, other] of [
      [client, upstream],
      [upstream, client],
    ] as const) {
      one.on('error', () => other.destroy())
      one.on('close', () => other.destroy())
      one.pipe(other)
    }
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const { port } = server.address() as AddressInfo
  return { address: `http://127.0.0.1:${port}`, port, close: () => void server.close() }
}

const ROUNDS = 4
const words = (name: string): string => Array.from({ length: 60 }, (_, at) => ` ${name}${at}`).join('')

test('two people write at a hand’s speed while the processes are renewed one after the other: every letter is there, once, and nobody reloads', async ({
  fixture,
}) => {
  test.setTimeout(120_000)
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>First.</p><p>Second.</p>')
  const apps = [fixture.app, await startApp(fixture.url)]
  let serving = 0
  const proxy = await inFront(() => apps[serving]!)
  const open = async (person: string): Promise<Page> => {
    const page = await fixture.open(person, '/sign-in', { app: { ...fixture.app, address: proxy.address } })
    const [name = '', value = ''] = (await cookieFor(fixture.url, apps[1]!.port, person)).split('=')
    await page.context().addCookies([{ name, value, url: proxy.address }])
    await page.goto(address)
    return page
  }
  const [here, there] = [await open('author'), await open('coauthor')]
  const loads = { count: 0 }
  for (const page of [here, there]) page.on('load', () => loads.count++)
  await cursorAfter(here, 'First.')
  await cursorAfter(there, 'Second.')
  const typed = Promise.all([
    here.keyboard.type(words('a'), { delay: 60 }),
    there.keyboard.type(words('b'), { delay: 60 }),
  ])
  for (let round = 0; round < ROUNDS; round++) {
    await new Promise((done) => setTimeout(done, 600))
    const old = serving
    serving = 1 - old
    await apps[old]!.stop('SIGTERM')
    apps[old] = await startApp(fixture.url, { port: apps[old]!.port })
  }
  await typed
  await Promise.all([kept(here), kept(there)])
  expect(await storedText(fixture.url, 'walls')).toBe(`WallsFirst.${words('a')}Second.${words('b')}`)
  for (const page of [here, there]) await expect(page.locator('.ProseMirror')).toContainText(words('b').slice(-20))
  expect(loads.count, 'no page was loaded anew').toBe(0)
  proxy.close()
  fixture.app = apps[0]!
  await apps[1]!.stop()
})
