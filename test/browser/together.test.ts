import { cursorAfter, expect, kept, keptInBrowser, sheet, storedText, test, type Fixture } from './setup/fixture.ts'
import { withClient } from '../server/setup/app.ts'
import { setFull } from '../server/setup/full.ts'

test('two authors at two processes see each other’s words and cursors at once', async ({ fixture }) => {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>Above.</p><p>Below.</p>')
  const second = await fixture.startSecond()
  const [here, there] = [
    await fixture.open('author', address),
    await fixture.open('coauthor', address, { app: second }),
  ]
  await cursorAfter(here, 'Above.')
  await here.keyboard.type(' Hearting is packed tight.')
  await expect(sheet(there)).toContainText('Hearting is packed tight.')
  await expect(there.locator('.others-name')).toHaveText('Test')
  await cursorAfter(there, 'Below.')
  await there.keyboard.type(' One on two.')
  await expect(sheet(here)).toContainText('Below. One on two.')
  await expect(here.getByText('Test coauthor is on this page').first()).toBeAttached()
  await Promise.all([kept(here), kept(there)])
  expect(await storedText(fixture.url, 'walls')).toBe('WallsAbove. Hearting is packed tight.Below. One on two.')
})

test('with the server gone one goes on writing; after reload and return nothing is missing', async ({ fixture }) => {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>Kept.</p>')
  const page = await fixture.open('author', address)
  await cursorAfter(page, 'Kept.')
  await fixture.stop()
  await page.keyboard.type(' Written without a server.', { delay: 5 })
  await expect(page.locator('.saving')).toContainText(/Not sent: “.*Written/)
  await page.keyboard.type(' And more.', { delay: 5 })
  await keptInBrowser(page, 'And more.')
  await page.reload().catch(() => null)
  await fixture.startAgain()
  await page.goto(address)
  await expect(sheet(page)).toContainText('Kept. Written without a server. And more.')
  await expect.poll(() => storedText(fixture.url, 'walls')).toBe('WallsKept. Written without a server. And more.')
})

test('a tab closed without connection sends its work when another opens, and others’ work stays', async ({
  fixture,
}) => {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>First.</p><p>Second.</p>')
  const page = await fixture.open('author', address)
  await page.context().setOffline(true)
  await cursorAfter(page, 'First.')
  await page.keyboard.type(' From the closed tab.', { delay: 5 })
  await expect(page.locator('.saving')).toContainText('Not sent')
  await keptInBrowser(page, 'From the closed tab.')
  const other = await fixture.open('coauthor', address)
  await cursorAfter(other, 'Second.')
  await other.keyboard.type(' From the other.')
  await kept(other)
  await page.close()
  await page.context().setOffline(false)
  const again = await page.context().newPage()
  await again.goto(address)
  await expect(sheet(again)).toContainText('First. From the closed tab.')
  await expect(sheet(other)).toContainText('First. From the closed tab.')
  expect(await storedText(fixture.url, 'walls')).toBe('WallsFirst. From the closed tab.Second. From the other.')
})

test('a tab that ends while its words are on their way writes them once', async ({ fixture }) => {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>First.</p><p>Second.</p>')
  const [page, other] = [await fixture.open('author', address), await fixture.open('coauthor', address)]
  let arrived = 0
  // The server takes the batch; its answer never comes.
  await page.route('**/batches', async (route) => {
    await route.fetch()
    arrived++
  })
  await cursorAfter(page, 'First.')
  await page.keyboard.type(' From the closed tab.')
  await expect.poll(() => arrived).toBeGreaterThan(0)
  await page.keyboard.type(' And typed meanwhile.')
  await expect(page.locator('.saving')).not.toContainText('Saved')
  await keptInBrowser(page, 'And typed meanwhile.')
  await page.close({ runBeforeUnload: false })
  await cursorAfter(other, 'Second.')
  await other.keyboard.type(' From the other.')
  await kept(other)
  const again = await page.context().newPage()
  await again.goto(address)
  await expect(sheet(again)).toContainText('And typed meanwhile.')
  await expect
    .poll(() => storedText(fixture.url, 'walls'))
    .toBe('WallsFirst. From the closed tab. And typed meanwhile.Second. From the other.')
  await expect(sheet(again)).toContainText('First. From the closed tab. And typed meanwhile.')
  await again.waitForTimeout(1000)
  expect(await storedText(fixture.url, 'walls')).toBe(
    'WallsFirst. From the closed tab. And typed meanwhile.Second. From the other.',
  )
  await expect(again.getByRole('tab', { name: /Set aside/ })).toHaveCount(0)
})

