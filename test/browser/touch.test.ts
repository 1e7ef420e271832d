import { type Page } from '@playwright/test'
import { expect, kept, sheet, test } from './setup/fixture.ts'

/* What a finger does on a tablet: tap, and drag by what is there to be dragged. */

const TABLET = { hasTouch: true, viewport: { width: 1024, height: 768 } }

/** Drags with a finger from the middle of what is there by so many pixels (Chromium’s Input.dispatchTouchEvent). */
async function dragByTouch(
  page: Page,
  from: { x: number; y: number; width: number; height: number } | null,
  by: { x: number; y: number },
): Promise<void> {
  const client = await page.context().newCDPSession(page)
  const [x, y] = [from!.x + from!.width / 2, from!.y + from!.height / 2]
  await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x, y }] })
  for (let step = 1; step <= 8; step++)
    await client.send('Input.dispatchTouchEvent', {
      type: 'touchMove',
      touchPoints: [{ x: x + (by.x * step) / 8, y: y + (by.y * step) / 8 }],
    })
  await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
}

test('cells of a row are selected and merged by tapping', async ({ fixture }) => {
  const body =
    '<h1>T</h1><p>Begin.</p><table><tr><th>A</th><th>B</th></tr><tr><td>one</td><td>two</td></tr></table><p>End.</p>'
  const page = await fixture.open('author', await fixture.addPage('t', body), TABLET)
  await sheet(page).getByText('one').tap()
  const menu = page.getByRole('toolbar', { name: 'Format' }).getByRole('button', { name: /^Table/ })
  await menu.tap()
  await page.getByRole('menuitem', { name: 'Select row' }).tap()
  await expect(sheet(page).locator('.selectedCell')).toHaveText(['one', 'two'])
  await menu.tap()
  await page.getByRole('menuitem', { name: 'Merge cells' }).tap()
  await expect(sheet(page).locator('td[colspan="2"]')).toContainText('one')
  await kept(page)
})

test('a row of the plan is moved by its grip, which is in sight', async ({ fixture }) => {
  await fixture.addPage('a', '<h1>First page</h1>')
  await fixture.addPage('b', '<h1>Second page</h1>')
  await fixture.addPage('c', '<h1>Third page</h1>')
  const page = await fixture.open('author', '/courses/course/plan', TABLET)
  const titles = (): Promise<string[]> => page.locator('.plan-row.is-page .row-title').allTextContents()
  await expect.poll(titles).toEqual(['First page', 'Second page', 'Third page'])
  const [first, third] = [page.locator('[data-id="a"]'), page.locator('[data-id="c"]')]
  await expect(first.locator('.grip')).toHaveCSS('opacity', '1')
  const [from, to] = [await first.boundingBox(), await third.boundingBox()]
  await dragByTouch(page, await first.locator('.grip').boundingBox(), { x: 0, y: to!.y - from!.y + 4 })
  await expect.poll(titles).toEqual(['Second page', 'Third page', 'First page'])
})

test('a pane is made wider by a finger on its edge', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('p', '<h1>P</h1><p>Words.</p>'), {
    ...TABLET,
    viewport: { width: 1280, height: 800 },
  })
  const plan = page.getByRole('navigation', { name: 'Plan of the course' })
  const before = (await plan.boundingBox())!.width
  await dragByTouch(page, await page.getByRole('separator', { name: /“Plan”/ }).boundingBox(), { x: 80, y: 0 })
  await expect.poll(async () => Math.round((await plan.boundingBox())!.width - before)).toBe(80)
})
