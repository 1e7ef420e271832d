import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtemp, readFile } from 'node:fs/promises'
import { createServer, type Server } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { freePort } from '../../scripts/postgres.ts'
import { type RunningApp, startApp, withClient } from '../server/setup/app.ts'
import { cursorAfter, expect, type Fixture, kept, sheet, test as base } from './setup/fixture.ts'

interface Outside {
  readonly app: RunningApp
  /** Millrace Video, the made-up host of films. */
  readonly millrace: string
}

const test = base.extend<{ outside: Outside }>({
  outside: async ({ fixture }: { fixture: Fixture }, use) => {
    const port = await freePort()
    const child: ChildProcess = spawn(process.execPath, ['--import', 'tsx', 'standins/main.ts'], {
      env: { ...process.env, STANDINS_PORT: String(port), STANDINS_DATA: await mkdtemp(join(tmpdir(), 'standins-')) },
      stdio: 'ignore',
    })
    for (let attempt = 0; attempt < 600; attempt++) {
      if (
        await fetch(`http://127.0.0.1:${port}/`).then(
          ({ ok }) => ok,
          () => false,
        )
      )
        break
      await new Promise((done) => setTimeout(done, 100))
    }
    const millrace = `http://millrace.localhost:${port}`
    const app = await startApp(fixture.url, { environment: { STANDINS: `millrace.localhost=${port}` } })
    await withClient(fixture.url, (client) =>
      client.query(`insert into embed_hosts (origin, name, oembed) values ($1, 'Millrace Video', $2)`, [
        millrace,
        `${millrace}/oembed`,
      ]),
    )
    await use({ app, millrace })
    await app.stop()
    child.kill()
  },
})

async function paste(page: Page, text: string): Promise<void> {
  await sheet(page).evaluate((element, words) => {
    const clipboardData = new DataTransfer()
    clipboardData.setData('text/plain', words)
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
  }, text)
}