test('two tabs of one author do not take each other’s work', async ({ fixture }) => {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>First.</p><p>Second.</p>')
  const one = await fixture.open('author', address)
  const two = await one.context().newPage()
  await two.goto(address)
  await one.context().setOffline(true)
  await cursorAfter(one, 'First.')
  await one.keyboard.type(' One.')
  await cursorAfter(two, 'Second.')
  await two.keyboard.type(' Two.')
  await one.context().setOffline(false)
  await expect.poll(() => storedText(fixture.url, 'walls'), { timeout: 20_000 }).toBe('WallsFirst. One.Second. Two.')
  await expect(sheet(one)).toContainText('Second. Two.')
  await expect(sheet(two)).toContainText('First. One.')
})

test('a paragraph typed inside a passage that another deleted is offered back', async ({ fixture }) => {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>Before.</p><p>Old passage.</p><p>After.</p>')
  const [writer, deleter] = [await fixture.open('author', address), await fixture.open('coauthor', address)]
  await writer.context().setOffline(true)
  await cursorAfter(writer, 'Old passage.')
  await writer.keyboard.press('Enter')
  await writer.keyboard.type('A thought worth keeping.', { delay: 3 })
  await expect(writer.locator('.saving')).toContainText('Not sent')
  // One deletion around the place where the other writes.
  await cursorAfter(deleter, 'Before.')
  await sheet(deleter)
    .getByText('After.')
    .click({ modifiers: ['Shift'] })
  await deleter.keyboard.press('Backspace')
  await expect(sheet(deleter)).not.toContainText('Old passage.')
  await kept(deleter)
  await writer.context().setOffline(false)
  await kept(writer)
  const offered = writer.getByRole('tab', { name: /Set aside/ })
  await expect(sheet(writer)).not.toContainText('A thought worth keeping.')
  await offered.click()
  await expect(writer.getByRole('tabpanel')).toContainText('A thought worth keeping.')
  // One tab more does not push the screen aside.
  expect(
    await writer
      .locator('.screen')
      .evaluate(({ scrollWidth, clientWidth, scrollLeft }) => [scrollWidth - clientWidth, scrollLeft]),
  ).toEqual([0, 0])
  await writer.getByRole('button', { name: 'Discard' }).click()
  await writer.getByRole('button', { name: 'Restore' }).click()
  await expect(deleter.getByRole('tab', { name: /Set aside/ })).toBeVisible()
  await sheet(writer).locator('p').last().click()
  await writer.getByRole('button', { name: 'Put back at the cursor' }).click()
  await expect(offered).toHaveCount(0)
  await expect(sheet(deleter)).toContainText('A thought worth keeping.')
})

test('hundreds of keys typed without connection are moved over what came meanwhile', async ({ fixture }) => {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>First.</p><p>Second.</p>')
  const [writer, other] = [await fixture.open('author', address), await fixture.open('coauthor', address)]
  await writer.context().setOffline(true)
  await cursorAfter(writer, 'First.')
  const words = ' stone'.repeat(60)
  await writer.keyboard.type(words)
  await cursorAfter(other, 'Second.')
  await other.keyboard.type(' Meanwhile.')
  await kept(other)
  await writer.context().setOffline(false)
  await expect
    .poll(() => storedText(fixture.url, 'walls'), { timeout: 20_000 })
    .toBe(`WallsFirst.${words}Second. Meanwhile.`)
  await expect(sheet(writer)).toContainText('Second. Meanwhile.')
  await writer.keyboard.type(' And on.')
  await expect(sheet(other)).toContainText('stone And on.')
})

