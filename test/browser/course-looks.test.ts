import { cursorAfter, expect, kept, sheet, test } from './setup/fixture.ts'

/* What the authors of a course share by name: colours, and how tables look. */

test('a colour is kept for the course by key, is there for another author on another page, and is taken out and put back', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('a', '<h1>A</h1><p>Warm stones</p>'))
  await cursorAfter(page, 'Warm stones')
  await page.keyboard.press('Control+Shift+L')
  const dialog = page.getByRole('dialog', { name: 'Colour, size and language' })
  const colours = dialog.getByRole('group', { name: 'Colour', exact: true })
  await colours.getByRole('textbox', { name: 'Colour as hex colour' }).fill('#7a3322')
  await colours.getByRole('button', { name: 'Keep this colour for the course…' }).press('Enter')
  await expect(colours.getByRole('textbox', { name: 'Name' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(colours).toContainText('Type a name first.')
  await page.keyboard.type('Fired clay')
  await page.keyboard.press('Enter')
  await expect(colours.getByRole('button', { name: 'Fired clay', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await dialog.getByRole('button', { name: 'Apply' }).click()
  await expect(sheet(page).locator('span[style*="color"]')).toHaveText(/stones/)
  await kept(page)

  const other = await fixture.open('coauthor', await fixture.addPage('b', '<h1>B</h1><p>Cold water</p>'))
  await cursorAfter(other, 'Cold water')
  await other.keyboard.press('Control+Shift+L')
  const there = other.getByRole('dialog').getByRole('group', { name: 'Background', exact: true })
  await there.getByRole('button', { name: 'Fired clay', exact: true }).click()
  await expect(there.getByRole('textbox')).toHaveValue('#7a3322')
  await there.getByRole('button', { name: /Take “Fired clay” out/ }).click()
  await expect(there.getByRole('button', { name: 'Fired clay', exact: true })).toBeHidden()
  await expect(there).toContainText('“Fired clay” was taken out. Pages that use it stay as they are.')
  await there.getByRole('button', { name: 'Put it back' }).click()
  await expect(there.getByRole('button', { name: 'Fired clay', exact: true })).toBeVisible()
})

test('how a table looks is kept as a style, and given to another table in one step', async ({ fixture }) => {
  const body = `<h1>T</h1><table data-lines="rows" style="border-color: #b0762a"><tr><th style="background-color: #efe6d3">Stone</th></tr><tr><td>Flag</td></tr></table><p>Between.</p><table><tr><th>Tool</th></tr><tr><td>Bar</td></tr></table>`
  const page = await fixture.open('author', await fixture.addPage('t', body))
  await sheet(page).getByText('Flag').click()
  const styles = page.getByRole('group', { name: 'Table styles of the course' })
  await styles.getByRole('button', { name: 'Keep the looks of this table as a style…' }).click()
  await expect(styles.getByRole('textbox', { name: 'Name' })).toBeFocused()
  await page.keyboard.type('Tally')
  await styles.getByRole('button', { name: 'Keep', exact: true }).click()
  const tally = styles.getByRole('button', { name: 'Tally', exact: true })
  await expect(tally).toHaveAttribute('aria-pressed', 'true')
  await sheet(page).getByText('Bar').click()
  await expect(tally).toHaveAttribute('aria-pressed', 'false')
  await tally.click()
  await expect(tally).toHaveAttribute('aria-pressed', 'true')
  const [first, second] = [sheet(page).locator('table').first(), sheet(page).locator('table').last()]
  await expect(second).toHaveAttribute('data-lines', 'rows')
  await expect(second.locator('th')).toHaveAttribute('style', /#efe6d3|rgb\(239, 230, 211\)/)
  await page.keyboard.press('Control+z')
  await expect(second).not.toHaveAttribute('data-lines', 'rows')
  await expect(second.locator('th')).not.toHaveAttribute('style', /#efe6d3|rgb\(239, 230, 211\)/)
  await expect(first).toHaveAttribute('data-lines', 'rows')
})
