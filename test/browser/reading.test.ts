import { readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { expect, test } from './setup/fixture.ts'

const SOURCE =
  '<h1>Slope</h1><p>Text with a <a href="#far">link</a>.</p><h2 id="near">Near</h2><p>x</p><h2 id="far">Far</h2><div style="background:#23302f"><p>Dark box.</p></div>'

test('published items in order, next and previous, what changed last', async ({ fixture }) => {
  await fixture.addPage('one', SOURCE, { isPublished: true })
  await fixture.addPage('two', '<h1>Hidden draft</h1><p>x</p>')
  await fixture.addPage('three', '<h1>Third</h1><p>x</p>', { isPublished: true })
  const page = await fixture.open('student', '/read/course')
  await expect(page.getByRole('main').getByRole('listitem').getByRole('link')).toHaveText(['Slope', 'Third'])
  await expect(page.getByRole('link', { name: 'Begin with Slope' })).toBeVisible()
  await page.getByRole('link', { name: 'Slope', exact: true }).click()
  await expect(page.locator('.facts')).toContainText('edition 1 · last edited')
  await expect(page.getByRole('navigation', { name: 'On this page' }).getByRole('link')).toHaveText(['Near', 'Far'])
  await page.locator('a[rel=next]').click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Third')
  await page.locator('a[rel=prev]').click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Slope')
  expect(await page.content()).not.toContain('Hidden draft')
})

test('the reading room loads no React, no Ant Design, no editor, and little of its own', async ({ fixture }) => {
  await fixture.addPage('one', SOURCE, { isPublished: true })
  const scripts: string[] = []
  const page = await fixture.open('student', '/')
  page.on('response', (response) => {
    if (response.request().resourceType() === 'script') scripts.push(new URL(response.url()).pathname)
  })
  await page.goto('/read/course/one', { waitUntil: 'networkidle' })
  expect(scripts).toHaveLength(1)
  const code = readFileSync(`build${scripts[0]}`, 'utf8')
  // As it is sent; all behaviours of all pieces are to fit 18 kB.
  expect(gzipSync(code).length).toBeLessThan(7_000)
  expect(code).not.toMatch(/react|antd|prosemirror|tiptap/i)
})

test('it fits a phone and follows the chosen theme, without script', async ({ fixture }) => {
  await fixture.addPage('one', SOURCE, { isPublished: true })
  const page = await fixture.open('student', '/read/course/one', {
    javaScriptEnabled: false,
    viewport: { width: 390, height: 800 },
  })
  expect(await page.evaluate('document.documentElement.scrollWidth')).toBeLessThanOrEqual(390)
  // One row on top; all the rest opens from it, without script too.
  expect((await page.locator('.strip').boundingBox())!.height).toBeLessThan(60)
  await expect(page.getByRole('link', { name: 'My reading' })).toBeHidden()
  await page.getByRole('button', { name: 'Menu' }).click()
  await expect(page.getByRole('link', { name: 'My reading' })).toBeVisible()
  await page.getByText('Theme').click()
  await page.getByRole('button', { name: 'Dark' }).click()
  await expect(page).toHaveURL(/read\/course\/one/)
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
  await expect(page.locator('body')).toHaveCSS('background-color', 'rgb(32, 42, 42)')
})

test('the author sees what students see, at three widths', async ({ fixture }) => {
  const address = await fixture.addPage('one', SOURCE, { isPublished: true })
  const page = await fixture.open('author', address)
  await page.getByRole('button', { name: 'As a student' }).click()
  const frame = page.frameLocator('iframe[title="The page as a student sees it"]')
  await expect(frame.getByRole('heading', { level: 1 })).toHaveText('Slope')
  for (const [name, width] of [
    ['Tablet', 768],
    ['Desktop', 1180],
    ['Phone', 390],
  ] as const) {
    await page.getByText(`${name}, ${width}`).click()
    expect((await page.locator('iframe').boundingBox())?.width).toBeCloseTo(width, -1)
  }
  await page.getByText('Edition 1', { exact: true }).click()
  await expect(frame.locator('.facts')).toContainText('edition 1')
  const room = await fixture.open('student', '/read/course/one')
  const body = async (locator: { innerHTML: () => Promise<string> }): Promise<string> =>
    (await locator.innerHTML())
      .replace(/<p class="facts">.*?<\/p>/, '')
      .replace(/<form method="post" class="done-form"[^]*/, '')
      .trim()
  expect(await body(frame.locator('article'))).toBe(await body(room.locator('article')))
})