test('what the server refuses is explained, taken out, and kept aside', async ({ fixture }) => {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>Kept.</p>')
  const page = await fixture.open('author', address)
  await page.route('**/batches', (route) =>
    route.fulfill({
      status: 422,
      contentType: 'application/json',
      body: JSON.stringify({ status: 'refused', reason: 'A page nests at most 32 levels deep.' }),
    }),
  )
  await cursorAfter(page, 'Kept.')
  await page.keyboard.type(' Refused words.')
  await expect(page.locator('.saving')).toContainText('could not be taken: A page nests at most 32 levels deep.')
  await expect(sheet(page)).not.toContainText('Refused words.')
  await page.getByRole('tab', { name: /Set aside/ }).click()
  await expect(page.getByRole('tabpanel')).toContainText('Refused')
  await page.unroute('**/batches')
  await cursorAfter(page, 'Kept.')
  await page.keyboard.type(' Fine.')
  await expect.poll(() => storedText(fixture.url, 'walls')).toContain('Kept. Fine.')
})

test('a server without room says so in the foot; what is written waits, and is sent when there is room', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Kept.</p>'))
  await setFull(fixture.url, true)
  await cursorAfter(page, 'Kept.')
  await page.keyboard.type(' Written without room.')
  await expect(page.locator('.saving')).toContainText(
    'There is no room left on the server; it is kept in this browser and sent by itself.',
  )
  await page.keyboard.type(' And more.')
  await setFull(fixture.url, false)
  await kept(page)
  expect(await storedText(fixture.url, 'walls')).toBe('WallsKept. Written without room. And more.')
})

test('a session that ends while writing keeps the work until one has signed in again', async ({ fixture }) => {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>Kept.</p>')
  const page = await fixture.open('author', address)
  const { rows } = await withClient(fixture.url, (client) =>
    client.query<{ token_hash: Buffer; person_id: string }>('delete from sessions returning token_hash, person_id'),
  )
  await cursorAfter(page, 'Kept.')
  await page.keyboard.type(' Still here.')
  await expect(page.locator('.saving')).toContainText('You have been signed out.')
  await withClient(fixture.url, (client) =>
    client.query('insert into sessions (token_hash, person_id) values ($1, $2)', [
      rows[0]!.token_hash,
      rows[0]!.person_id,
    ]),
  )
  await page.evaluate(() => window.dispatchEvent(new Event('focus')))
  await expect.poll(() => storedText(fixture.url, 'walls')).toBe('WallsKept. Still here.')
  await kept(page)
})

/** Types into a page whose batches are answered so until it loads anew; what was typed is there then, and kept. */
async function renewed(fixture: Fixture, answer: object): Promise<void> {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Kept.</p>'))
  let isNewer = true
  await page.route('**/batches', (route) => (isNewer ? route.fulfill({ json: answer }) : route.continue()))
  await cursorAfter(page, 'Kept.')
  const loaded = page.waitForEvent('load', { timeout: 40_000 })
  await page.keyboard.type(' Typed on the old one.')
  await expect(page.locator('.saving')).toContainText('Fieldstone was updated')
  isNewer = false
  await loaded
  await expect(sheet(page)).toContainText('Kept. Typed on the old one.')
  await expect.poll(() => storedText(fixture.url, 'walls')).toBe('WallsKept. Typed on the old one.')
}

test('a tab left open over a deployment keeps its queue and loads anew', async ({ fixture }) => {
  await renewed(fixture, { status: 'outdated' })
})

test('what a newer Fieldstone writes and an open tab does not know makes it load anew, with its work', async ({
  fixture,
}) => {
  const steps = [{ stepType: 'addMark', mark: { type: 'somethingNew' }, from: 8, to: 10 }]
  await renewed(fixture, {
    status: 'taken',
    from: 1,
    to: 2,
    before: [{ id: 'theirs', from: 0, to: 1, person: 'coauthor', steps }],
    steps: [],
  })
})

