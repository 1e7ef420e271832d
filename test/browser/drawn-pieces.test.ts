import type { Page } from '@playwright/test'
import { writePage } from '../../core/html/write.ts'
import { withClient } from '../server/setup/app.ts'
import { violations, WITH_PRACTICE } from './setup/axe.ts'
import { cursorAfter, expect, kept, publish, sheet, storedPage, test } from './setup/fixture.ts'

const picture = (name: string): string =>
  `<figure data-piece="picture" style="width: 100%"><img src="/files/${name}/600" width="600" height="400" alt="The ${name}"><figcaption></figcaption></figure>`

/** Pictures of the shelf, drawn: what is tested here is what lies over them. */
const withPictures = async (page: Page): Promise<void> => {
  await page.route('**/files/**', (route) =>
    route.fulfill({
      contentType: 'image/svg+xml',
      body: '<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400"><rect width="600" height="400" fill="#8a836e"/></svg>',
    }),
  )
}

test('a table becomes a chart where one writes, is drawn as one types, and is read with its table by everybody', async ({
  fixture,
}) => {
  const path = await fixture.addPage('stones', '<h1>Stones</h1><p>What a litre weighs</p>', { isPublished: true })
  const page = await fixture.open('author', path)
  await cursorAfter(page, 'What a litre weighs')
  await page.keyboard.press('Control+/')
  await page.getByRole('dialog', { name: 'Insert' }).getByRole('combobox').fill('statistics')
  await page.keyboard.press('Enter')
  await expect(sheet(page)).toBeFocused()
  await expect(sheet(page).getByText('Nothing to draw yet')).toBeVisible()
  for (const words of ['Stone', 'Weight', 'Slate', '2.8', 'Flint', 'heavy', 'Chalk', '1.4']) {
    await page.keyboard.type(words)
    await page.keyboard.press('Tab')
  }
  await expect(sheet(page).locator('.chart rect.chart-fill-1').first()).toBeVisible()
  await sheet(page).locator('.chart svg[role="img"]').click()
  const desk = page.getByRole('tabpanel', { name: 'Piece' })
  await expect(desk.getByText('Row 3, column 2: “heavy” is no number.')).toBeVisible()
  await expect(desk.locator('.graph-told')).toContainText('Weight: lowest 1.4 (Chalk), highest 2.8 (Slate).')
  await desk.getByText('Pie', { exact: true }).click()
  await expect(sheet(page).locator('.chart-part')).toHaveCount(2)
  await kept(page)
  await publish(page)
  for (const options of [{}, { javaScriptEnabled: false, viewport: { width: 390, height: 800 } }]) {
    const read = await fixture.open('student', '/read/course/stones', options)
    await expect(read.getByRole('img', { name: /^Pie chart\. It shows Weight, by Stone\./ })).toBeVisible()
    await expect(read.locator('.chart-parts li')).toHaveText(['Slate 66.7%', 'Chalk 33.3%'])
    await expect(read.getByRole('cell', { name: 'heavy' })).toBeVisible()
    expect(await read.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true)
  }
})

test('a picture gets labels by hand, by double press and by numbers, and students read them there and beneath', async ({
  fixture,
}) => {
  const path = await fixture.addPage('wall', `<h1>Wall</h1>${picture('wall')}<p>after</p>`, { isPublished: true })
  const page = await fixture.open('author', '/courses/course/plan')
  await withPictures(page)
  await page.goto(path)
  await cursorAfter(page, 'after')
  // Not at a picture: it says what it needs.
  await page.keyboard.press('Control+/')
  const insert = page.getByRole('dialog', { name: 'Insert' })
  await insert.getByRole('combobox').fill('hot spots')
  await expect(insert.getByText('Select the picture that is to have labels')).toBeVisible()
  await page.keyboard.press('Escape')
  await sheet(page).locator('.picture img').click()
  await page.keyboard.press('Control+/')
  await insert.getByRole('combobox').fill('hot spots')
  await page.keyboard.press('Enter')
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.type('Cope')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Holds it down.')
  const image = (await sheet(page).locator('.picture img').boundingBox())!
  await page.mouse.dblclick(image.x + image.width * 0.25, image.y + image.height * 0.75)
  await page.keyboard.type('Footing')
  const mark = sheet(page).locator('.spot-mark', { hasText: '1' })
  const at = (await mark.boundingBox())!
  await page.mouse.move(at.x + 15, at.y + 15)
  await page.mouse.down()
  await page.mouse.move(image.x + image.width * 0.5, image.y + image.height * 0.1, { steps: 4 })
  await page.mouse.up()
  await expect(page.getByLabel('Percent from the top of the picture')).toHaveValue('10')
  await page.getByLabel('Percent from the left edge of the picture').fill('40')
  await kept(page)
  const source = writePage(await storedPage(fixture.url, 'wall'), 'source')
  expect(source).toMatch(/data-x="40" data-y="10(\.\d)?"><p data-part="title">Cope<\/p><p>Holds it down\.<\/p>/)
  expect(source).toMatch(/data-x="2[45](\.\d)?" data-y="7[45](\.\d)?"><p data-part="title">Footing<\/p>/)
  await publish(page)

  const read = await fixture.open('student', '/courses')
  await withPictures(read)
  await read.goto('/read/course/wall')
  const first = read.getByRole('link', { name: '1: Cope' })
  await first.focus()
  const tip = read.locator('.term-tip')
  await expect(tip).toContainText('Holds it down.')
  await read.keyboard.press('Escape')
  await expect(tip).toBeHidden()
  await expect(first).toHaveAccessibleDescription(/Holds it down/)
  expect(await violations(read, WITH_PRACTICE, '.labelled-picture')).toEqual([])
  const left = (await first.boundingBox())!.x - (await read.locator('.with-spots').boundingBox())!.x
  await withClient(fixture.url, (client) => client.query("update courses set language = 'ar', direction = 'rtl'"))
  const plain = await fixture.open('student', '/courses', { javaScriptEnabled: false })
  await withPictures(plain)
  await plain.goto('/read/course/wall')
  // A picture is not turned round with its page.
  const again = plain.getByRole('link', { name: '1: Cope' })
  expect((await again.boundingBox())!.x - (await plain.locator('.with-spots').boundingBox())!.x).toBeCloseTo(left, 0)
  await again.click()
  await expect(plain.locator('.spot:target')).toContainText('Holds it down.')
})

