import type { Page } from '@playwright/test'
import { writePage } from '../../core/html/write.ts'
import { violations, WITH_PRACTICE } from './setup/axe.ts'
import { cursorAfter, expect, kept, sheet, storedPage, test } from './setup/fixture.ts'
import { openRowMenu } from './setup/dialogs.ts'

const SOURCE =
  '<h1>Sorts</h1><p>Before.</p><h2 id="slate">Slate</h2><p>Splits. <a href="#gap">the gap</a></p><h3>Where</h3><p>In the north.</p><h2>See <a href="https://flint.example/">flint</a></h2><p>Hard. <a href="#slate">as slate</a></p><h2>Chalk</h2><p id="c">Soft.</p>'

const stored = async (fixture: { url: string }, id: string): Promise<string> =>
  writePage(await storedPage(fixture.url, id), 'source').replaceAll('\n', '')
const dialog = (page: Page) => page.getByRole('dialog', { name: /^Turn / })

test('headings are looked at as tabs, steps and a table before they become one, by keyboard, with one undo', async ({
  fixture,
}) => {
  const path = await fixture.addPage('sorts', SOURCE)
  const page = await fixture.open('author', path)
  await cursorAfter(page, 'Slate')
  await page.keyboard.press('Control+j')
  await page.getByRole('dialog').getByRole('combobox').fill('turn into')
  await page.keyboard.press('Enter')
  await expect(dialog(page).getByRole('radio', { name: 'Tabs' })).toBeFocused()
  const look = dialog(page).getByRole('region', { name: 'How it will look' })
  // Alive, as students have it.
  await expect(look.getByRole('tab')).toHaveText(['Slate', 'See flint', 'Chalk'])
  await look.getByRole('tab', { name: 'Chalk' }).click()
  await expect(look.getByText('Soft.')).toBeVisible()
  await expect(dialog(page).getByText('Links, equations and notes of one title stand beneath it.')).toBeVisible()
  expect(await violations(page, WITH_PRACTICE, '.turn-dialog')).toEqual([])
  await dialog(page).getByRole('radio', { name: 'Tabs' }).focus()
  for (const shape of ['Accordion', 'Steps']) {
    await page.keyboard.press('ArrowDown')
    await expect(dialog(page).getByRole('radio', { name: shape })).toBeChecked()
  }
  await expect(look.locator('ol.steps > li')).toHaveCount(3)
  await dialog(page).getByLabel('Level of the titles').selectOption('3')
  await expect(look.locator('h4')).toHaveText('Where')
  await dialog(page).getByRole('radio', { name: 'Table' }).check()
  await expect(look.locator('th')).toHaveText(['Slate', 'See flint', 'Chalk'])
  await page.keyboard.press('Enter')
  await expect(dialog(page)).toHaveCount(0)
  await expect(sheet(page)).toBeFocused()
  await kept(page)
  expect(await stored(fixture, 'sorts')).toContain(
    '<tr><th scope="row">See <a href="https://flint.example/">flint</a></th><td>Hard. <a href="#slate">as slate</a></td></tr>',
  )
  await page.keyboard.press('Control+z')
  await kept(page)
  expect(await stored(fixture, 'sorts')).toBe(SOURCE.replace(' id="c"', ''))
})

test('what can’t be says why, and stays as it is', async ({ fixture }) => {
  const path = await fixture.addPage('sorts', '<h1>Sorts</h1><h2>One</h2><p>a</p>')
  const page = await fixture.open('author', path)
  await cursorAfter(page, 'One')
  await page.keyboard.press('Control+j')
  await page.getByRole('dialog').getByRole('combobox').fill('turn into')
  await page.keyboard.press('Enter')
  const columns = dialog(page).getByRole('radio', { name: 'Columns One alone has nothing to stand beside.' })
  await columns.check()
  await page.keyboard.press('Enter')
  await expect(dialog(page).getByRole('status')).toContainText('One alone has nothing to stand beside.')
  await page.keyboard.press('Escape')
  await expect(sheet(page).locator('h2')).toHaveText(['One'])
})

test('headings become pages after this one, links to them stand in their place, and links lead where they led', async ({
  fixture,
}) => {
  const path = await fixture.addPage('sorts', `${SOURCE}<h2 id="gap">A gap</h2><p>None.</p>`)
  const page = await fixture.open('author', path)
  await cursorAfter(page, 'Slate')
  await page.getByRole('tabpanel', { name: 'Piece' }).getByRole('button', { name: 'Separate pages' }).click()
  await expect(dialog(page).getByRole('listitem')).toHaveCount(4)
  await dialog(page).getByRole('button', { name: 'Turn into separate pages' }).click()
  await expect(page.getByText('4 pages stand after this one in the plan.')).toBeVisible()
  await expect(sheet(page).getByRole('link')).toHaveText(['Slate', 'See flint', 'Chalk', 'A gap'])
  const plan = page.getByRole('tree')
  await expect(plan.getByRole('treeitem', { name: /See flint/ })).toBeVisible()
  await plan.getByRole('treeitem', { name: /Slate/ }).click()
  await expect(sheet(page).locator('h1')).toHaveText('Slate')
  await expect(sheet(page).locator('h2')).toHaveText('Where')
  await expect(sheet(page).getByRole('link', { name: 'the gap' })).toHaveAttribute('href', /^[\w-]{12}$/)
})

test('from the plan a page becomes tabs and is as it was, becomes pages, and these one page again', async ({
  fixture,
}) => {
  await fixture.addPage('sorts', SOURCE)
  const page = await fixture.open('author', '/courses/course/plan')
  const turn = async (row: string): Promise<void> => {
    await openRowMenu(page, row)
    await page.getByRole('menuitem', { name: 'Turn into…' }).click()
  }
  await turn('Sorts')
  await expect(dialog(page).getByRole('tab')).toHaveCount(3)
  await dialog(page).getByRole('button', { name: 'Turn into tabs' }).click()
  const notice = page.getByRole('status').filter({ hasText: '“Sorts”: its headings are tabs now.' })
  await expect(notice).toBeVisible()
  expect(await stored(fixture, 'sorts')).toContain('data-piece="tabs"')
  await notice.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(() => stored(fixture, 'sorts')).toBe(SOURCE.replace(' id="c"', ''))

  await turn('Sorts')
  await dialog(page).getByLabel('Which').selectOption({ label: '4 headings, down to level 3' })
  await dialog(page).getByRole('radio', { name: 'Separate pages' }).check()
  await dialog(page).getByRole('button', { name: 'Turn into separate pages' }).click()
  await expect(
    page.getByRole('status').filter({ hasText: '4 pages made of “Sorts”. It stays as it is.' }),
  ).toBeVisible()
  await expect(page.getByRole('treeitem', { name: /Where/ })).toBeVisible()

  await turn('Lesson one')
  const joining = page.getByRole('dialog', { name: 'Make one page of “Lesson one”' })
  await expect(joining.getByRole('listitem')).toHaveCount(5)
  await joining.getByRole('button', { name: 'Make one page' }).click()
  const made = page.getByRole('treeitem', { name: /^Lesson one, .*Draft/ })
  await expect(made).toBeVisible()
  // All of it can be taken back.
  await page.keyboard.press('Control+z')
  await expect(made).toHaveCount(0)
})
