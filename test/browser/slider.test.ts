import { withClient } from '../server/setup/app.ts'
import { violations } from './setup/axe.ts'
import { cursorAfter, expect, kept, sheet, storedPage, test } from './setup/fixture.ts'

const SLIDER =
  '<h1>Weights</h1><p>Above</p><figure data-piece="slider" data-quantity="Length" data-unit="m" data-from="0" data-to="2" data-step="0.5" data-start="1" data-values="Stone (t) = 1.6x&#10;Share = 1/x"><figcaption>Of one metre high</figcaption></figure><p>Below</p>'

/** Between a number and its unit no line is broken. */
const spaced = (said: string): string => said.replace(/(\d) ([a-z])/g, '$1\u00a0$2')

test('an author types what moves and what follows from it, and it moves on the sheet', async ({ fixture }) => {
  const path = await fixture.addPage('weights', '<h1>Weights</h1><p>How much stone</p>', { isPublished: true })
  const page = await fixture.open('author', path)
  await cursorAfter(page, 'How much stone')
  await page.keyboard.press('Control+/')
  await page.getByRole('dialog', { name: 'Insert' }).getByRole('combobox').fill('number line')
  await page.keyboard.press('Enter')
  await expect(sheet(page).getByText('Nothing is worked out from it yet')).toBeVisible()
  await page.keyboard.press('Alt+Enter')
  await expect(page.getByLabel('What the slider sets')).toBeFocused()
  await page.keyboard.type('Length')
  await page.getByLabel('Its unit').fill('m')
  await page.getByLabel('To', { exact: true }).fill('2')
  await page.getByLabel('In steps of').fill('0')
  await expect(page.getByText('A number from 0.000001 to 100000000 was expected.')).toBeVisible()
  await page.getByLabel('In steps of').fill('5')
  await expect(page.getByText('The step is larger than the whole way.')).toBeVisible()
  await page.getByLabel('In steps of').fill('0.5')
  await page.getByLabel('At first').fill('1')
  await page.getByLabel('Numbers worked out from it, one on each line').fill('Stone (t) = 1.6x\n1.6x')
  await expect(page.getByText('Line 2: A value is typed as its name, =, and a formula')).toBeVisible()
  await expect(sheet(page).getByText('Not shown: 1.6x')).toBeVisible()
  await page.getByLabel('Numbers worked out from it, one on each line').fill('Stone (t) = 1.6x')
  const range = sheet(page).getByRole('slider', { name: 'Length' })
  await expect(range).toHaveAttribute('aria-valuetext', spaced('1 m; Stone 1.6 t'))
  expect(await violations(page)).toEqual([])
  await range.focus()
  await page.keyboard.press('ArrowRight')
  await expect(range).toHaveAttribute('aria-valuetext', spaced('1.5 m; Stone 2.4 t'))
  await kept(page)
  const stored = (await storedPage(fixture.url, 'weights')).children.find(({ type }) => type.name === 'slider')!
  expect(stored.attrs, 'moving it changes nothing of the page').toEqual({
    quantity: 'Length',
    unit: 'm',
    from: 0,
    to: 2,
    step: 0.5,
    start: 1,
    values: 'Stone (t) = 1.6x',
  })
})

test('students move it by the keys of a slider and hear what follows; on paper its table is open', async ({
  fixture,
}) => {
  await fixture.addPage('weights', SLIDER, { isPublished: true })
  const page = await fixture.open('student', '/read/course/weights')
  const range = page.getByRole('slider', { name: 'Length' })
  await range.focus()
  // ARIA Authoring Practices, “Slider Pattern”, keyboard interaction.
  for (const [key, said] of [
    ['ArrowRight', '1.5 m; Stone 2.4 t; Share 0.6667'],
    ['ArrowUp', '2 m; Stone 3.2 t; Share 0.5'],
    ['ArrowUp', '2 m; Stone 3.2 t; Share 0.5'],
    ['ArrowLeft', '1.5 m; Stone 2.4 t; Share 0.6667'],
    ['Home', '0 m; Stone 0 t; Share none'],
    ['End', '2 m; Stone 3.2 t; Share 0.5'],
    ['ArrowDown', '1.5 m; Stone 2.4 t; Share 0.6667'],
  ] as const) {
    await page.keyboard.press(key)
    await expect(range, key).toHaveAttribute('aria-valuetext', spaced(said))
  }
  await expect(page.locator('.slider-at')).toHaveText('1.5 m')
  await expect(page.getByRole('table')).toBeHidden()
  expect(await violations(page)).toEqual([])
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('table')).toBeVisible()
  await expect(range).toBeHidden()
})

test('from right to left it grows to the left; without script its table says all of it, on a phone too', async ({
  fixture,
}) => {
  await fixture.addPage('weights', SLIDER, { isPublished: true })
  await withClient(fixture.url, (client) => client.query("update courses set language = 'ar', direction = 'rtl'"))
  const page = await fixture.open('student', '/read/course/weights')
  const range = page.getByRole('slider', { name: 'Length' })
  await range.focus()
  await page.keyboard.press('ArrowLeft')
  await expect(range).toHaveAttribute('aria-valuetext', /^1\.5\sm/)
  const marks = page.locator('.slider-mark')
  const [first, last] = await Promise.all([marks.first().boundingBox(), marks.last().boundingBox()])
  expect(first!.x).toBeGreaterThan(last!.x)

  const plain = await fixture.open('student', '/read/course/weights', { javaScriptEnabled: false })
  await plain.setViewportSize({ width: 390, height: 800 })
  await expect(plain.getByRole('row')).toHaveCount(6)
  await expect(plain.getByRole('slider')).toHaveCount(0)
  expect(await plain.evaluate('document.documentElement.scrollWidth <= innerWidth')).toBe(true)
})