test('before and after by key, by pointer, from right to left, on paper and without script', async ({ fixture }) => {
  const slide = (title: string): string => `<section><h3>${title}</h3>${picture(title)}</section>`
  await fixture.addPage(
    'gap',
    `<h1>Gap</h1><h2>It</h2><div data-piece="carousel" data-shows="compared">${slide('Before')}${slide('After')}</div>`,
    { isPublished: true },
  )
  const page = await fixture.open('student', '/courses')
  await withPictures(page)
  await page.goto('/read/course/gap')
  const slider = page.getByRole('slider', { name: 'How much is seen of the first picture: Before' })
  const before = page.getByRole('img', { name: 'The Before' })
  await slider.focus()
  await page.keyboard.press('Home')
  await expect(before).toHaveCSS('clip-path', 'inset(0px 100% 0px 0px)')
  await page.keyboard.press('ArrowRight')
  await expect(slider).toHaveValue('1')
  const box = (await page.locator('.compared-pictures').boundingBox())!
  await page.mouse.click(box.x + box.width * 0.75, box.y + 40)
  await expect(slider).toHaveValue('75')
  expect(await violations(page, WITH_PRACTICE, '.carousel')).toEqual([])
  await page.emulateMedia({ media: 'print' })
  await expect(slider).toBeHidden()
  await expect(before).toHaveCSS('clip-path', 'none')
  await withClient(fixture.url, (client) => client.query("update courses set language = 'ar', direction = 'rtl'"))
  const arabic = await fixture.open('student', '/courses')
  await withPictures(arabic)
  await arabic.goto('/read/course/gap')
  await arabic.getByRole('slider').press('Home')
  await expect(arabic.getByRole('img', { name: 'The Before' })).toHaveCSS('clip-path', 'inset(0px 0px 0px 100%)')
  const plain = await fixture.open('student', '/read/course/gap', { javaScriptEnabled: false })
  await expect(plain.locator('.carousel h3')).toHaveText(['Before', 'After'])
  await expect(plain.getByRole('img')).toHaveCount(2)
})

test('cards are turned by key and found by the browser; columns keep their widths and stack as chosen; contents of a piece', async ({
  fixture,
}) => {
  const card = (title: string, words: string): string => `<section><h3>${title}</h3><p>${words}</p></section>`
  await fixture.addPage(
    'cards',
    `<h1>Cards</h1><h2>Outside</h2>
<div data-piece="cards" data-turned="yes">${card('Batter', 'How a face leans.')}${card('Cope', 'The lid.')}</div>
<div data-piece="columns" data-split="3-1" data-stacking="last"><div><p>wide</p></div><div><p>narrow</p></div></div>
<div data-piece="accordion"><section><h3>In it</h3><nav data-piece="contents" data-of="piece" data-deepest="4"></nav></section><section><h3>Also in it</h3><p>x</p></section></div>`,
    { isPublished: true },
  )
  const page = await fixture.open('student', '/read/course/cards')
  const batter = page.getByRole('button', { name: 'Batter' })
  await expect(page.getByText('How a face leans.')).toBeHidden()
  await batter.focus()
  await page.keyboard.press('Enter')
  await expect(batter).toHaveAttribute('aria-expanded', 'true')
  await expect(page.getByText('How a face leans.')).toBeVisible()
  await page.keyboard.press('Space')
  await expect(page.getByText('How a face leans.')).toBeHidden()
  expect(await violations(page, WITH_PRACTICE, '.cards')).toEqual([])
  const [wide, narrow] = await page.locator('.column').all()
  const widthOf = async (column = wide): Promise<number> => (await column!.boundingBox())!.width
  expect((await widthOf()) / (await widthOf(narrow))).toBeCloseTo(3, 0)
  await page.setViewportSize({ width: 390, height: 800 })
  expect((await narrow!.boundingBox())!.y).toBeLessThan((await wide!.boundingBox())!.y)
  await page.getByRole('button', { name: 'In it', exact: true }).click()
  await expect(page.getByRole('navigation', { name: 'Contents' }).last().getByRole('link')).toHaveText([
    'In it',
    'Also in it',
  ])
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByText('The lid.')).toBeVisible()
})