test('a film is uploaded, shared and watched; what is shut to students is told at once', async ({
  fixture,
  outside: { app, millrace },
}) => {
  const page = await fixture.open('author', await fixture.addPage('film', '<h1>Film</h1><p>Begin.</p>'), { app })
  const host = await page.context().newPage()
  await host.goto(`${millrace}/`)
  await host.getByLabel('Title').fill('Packing, second take')
  await host
    .getByLabel('File')
    .setInputFiles({
      name: 'film.webm',
      mimeType: 'video/webm',
      buffer: await readFile('demo/media/packing-hearting.webm'),
    })
  await host.getByLabel('Shown to').selectOption('owner')
  await host.getByRole('button', { name: 'Upload' }).click()
  await expect(host.getByRole('heading', { level: 1 })).toHaveText('Packing, second take')
  const address = host.url().replace(/\?.*/, '')
  const code = await host.getByLabel('Embed code').inputValue()

  // Shown to its owner alone: pasted, it is told that students can't watch it.
  await cursorAfter(page, 'Begin.')
  await page.keyboard.press('Enter')
  await paste(page, code)
  await expect(sheet(page).locator('figure.player iframe')).toHaveAttribute('title', 'Packing, second take')
  await expect(page.getByText('Closed to students: Millrace Video shows it to its owner alone.')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(sheet(page).locator('figure.player')).toHaveCount(0)
  await host.goto(`${millrace}/`)
  await host.getByRole('listitem').filter({ hasText: 'second take' }).getByRole('button').click()

  // Its share address, asked through oEmbed, becomes a titled player of the right ratio.
  await cursorAfter(page, 'Begin.')
  await page.keyboard.press('Enter')
  await paste(page, address)
  const player = sheet(page).locator('figure.player iframe')
  await expect(player).toHaveAttribute('title', 'Packing, second take')
  await expect(player).toHaveCSS('aspect-ratio', '640 / 360')
  await expect(page.getByText('students can watch it')).toBeVisible()
  await page.getByRole('button', { name: 'Try as students see it' }).click()
  await expect(page.getByRole('tabpanel')).toContainText('students can watch it')
  await expect(page.frameLocator('figure.player iframe').locator('video')).toBeVisible()

  await kept(page)
  await page.getByRole('button', { name: 'Publish edition 1' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Publish edition 1' }).click()
  await expect(page.locator('.foot')).toContainText('Students read edition 1')
  const student = await fixture.open('student', '/read/course/film', { app })
  const film = student.frameLocator('iframe[title="Packing, second take"]').locator('video')
  await expect(film).toBeVisible()
  expect(
    await film.evaluate(
      async (video: HTMLVideoElement) =>
        (await new Promise((done) =>
          video.readyState > 0 ? done(0) : video.addEventListener('loadedmetadata', done),
        )) === undefined || video.videoWidth,
    ),
  ).toBeTruthy()
  await expect(student.getByRole('link', { name: 'Packing, second take' })).toHaveAttribute('href', address)
})

test('a host that is not allowed gives a link card with the reason, until a manager allows it', async ({
  fixture,
  outside: { app, millrace },
}) => {
  await withClient(fixture.url, (client) => client.query('update embed_hosts set is_allowed = false'))
  const page = await fixture.open('author', await fixture.addPage('card', '<h1>Card</h1><p>Begin.</p>'), { app })
  await cursorAfter(page, 'Begin.')
  await page.getByRole('button', { name: 'Insert', exact: true }).click()
  await page.getByRole('combobox', { name: /^Name of a piece/ }).fill(`${millrace}/v/hearting`)
  await expect(page.getByRole('dialog')).toContainText(
    'Packing the hearting: a link card. Millrace Video is not allowed in pages',
  )
  await page.getByRole('button', { name: 'Insert link card' }).click()
  await expect(sheet(page).locator('.link-card')).toContainText('Packing the hearting')

  const manager = await fixture.open('manager', '/hosts', { app })
  await manager.getByRole('button', { name: 'Allow Millrace Video' }).click()
  await expect(manager.getByRole('row', { name: /Millrace Video/ })).toContainText('allowed')
  await page.getByRole('button', { name: 'Why is it not a player?' }).click()
  await page.getByRole('button', { name: 'Make it a player' }).click()
  await expect(sheet(page).locator('figure.player iframe')).toHaveAttribute('title', 'Packing the hearting')
})

test('codes and addresses that lead nowhere good are refused with a sentence', async ({
  fixture,
  outside: { app, millrace },
}) => {
  // A door on the public side that leads to this machine.
  const door: Server = createServer((_request, response) =>
    response.writeHead(302, { Location: `http://127.0.0.1:${app.port}/` }).end(),
  )
  await new Promise<void>((done) => door.listen(0, '127.0.0.1', done))
  const port = (door.address() as { port: number }).port
  await withClient(fixture.url, (client) =>
    client.query(
      `insert into embed_hosts (origin, name, oembed) values ($1, 'Trap', $2), ('http://127.0.0.1:9', 'Numbers', null)`,
      [`http://localhost:${port}`, `http://localhost:${port}/oembed`],
    ),
  )
  const page = await fixture.open('author', await fixture.addPage('bad', '<h1>Bad</h1><p>Begin.</p>'), { app })
  const asked = async (text: string): Promise<{ type: string; reason?: string; blocked?: string | null }> =>
    page.evaluate(
      async (words) =>
        (await (
          await fetch('/courses/course/embeds', {
            method: 'POST',
            body: JSON.stringify({ text: words }),
            headers: { 'Content-Type': 'application/json' },
          })
        ).json()) as { type: string },
      text,
    )
  expect((await asked('<iframe src="https://video.exam')).reason).toContain('cut off')
  expect((await asked('<iframe src="javascript:alert(1)"></iframe>')).reason).toContain('not an address of the web')
  for (const address of [
    `http://127.0.0.1:${app.port}/`,
    `http://localhost:${app.port}/`,
    'http://[::1]/',
    'http://0x7f000001/',
    'http://169.254.169.254/latest',
  ])
    expect(await asked(address), address).toMatchObject({
      type: 'problem',
      reason: expect.stringContaining('private network'),
    })
  // Allowed by a manager's mistake: still nobody here is asked.
  expect(await asked(`http://localhost:${port}/v/1`)).toMatchObject({
    type: 'card',
    reason: expect.stringContaining('does not answer for this address'),
  })
  expect(await asked(`${millrace}/v/nothing`)).toMatchObject({
    type: 'card',
    reason: expect.stringContaining('there is nothing at it'),
  })
  door.close()
})
