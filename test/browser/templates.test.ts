import { withClient } from '../server/setup/app.ts'
import { cursorAfter, expect, kept, sheet, storedText, test } from './setup/fixture.ts'

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