test('Ctrl+S says how saving stands; what it says is true without connection too', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Kept.</p>'))
  await cursorAfter(page, 'Kept.')
  await page.keyboard.type(' More.')
  await kept(page)
  await page.keyboard.press('Control+s')
  await expect(page.locator('.ant-message')).toContainText('Everything is saved.')
  await page.context().setOffline(true)
  await page.keyboard.type(' Unsent.')
  await expect(page.locator('.saving')).toContainText('Not sent')
  await page.keyboard.press('Control+s')
  await expect(page.locator('.ant-message')).toContainText('The server does not answer; it is kept in this browser')
})

test('a page deleted under a co-author says so at once, gives the words out, and takes them when it is brought back', async ({
  fixture,
}) => {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>Kept.</p>')
  const [page, other] = [await fixture.open('author', address), await fixture.open('coauthor', '/courses/course/plan')]
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write'])
  await other.getByRole('treeitem', { name: 'Walls' }).focus()
  await other.keyboard.press('Delete')
  await expect(page.locator('.saving')).toContainText('Somebody deleted this page.')
  await cursorAfter(page, 'Kept.')
  await page.keyboard.type(' Written after.')
  await expect(page.locator('.saving')).toContainText('kept in this browser: “Written after.”')
  await page.getByRole('button', { name: 'Copy unsaved text' }).click()
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain('Written after.')
  await other.getByRole('button', { name: 'Restore' }).click()
  await kept(page)
  expect(await storedText(fixture.url, 'walls')).toBe('WallsKept. Written after.')
})

test('going elsewhere without connection tells the truth, and the page opens by itself when it is back', async ({
  fixture,
}) => {
  const [one] = [
    await fixture.addPage('walls', '<h1>Walls</h1><p>Kept.</p>'),
    await fixture.addPage('stones', '<h1>Stones</h1><p>Other.</p>'),
  ]
  const page = await fixture.open('author', one)
  await cursorAfter(page, 'Kept.')
  await kept(page)
  await page.context().setOffline(true)
  await page.keyboard.type(' Unsent words.')
  await expect(page.locator('.saving')).toContainText('Not sent')
  await page.getByRole('navigation', { name: 'Plan of the course' }).getByText('Stones').click()
  await expect(page.getByRole('heading', { name: 'The server does not answer' })).toBeVisible()
  await expect(page.locator('main')).toContainText('Unsent words.')
  await page.evaluate(() => ((window as unknown as { isSame: boolean }).isSame = true))
  await page.context().setOffline(false)
  await expect(sheet(page)).toContainText('Other.')
  // It was not loaded anew, and the words arrive.
  expect(await page.evaluate(() => (window as unknown as { isSame?: boolean }).isSame)).toBe(true)
  await expect.poll(() => storedText(fixture.url, 'walls')).toBe('WallsKept. Unsent words.')
})

test('words typed in the last moment before one goes elsewhere arrive, and nothing is left behind in the browser', async ({
  fixture,
}) => {
  const [one] = [
    await fixture.addPage('walls', '<h1>Walls</h1><p>Kept.</p>'),
    await fixture.addPage('stones', '<h1>Stones</h1><p>Other.</p>'),
  ]
  const page = await fixture.open('author', one)
  await page.route('**/batches', (route) => new Promise((done) => setTimeout(done, 250)).then(() => route.continue()))
  await cursorAfter(page, 'Kept.')
  await page.keyboard.type(' To the last word.')
  await page.getByRole('navigation', { name: 'Plan of the course' }).getByText('Stones').click()
  await expect(sheet(page)).toContainText('Other.')
  await expect.poll(() => storedText(fixture.url, 'walls')).toBe('WallsKept. To the last word.')
  const kept = (): Promise<number> =>
    page.evaluate(
      () =>
        new Promise<number>((done) => {
          const opening = indexedDB.open('fieldstone')
          opening.onsuccess = () => {
            const counting = opening.result.transaction('work').objectStore('work').count()
            counting.onsuccess = () => (opening.result.close(), done(counting.result))
          }
        }),
    )
  await expect.poll(kept, { timeout: 25_000 }).toBe(0)
  expect(await storedText(fixture.url, 'walls')).toBe('WallsKept. To the last word.')
})
