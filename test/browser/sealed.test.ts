import { get } from 'node:http'
import { expect, sheet, test } from './setup/fixture.ts'

const piece = (code: string, title = 'Piece'): string =>
  `<iframe srcdoc="${code.replaceAll('&', '&amp;').replaceAll('"', '&quot;')}" title="${title}" height="100"></iframe>`

test('an HTML piece runs in its frame, is sized to what it shows, and reaches nothing else', async ({ fixture }) => {
  const spy = `<p id="out" style="height:300px;margin:0">start</p><script>
    const tried = []
    const attempt = async (name, work) => { try { const got = await work(); tried.push(name + ':' + (got ? 'GOT' : 'nothing')) } catch (error) { tried.push(name + ':refused') } }
    ;(async () => {
      await attempt('parent', () => parent.document.title)
      await attempt('top', () => top.location.href)
      await attempt('cookie', () => document.cookie)
      await attempt('storage', () => localStorage.length + 1)
      await attempt('fetch', () => fetch(document.referrer || 'http://127.0.0.1/'))
      await attempt('image', () => new Promise((done, fail) => { const image = new Image(); image.onload = () => done(1); image.onerror = () => fail(); image.src = 'http://127.0.0.1:1/x.png' }))
      await attempt('navigate', () => { top.location = 'http://127.0.0.1:1/'; return false })
      await attempt('popup', () => open('http://127.0.0.1:1/'))
      document.getElementById('out').textContent = tried.join(' ')
    })()
  </script>`
  await fixture.addPage('sealed', `<h1>Sealed</h1>${piece(spy, 'Spy')}<p>After.</p>`, { isPublished: true })
  const student = await fixture.open('student', '/read/course/sealed')
  const out = student.frameLocator('iframe[title="Spy"]').locator('#out')
  await expect(out).toHaveText(
    'parent:refused top:refused cookie:refused storage:refused fetch:refused image:refused navigate:refused popup:nothing',
  )
  expect(student.url()).toContain('/read/course/sealed')
  await expect(student.locator('iframe[title="Spy"]')).toHaveCSS('height', '300px')
  expect(await student.content()).not.toContain('attempt(')
  // The address is signed: another piece's, a later date or another page's is not answered.
  const address = (await student.locator('iframe[title="Spy"]').getAttribute('src'))!
  expect(new URL(address).hostname).toBe('sealed.localhost')
  const asked = (change: (url: string) => string): Promise<number> => {
    const url = new URL(change(address))
    // Only browsers know by themselves that names under localhost are this machine.
    return new Promise((done, fail) =>
      get(
        { host: '127.0.0.1', port: url.port, path: url.pathname + url.search, headers: { host: url.host } },
        ({ statusCode }) => done(statusCode ?? 0),
      ).on('error', fail),
    )
  }
  expect(await asked((url) => url)).toBe(200)
  expect(await asked((url) => url.replace(/until=\d/, 'until=9'))).toBe(403)
  expect(await asked((url) => url.replace('/1/0?', '/1/1?'))).toBe(403)
  expect(await asked((url) => url.replace('/piece/sealed/', '/piece/other/'))).toBe(403)
  expect(await asked((url) => url.replace(/\/piece.*/, '/read/course'))).toBe(404)
})

test('a link in an HTML piece opens outside; code alone opens nothing; on paper its words stand there', async ({
  fixture,
}) => {
  const code = `<a href="https://walls.example/batter">Batter</a> <a href="javascript:top.x=1">Bad</a> <a href="#low">Low</a><p id="low">Low words</p>
  <script>parent.postMessage({ sealed: 'link', href: 'https://walls.example/unasked' }, '*')</script>`
  const gauge = piece(code, 'Gauge').replace('<iframe', '<iframe data-instead="One in six."')
  await fixture.addPage('leads', `<h1>Leads</h1>${gauge}<p>After.</p>`, { isPublished: true })
  const page = await fixture.open('student', '/read/course/leads')
  const opened: string[] = []
  page.context().on('page', (other) => opened.push(other.url()))
  await page.context().route('https://walls.example/**', (route) => route.fulfill({ body: 'A wall' }))
  const frame = page.frameLocator('iframe[title="Gauge"]')
  await frame.getByText('Bad').click()
  await frame.getByText('Low', { exact: true }).click()
  await expect(frame.getByText('Low words')).toBeVisible()
  expect(opened).toEqual([])
  const outside = page.context().waitForEvent('page')
  await frame.getByText('Batter').click()
  const other = await outside
  await expect(other).toHaveURL('https://walls.example/batter')
  expect(await other.evaluate(() => window.opener)).toBeNull()
  await expect(frame.getByText('Batter')).toBeVisible()
  expect(page.context().pages()).toHaveLength(2)

  await expect(page.getByText('One in six.')).toBeHidden()
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByText('One in six.')).toBeVisible()
  await expect(page.locator('iframe[title="Gauge"]')).toBeHidden()
})

test('code that loops for ever or floods the console does not hold up the page around it', async ({ fixture }) => {
  const page = await fixture.open(
    'author',
    await fixture.addPage(
      'wild',
      `<h1>Wild</h1><p>Begin.</p>${piece('<script>for (;;);</script>', 'Loop')}<p>Between.</p>${piece('<p>x</p><script>setInterval(() => { for (let i = 0; i < 500; i++) console.log("flood", i) }, 5)</script>', 'Flood')}`,
    ),
  )
  // Nothing runs by itself in the editor.
  await expect(sheet(page).locator('figure.html-piece iframe')).toHaveCount(0)
  await sheet(page).locator('figure.html-piece').first().getByRole('button', { name: 'Run' }).click()
  await sheet(page).getByText('Begin.').click()
  await page.keyboard.press('End')
  await page.keyboard.type(' Still writing.')
  await expect(sheet(page)).toContainText('Begin. Still writing.')
  await sheet(page).getByRole('button', { name: 'Stop' }).click()
  await expect(sheet(page).locator('figure.html-piece iframe')).toHaveCount(0)

  await sheet(page).locator('figure.html-piece').nth(1).locator('span').click()
  await page.getByRole('button', { name: 'Edit the code' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Run', exact: true }).click()
  await expect(dialog.getByRole('list', { name: 'What the code says' }).getByRole('listitem')).toHaveCount(200)
  // Each language has a field of its own, and what is in one does not get into another.
  const script = dialog.getByRole('textbox', { name: 'Script (JavaScript)' })
  await expect(script).toContainText('setInterval')
  await script.click()
  await page.keyboard.press('Control+a')
  await page.keyboard.insertText('x = "</script>"')
  await expect(dialog.getByText('write “<\\/script” in its strings')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Save the code' })).toBeDisabled()
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Delete')
  await dialog.getByRole('textbox', { name: 'HTML', exact: true }).click()
  await page.keyboard.press('Control+a')
  await page.keyboard.insertText('<p>calm</p>')
  await dialog.getByRole('textbox', { name: 'Style (CSS)' }).click()
  await page.keyboard.insertText('p { color: rgb(0, 0, 255) }')
  await expect(dialog.frameLocator('iframe').getByText('calm')).toHaveCSS('color', 'rgb(0, 0, 255)')
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Delete')
  await dialog.getByRole('button', { name: 'Save the code' }).click()
  await expect(sheet(page).locator('figure.html-piece').nth(1)).toContainText('11 characters of code')
})
