import type { Page } from '@playwright/test'
import { cursorAfter, expect, kept, sheet, storedText, test } from './setup/fixture.ts'

const marked = (page: Page): Promise<string[]> => sheet(page).locator('.misspelled').allTextContents()
const menu = (page: Page) => page.getByRole('menu')

test('wrong words are marked; F7 goes from one to the next, and puts it right without the mouse', async ({
  fixture,
}) => {
  const page = await fixture.open(
    'author',
    await fixture.addPage('walls', '<h1>Walls</h1><p>Teh stones lie <b>heigh</b>er.</p><p>Here.</p>'),
  )
  await expect.poll(() => marked(page)).toEqual(['Teh', 'heigh', 'er'])
  await cursorAfter(page, 'Here.')
  await page.keyboard.press('F7')
  await expect(menu(page).getByRole('menuitem').first()).toBeFocused()
  await expect(menu(page).getByRole('menuitem', { name: 'The', exact: true })).toBeVisible()
  // A pointer that lies there has chosen nothing.
  const box = (await menu(page).boundingBox())!
  await page.mouse.move(box.x + 20, box.y + box.height - 20, { steps: 1 })
  await page.keyboard.press('Escape')
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.press('F7')
  await expect(menu(page).getByRole('menuitem').first()).toBeFocused()
  await page.keyboard.press('Escape')
  await cursorAfter(page, 'Here.')
  await page.keyboard.press('F7')
  await menu(page).getByRole('menuitem', { name: 'The', exact: true }).press('Enter')
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.type('!')
  await kept(page)
  expect(await storedText(fixture.url, 'walls')).toContain('The! stones lie heigher.')
  // The word of a right click is asked about, wherever the cursor is.
  await sheet(page).locator('.misspelled', { hasText: 'heigh' }).click({ button: 'right' })
  await expect(menu(page).getByRole('menuitem', { name: 'heifer', exact: true })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(sheet(page)).toContainText('Teh stones')
})

test('own words hold for the course and its other authors, mine for me, ignored ones for the page', async ({
  fixture,
}) => {
  const path = await fixture.addPage('walls', '<h1>Walls</h1><p>Hearting, smoot and cripplehole.</p>')
  const page = await fixture.open('author', path)
  await expect.poll(() => marked(page)).toEqual(['Hearting', 'smoot', 'cripplehole'])
  await page.getByRole('tab', { name: /Proof/ }).click()
  const desk = page.getByRole('region', { name: 'Spelling' })
  const choose = async (word: string, line: string): Promise<void> => {
    await desk.getByRole('button', { name: word, exact: true }).click()
    await menu(page).getByRole('menuitem', { name: line }).click()
    await expect(desk.getByRole('button', { name: word, exact: true })).toHaveCount(0)
  }
  await choose('Hearting', 'Add to the words of this course')
  await choose('smoot', 'Add to my words')
  await choose('cripplehole', 'Ignore “cripplehole” on this page')
  await expect(desk).toContainText('Every word is in the dictionary')
  expect(await marked(page)).toEqual([])
  const other = await fixture.open('coauthor', path)
  await expect.poll(() => marked(other)).toEqual(['smoot', 'cripplehole'])
  await page.reload()
  await expect(sheet(page)).toContainText('Hearting')
  await page.getByRole('tab', { name: /Proof/ }).click()
  await expect(desk).toContainText('Every word is in the dictionary')
  await desk.getByText('Words of this course').click()
  await desk.getByRole('button', { name: 'Remove “Hearting”' }).click()
  await expect.poll(() => marked(page)).toEqual(['Hearting'])
  await desk.getByLabel('Mark words that are in no dictionary').uncheck()
  await expect.poll(() => marked(page)).toEqual([])
  await expect(sheet(page)).toHaveAttribute('spellcheck', 'true')
})

test('each passage is looked at in its language, a language without a dictionary not at all', async ({ fixture }) => {
  const page = await fixture.open(
    'author',
    await fixture.addPage(
      'walls',
      '<h1>Walls</h1><p>Colour, color. <span lang="de">Die Steinmauer und die Steinmaeur.</span> <span lang="pl">Kamienny mur i kameinny.</span> <span lang="cy">Wal gerrig sych.</span></p>',
    ),
  )
  await expect.poll(() => marked(page)).toEqual(['Steinmaeur', 'kameinny'])
})

test('a dictionary that can’t be loaded is told, and asked for again', async ({ fixture }) => {
  const path = await fixture.addPage('walls', '<h1>Walls</h1><p>Teh wall.</p>')
  const page = await fixture.open('author', '/')
  let isThere = false
  await page.context().route(/\.dic$/, (route) => (isThere ? route.continue() : route.abort()))
  await page.goto(path)
  await page.getByRole('tab', { name: /Proof/ }).click()
  const desk = page.getByRole('region', { name: 'Spelling' })
  await expect(desk).toContainText('can’t be had just now')
  isThere = true
  await cursorAfter(page, 'wall.')
  await page.keyboard.type(' And on')
  await expect.poll(() => marked(page)).toEqual(['Teh'])
})
