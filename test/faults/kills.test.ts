import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, inject, test } from 'vitest'
import { startCluster } from '../../scripts/postgres.ts'
import { cookieFor, startApp } from '../server/setup/app.ts'
import { expectWhole, keepSaving, school, wholeLog } from '../server/setup/saving-tally.ts'

const ROUNDS = 20
const pause = (least: number, most: number): Promise<unknown> => new Promise((done) => setTimeout(done, least + Math.random() * (most - least)))

test(`the server killed ${ROUNDS} times in the middle of saving: every acknowledged batch is in the log, and the log has no gap`, async () => {
  const url = await school()
  let app = await startApp(url)
  const { port } = app
  let isOver = false
  const saving = keepSaving(() => app, await cookieFor(url, port, 'author'), () => isOver)
  for (let kill = 0; kill < ROUNDS; kill++) {
    await pause(50, 700)
    await app.stop(kill % 2 ? 'SIGKILL' : 'SIGTERM')
    app = await startApp(url, { port })
  }
  await pause(400, 500)
  isOver = true
  const taken = await saving
  expect(taken.length).toBeGreaterThan(ROUNDS)
  expectWhole(await wholeLog(url), taken)
  await app.stop()
})

test(`PostgreSQL killed ${ROUNDS} times in the middle of saving: the same`, async () => {
  const folder = inject('clusterFolder')
  const url = await school()
  const app = await startApp(url)
  let isOver = false
  const saving = keepSaving(() => app, await cookieFor(url, app.port, 'author'), () => isOver)
  for (let kill = 0; kill < ROUNDS; kill++) {
    await pause(200, 900)
    process.kill(Number(readFileSync(join(folder, 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL')
    await pause(100, 400)
    startCluster(folder, inject('clusterPort'))
  }
  await pause(1500, 1600)
  isOver = true
  const taken = await saving
  expect(taken.length).toBeGreaterThan(ROUNDS)
  expectWhole(await wholeLog(url), taken)
  await app.stop()
})

test('two processes renewed one after the other, ten times, while somebody writes: nothing is lost, and saving never waits for both', async () => {
  const url = await school()
  const apps = [await startApp(url), await startApp(url)]
  const ports = apps.map(({ port }) => port)
  let serving = 0
  let isOver = false
  const cookie = await cookieFor(url, ports[0]!, 'author')
  // One name for both, as a proxy in front of them has: the cookie is known by its token alone.
  const token = cookie.split('=')[1]!
  const saving = keepSaving(() => apps[serving]!, ports.map((port) => `fieldstone-${port}=${token}`).join('; '), () => isOver)
  for (let round = 0; round < 10; round++) {
    await pause(100, 400)
    const old = serving
    serving = 1 - old
    await apps[old]!.stop('SIGTERM')
    apps[old] = await startApp(url, { port: ports[old]! })
  }
  isOver = true
  const taken = await saving
  expect(taken.length).toBeGreaterThan(50)
  expectWhole(await wholeLog(url), taken)
  await Promise.all(apps.map((app) => app.stop()))
})
