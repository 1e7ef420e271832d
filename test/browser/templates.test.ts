import { withClient } from '../server/setup/app.ts'
import { writePage } from '../../core/html/write.ts'
import { violations, WITH_PRACTICE } from './setup/axe.ts'
import { PLAN } from './setup/dialogs.ts'
import { cursorAfter, expect, kept, sheet, storedPage, storedText, test } from './setup/fixture.ts'

test('a page is kept as a template with two blanks, and used in another course', async ({ fixture }) => {
  await withClient(fixture.url, async (client) => {
    await client.query(`insert into memberships (course_id, person_id, role) values ('other', 'author', 'author')`)
    await client.query(
      `insert into plan_entries (id, course_id, parent_id, kind, title, position)
        values ('other-unit', 'other', null, 'unit', 'Autumn', 0)`,
    )
  })
  const author = await fixture.open(
    'author',
    await fixture.addPage('diary', '<h1>Site diary</h1><p>Tarn</p><p>March</p>'),
  )
  for (const words of ['Tarn', 'March']) {
    await cursorAfter(author, words)
    await author.keyboard.press('Shift+Home')
    await author.getByRole('button', { name: /^More for words/ }).click()
    await author.getByRole('menuitem', { name: /^Blank/ }).click()
  }
  await expect(sheet(author).locator('[data-blank]')).toHaveCount(2)
  await kept(author)

  // From beside the sheet, as from the menu in the plan.
  await author.getByRole('tab', { name: 'Page', exact: true }).click()
  await author.getByRole('link', { name: 'Save as a template…' }).click()
  const dialog = author.getByRole('dialog', { name: 'Save this page as a template' })
  await dialog.getByLabel('What it is for').fill('After a day out')
  await dialog.getByLabel('What the blank “Tarn” is called').fill('Site')
  await dialog.getByRole('radio', { name: 'All authors' }).click()
  await dialog.getByRole('button', { name: 'Save the template' }).click()
  await expect(author.getByText('“Site diary” is a template now.')).toBeVisible()

  await author.goto('/courses/other/plan')
  await author.getByRole('button', { name: 'From a template' }).click()
  const use = author.getByRole('dialog', { name: 'A page from a template' })
  await expect(use.getByText('After a day out')).toBeVisible()
  await expect(use.getByText('2 blanks are empty')).toBeVisible()
  await use.getByLabel('Title').fill('Low Moss in May')
  await use.getByLabel('Site').fill('Low Moss')
  await expect(use.getByText('1 blank is empty')).toBeVisible()
  await use.getByRole('button', { name: 'Make the page' }).click()
  const row = author.getByRole('treeitem', { name: /Low Moss in May/ })
  await expect(row).toBeFocused()
  await author.keyboard.press('Enter')
  await expect(sheet(author)).toContainText('Low Moss in May')
  await expect(sheet(author).locator('[data-open]')).toHaveText('March')
  const id = author.url().split('/').at(-1)!
  expect(await storedText(fixture.url, id)).toBe('Low Moss in MayLow MossMarch')
  // The proof reminds of what was left open, and puts it right.
  await author.getByRole('tab', { name: /Proof/ }).click()
  await author.getByRole('button', { name: 'Keep these words' }).click()
  await expect(sheet(author).locator('[data-open]')).toHaveCount(0)
})

test('a blank asks for a date, a number, one of several, an address or a colour, and says what is wrong', async ({
  fixture,
}) => {
  const path = await fixture.addPage(
    'task',
    '<h1>Task</h1><p>By <span data-blank="Day">12 March</span>, <span data-blank="Pages">10</span> pages, <span data-blank="How">in pairs</span>: <a href="https://library.example/a">the text</a></p><div data-piece="box" style="background-color: #e4ebdb"><p>Good luck</p></div>',
  )
  const page = await fixture.open('author', path)
  await page.getByRole('tab', { name: 'Page', exact: true }).click()
  await page.getByRole('link', { name: 'Save as a template…' }).click()
  const save = page.getByRole('dialog', { name: 'Save this page as a template' })
  const typeOf = (example: string) => save.getByLabel(`What the blank “${example}” asks for`)
  await typeOf('12 March').selectOption('A date')
  await typeOf('10').selectOption('A number')
  await typeOf('in pairs').selectOption('One of several')
  await save.getByRole('checkbox', { name: 'https://library.example/a' }).check()
  await save.getByRole('checkbox', { name: '#e4ebdb' }).check()
  await save.getByLabel('What the blank “#e4ebdb” is called').fill('Ground')
  await save.getByRole('button', { name: 'Save the template' }).click()
  await expect(save.getByText('“How” needs two words or more to choose from.')).toBeVisible()
  await save.getByLabel('To choose from, one on each line').fill('alone\nin pairs')
  await save.getByText('Help and rules').nth(1).click()
  await save.getByLabel('Largest').fill('20')
  expect(await violations(page, WITH_PRACTICE, '[role="dialog"]')).toEqual([])
  await save.getByRole('button', { name: 'Save the template' }).click()
  await expect(page.getByText('“Task” is a template now.')).toBeVisible()

  await page.goto(PLAN)
  await page.getByRole('button', { name: 'From a template' }).click()
  const use = page.getByRole('dialog', { name: 'A page from a template' })
  await use.getByLabel('Title').fill('Second task')
  await use.getByLabel('Day').fill('2027-03-04')
  await expect(use.getByRole('img', { name: 'How it looks' }).getByText('March 4, 2027')).toBeVisible()
  await use.getByLabel('Pages').fill('30')
  await expect(use.getByText('The largest number here is 20.').first()).toBeVisible()
  await use.getByLabel('How', { exact: true }).selectOption('alone')
  await use.getByLabel('the text').fill('library.example/b')
  await use.getByLabel('Ground').fill('#f5dfda')
  await use.getByRole('button', { name: 'Make the page' }).click()
  await expect(use.getByRole('alert')).toContainText('Pages: The largest number here is 20.')
  await expect(use.getByLabel('Pages')).toBeFocused()
  await expect(use.getByRole('button', { name: 'Make the page' })).toBeInViewport()
  await use.getByLabel('Pages').fill('15')
  await use.getByLabel('the text').fill('https://library.example/b')
  expect(await violations(page, WITH_PRACTICE, '[role="dialog"]')).toEqual([])
  await use.getByRole('button', { name: 'Make the page' }).click()
  const row = page.getByRole('treeitem', { name: /Second task/ })
  await expect(row).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(sheet(page)).toContainText('By March 4, 2027, 15 pages, alone: the text')
  const made = writePage(await storedPage(fixture.url, page.url().split('/').at(-1)!), 'source')
  expect(made).toContain('href="https://library.example/b"')
  expect(made).toContain('background-color: #f5dfda')
})
