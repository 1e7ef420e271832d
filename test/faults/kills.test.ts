import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { inject, test } from 'vitest'
import { startCluster } from '../../scripts/postgres.ts'
import { cookieFor, type RunningApp, startApp } from '../server/setup/app.ts'
import { expectWhole, keepSaving, type Saving, school, wholeLog } from '../server/setup/saving-tally.ts'

const ROUNDS = 20
const pause = (least: number, most: number): Promise<unknown> =>
  new Promise((done) => setTimeout(done, least + Math.random() * (most - least)))

/**
 * Writes while `work` goes on, for somebody with this cookie; afterwards all that was acknowledged is in the log,
 * without a gap.
 */
async function savingWhile(
  url: string,
  app: () => RunningApp,
  cookie: string,
  work: (saving: Saving) => Promise<unknown>,
): Promise<void> {
  const saving = keepSaving(app, cookie)
  await work(saving)
  await saving.more(5)
  const taken = await saving.end()
  expectWhole(await wholeLog(url), taken)
}

test(`the server killed ${ROUNDS} times in the middle of saving: every acknowledged batch is in the log, and the log has no gap`, async () => {
  const url = await school()
  let app = await startApp(url)
  const { port } = app
  await savingWhile(
    url,
    () => app,
    await cookieFor(url, port, 'author'),
    async (saving) => {
      for (let kill = 0; kill < ROUNDS; kill++) {
        await saving.more(1)
        await pause(10, 300)
        await app.stop(kill % 2 ? 'SIGKILL' : 'SIGTERM')
        app = await startApp(url, { port })
      }
    },
  )
  await app.stop()
})

test(`PostgreSQL killed ${ROUNDS} times in the middle of saving: the same`, async () => {
  const folder = inject('clusterFolder')
  const url = await school()
  const app = await startApp(url)
  await savingWhile(
    url,
    () => app,
    await cookieFor(url, app.port, 'author'),
    async (saving) => {
      for (let kill = 0; kill < ROUNDS; kill++) {
        await saving.more(1)
        await pause(10, 300)
        process.kill(Number(readFileSync(join(folder, 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL')
        await pause(100, 400)
        startCluster(folder, inject('clusterPort'))
      }
    },
  )
  await app.stop()
})

test('two processes renewed one after the other, ten times, while somebody writes: nothing is lost, and saving never waits for both', async () => {
  const url = await school()
  const apps = [await startApp(url), await startApp(url)]
  const ports = apps.map(({ port }) => port)
  let serving = 0
  const cookie = await cookieFor(url, ports[0]!, 'author')
  // One name for both, as a proxy in front of them has: the cookie is known by its token alone.
  const token = cookie.split('=')[1]!
  await savingWhile(
    url,
    () => apps[serving]!,
    ports.map((port) => `fieldstone-${port}=${token}`).join('; '),
    async (saving) => {
      for (let round = 0; round < 10; round++) {
        await saving.more(5)
        await pause(10, 100)
        const old = serving
        serving = 1 - old
        await apps[old]!.stop('SIGTERM')
        apps[old] = await startApp(url, { port: ports[old]! })
      }
    },
  )
  await Promise.all(apps.map((app) => app.stop()))
})
