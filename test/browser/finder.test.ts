import { cursorAfter, expect, kept, sheet, storedText, test } from './setup/fixture.ts'

test('Ctrl+J finds pages, tools, pieces, headings and people from anywhere, and goes there or does it', async ({
  fixture,
}) => {
  await fixture.addPage('gates', '<h1>Gates in walls</h1><p>Here.</p>')
  const page = await fixture.open(
    'author',
    await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p><h2>Frost</h2><p>It lifts.</p>'),
  )
  const field = page.getByRole('combobox', { name: 'What are you looking for?' })
  const find = async (words: string): Promise<void> => {
    await page.keyboard.press('Control+j')
    await expect(field).toBeFocused()
    await page.keyboard.type(words)
  }
  await cursorAfter(page, 'Stones.')
  await find('quotation')
  await expect(page.getByRole('option', { name: /^Quotation/ })).toHaveAttribute('aria-selected', 'true')
  await page.keyboard.press('Enter')
  await expect(sheet(page).locator('blockquote')).toHaveText(/Stones/)
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.type('!')
  await find('frost')
  await page.keyboard.press('Enter')
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.type('Hard ')
  await kept(page)
  expect(await storedText(fixture.url, 'walls')).toMatch(/Stones\.!.*Hard Frost/s)
  // What can't be done says why, and is not done.
  await find('row below')
  const line = page.getByRole('option', { name: /^Add row below/ })
  await expect(line).toContainText('The cursor is in no table.')
  await page.keyboard.press('Enter')
  await expect(field).toBeVisible()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('zzzz')
  await expect(page.getByText('Nothing here is called “zzzz”.')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(sheet(page)).toBeFocused()
  await find('gates')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/items\/gates$/)
  await expect(sheet(page)).toContainText('Gates in walls')
  await find('lesson one')
  await page.getByRole('option', { name: /^Lesson one/ }).click()
  await expect(page.getByRole('treeitem', { name: /^Lesson one/ })).toBeFocused()
  await find('readers')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'Readers' })).toBeVisible()
  await find('test stud')
  await page
    .getByRole('option', { name: /Student: what they have done/ })
    .first()
    .click()
  await expect(page).toHaveURL(/readers\?name=/)
})

test('the Enter that chooses is not also written into what opens by it', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p>'))
  // The second time, what opens is there at once.
  for (const words of ['Dry', 'Wet']) {
    await cursorAfter(page, 'Stones.')
    await page.keyboard.press('Control+j')
    await expect(page.getByRole('combobox', { name: 'What are you looking for?' })).toBeFocused()
    await page.keyboard.type('footnote')
    await expect(page.getByRole('option', { name: /^Footnote/ })).toHaveAttribute('aria-selected', 'true')
    await page.keyboard.press('Enter')
    const dialog = page.getByRole('dialog', { name: 'Footnote' })
    await expect(dialog.locator('.ProseMirror')).toBeFocused()
    await page.keyboard.type(words)
    await expect(dialog.locator('.ProseMirror > p')).toHaveText([words])
    await dialog.getByRole('button', { name: 'Insert' }).click()
    await expect(dialog).toHaveCount(0)
    await expect(sheet(page)).toBeFocused()
  }
})
