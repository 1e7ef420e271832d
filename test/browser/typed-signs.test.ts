import { writePage } from '../../core/html/write.ts'
import { cursorAfter, expect, kept, sheet, storedPage, test } from './setup/fixture.ts'

test('signs become what they mean while one types, one Backspace gives them back, and they can be switched off', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Here.</p>'))
  await cursorAfter(page, 'Here.')
  await page.keyboard.press('Enter')
  await page.keyboard.type('## Frost')
  await page.keyboard.press('Enter')
  await page.keyboard.type('2. lift')
  await page.keyboard.press('Enter')
  await page.keyboard.type('pack `in` $h^2$')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await page.keyboard.type('- ')
  await expect(sheet(page).locator('ul')).toHaveCount(1)
  await page.keyboard.press('Backspace')
  await expect(sheet(page).locator('ul')).toHaveCount(0)
  await page.keyboard.type('not a list')
  await kept(page)
  expect(writePage(await storedPage(fixture.url, 'walls'), 'source')).toBe(
    `<h1>Walls</h1>
<p>Here.</p>
<h2>Frost</h2>
<ol start="2"><li>lift</li><li>pack <code>in</code> <span data-piece="equation">h^2</span></li></ol>
<p>- not a list</p>`,
  )
  await page.keyboard.press('F1')
  await page.getByLabel('These signs do this').uncheck()
  await page.keyboard.press('Escape')
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.press('Enter')
  await page.keyboard.type('- plain')
  await expect(sheet(page).getByText('- plain')).toBeVisible()
  await expect(sheet(page).locator('ul')).toHaveCount(0)
})

test('a symbol is found by its name, in the language of the page, and stands where one wrote', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>At 5</p>'))
  await cursorAfter(page, 'At 5')
  await page.keyboard.press('Control+Alt+u')
  const field = page.getByRole('combobox', { name: 'Name of the symbol' })
  await expect(field).toBeFocused()
  // Before anything is typed the usual ones are there.
  await expect(page.getByRole('option', { name: 'en dash' })).toBeVisible()
  await page.keyboard.type('degree')
  await expect(page.getByRole('option').first()).toHaveText(/°.*degree/)
  await page.keyboard.press('Enter')
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.type('C')
  await expect(sheet(page)).toContainText('At 5°C')
  await page.keyboard.press('Control+Alt+u')
  // The last used comes first.
  await expect(page.getByRole('option').first()).toHaveText(/°/)
  await page.keyboard.type('thumbs up')
  await page.getByRole('radio', { name: 'Medium', exact: true }).check()
  await page.getByRole('option', { name: 'thumbs up' }).click()
  await expect(sheet(page)).toContainText('At 5°C👍🏽')
  await page.keyboard.press('Control+Alt+u')
  await expect(field).toBeFocused()
  await page.keyboard.type('zzzz')
  await expect(page.getByText('Nothing is called “zzzz”.')).toBeVisible()
  await page.keyboard.press('Escape')
  await kept(page)
  expect((await storedPage(fixture.url, 'walls')).textContent).toBe('WallsAt 5°C👍🏽')
})
