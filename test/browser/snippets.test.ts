import { readFile } from 'node:fs/promises'
import { withClient } from '../server/setup/app.ts'
import { violations, WITH_PRACTICE } from './setup/axe.ts'
import { inFinder, putIn } from './setup/dialogs.ts'
import { cursorAfter, expect, kept, sheet, storedPage, storedText, test } from './setup/fixture.ts'
import { writePage } from '../../core/html/write.ts'
import { addSnippet } from './setup/snippets.ts'

const LIFT = '<p>Lift <span data-blank="How many">two</span> on <span data-blank="Day">9 March</span>.</p>'
const BLANKS = [
  { name: 'How many', type: 'number', most: 4, isNeeded: true, help: 'Stones, not people.' },
  { name: 'Day', type: 'date' },
] as const

test('what is selected is kept as a snippet with a blank, and put in on another page by its name, with the keys alone', async ({
  fixture,
}) => {
  const author = await fixture.open('author', await fixture.addPage('a', '<h1>A</h1><p>Lift with two.</p><p>End.</p>'))
  await cursorAfter(author, 'Lift with two.')
  await author.keyboard.press('ArrowLeft')
  await author.keyboard.press('Control+Shift+ArrowLeft')
  await inFinder(author, 'Blank')
  await expect(sheet(author).locator('[data-blank]')).toHaveText('two')
  await inFinder(author, 'Save as a snippet')
  const saving = author.getByRole('dialog', { name: 'Save as a snippet' })
  await expect(saving.getByLabel('Name', { exact: true })).toBeFocused()
  await author.keyboard.press('Control+a')
  await author.keyboard.type('How to lift')
  await saving.getByLabel('What it is for').fill('For every page with stones')
  await saving.getByLabel('What the blank “two” is called').fill('How many')
  await saving.getByLabel('What it does on a page').selectOption('Keep safe')
  expect(await violations(author, WITH_PRACTICE, '.ant-modal')).toEqual([])
  await saving.getByRole('button', { name: 'Save the snippet' }).click()
  await expect(author.getByText('“How to lift” is a snippet now.')).toBeVisible()
  await expect(sheet(author)).toBeFocused()

  await author.goto(await fixture.addPage('b', '<h1>B</h1><p>Stones.</p>'))
  await putIn(author, 'how to lift')
  const dialog = author.getByRole('dialog', { name: 'Put in “How to lift”' })
  await expect(dialog.getByLabel('How many')).toBeFocused()
  await author.keyboard.type('three')
  await expect(dialog.getByRole('region', { name: 'How it will look' })).toHaveText('Lift with three.')
  await author.keyboard.press('Enter')
  await expect(dialog).toBeHidden()
  await expect(sheet(author)).toContainText('Lift with three.')
  await expect(sheet(author)).toBeFocused()
  await kept(author)
  expect(await storedText(fixture.url, 'b')).toBe('BStones.Lift with three.')
  expect(writePage(await storedPage(fixture.url, 'b'), 'source')).toContain('data-filled="How+many=three"')
  await author.keyboard.press('Control+z')
  await expect(sheet(author)).not.toContainText('Lift with three.')
})

test('what is filled in wrongly is said by its field, the look follows, and the side desk fills it in again', async ({
  fixture,
}) => {
  await addSnippet(fixture, { id: 'lifting', name: 'Lifting', html: LIFT, blanks: BLANKS })
  const author = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p>'))
  await putIn(author, 'lifting')
  const dialog = author.getByRole('dialog', { name: 'Put in “Lifting”' })
  const look = dialog.getByRole('region', { name: 'How it will look' })
  await expect(look).toHaveText('Lift two on 9 March.')
  await author.keyboard.press('Enter')
  await expect(dialog.getByText('This has to be filled in.', { exact: true })).toBeVisible()
  await expect(dialog.getByLabel('How many')).toBeFocused()
  await author.keyboard.type('9')
  await expect(dialog.getByText('The largest number here is 4.')).toBeVisible()
  await expect(look).toHaveText('Lift two on 9 March.')
  await author.keyboard.press('Control+a')
  await author.keyboard.type('3')
  await dialog.getByLabel('Day').fill('2027-03-12')
  await expect(look).toHaveText('Lift 3 on March 12, 2027.')
  expect(await violations(author, WITH_PRACTICE, '.ant-modal')).toEqual([])
  await author.keyboard.press('Enter')
  await expect(sheet(author)).toContainText('Lift 3 on March 12, 2027.')

  const desk = author.getByRole('complementary', { name: 'Side desk' })
  await expect(desk.getByText('From the snippet “Lifting”')).toBeVisible()
  await expect(desk.getByText('changed by hand')).toBeHidden()
  await author.keyboard.type('Now: ')
  await expect(desk.getByText('changed by hand')).toBeVisible()
  await desk.getByRole('button', { name: 'Fill it in again…' }).click()
  const again = author.getByRole('dialog', { name: '“Lifting”, filled in again' })
  await expect(again.getByText('takes that change away')).toBeVisible()
  await expect(again.getByLabel('How many')).toHaveValue('3')
  await again.getByLabel('How many').fill('1')
  await again.getByRole('button', { name: 'Fill it in again' }).click()
  await expect(sheet(author)).toContainText('Lift 1 on March 12, 2027.')
  await expect(sheet(author)).not.toContainText('Now: ')
  expect(await violations(author, WITH_PRACTICE, '.desk')).toEqual([])
  await author.getByRole('button', { name: 'Undo' }).click()
  await expect(sheet(author)).toContainText('Now: Lift 3')
})

test('a snippet is changed on a page, and the change carried to chosen places after a look at it', async ({
  fixture,
}) => {
  await addSnippet(fixture, { id: 'lifting', name: 'Lifting', html: LIFT, blanks: BLANKS })
  const author = await fixture.open('author', await fixture.addPage('used', '<h1>Used here</h1><p>Stones.</p>'))
  await putIn(author, 'lifting')
  await author.getByLabel('How many').fill('4')
  await author.getByRole('button', { name: 'Put it in' }).click()
  await expect(sheet(author)).toContainText('Lift 4')
  await kept(author)

  await author.goto(await fixture.addPage('changed', '<h1>Changed here</h1><p>Stones.</p>'))
  await putIn(author, 'lifting')
  await author.getByRole('button', { name: 'Change it' }).click()
  await expect(sheet(author).locator('[data-blank]')).toHaveCount(2)
  await cursorAfter(author, 'Lift two')
  await author.keyboard.press('Home')
  await author.keyboard.type('Never alone: ')
  await author.getByRole('button', { name: 'Save as a snippet…' }).click()
  const saving = author.getByRole('dialog', { name: 'Save as a snippet' })
  await expect(saving.getByLabel('Save it as')).toHaveValue('lifting')
  await expect(saving.getByLabel('Name', { exact: true })).toHaveValue('Lifting')
  await saving.getByRole('button', { name: 'Save it in place of the old one' }).click()
  await expect(author.getByText('“Lifting” is a snippet now.')).toBeVisible()

  // Pages are counted when the writing on them pauses.
  await expect
    .poll(
      () => withClient(fixture.url, async (client) => (await client.query('select 1 from snippet_uses')).rowCount),
      { timeout: 20_000 },
    )
    .toBe(2)
  await putIn(author, 'lifting')
  await author.getByRole('button', { name: 'Where it is used' }).click()
  const uses = author.getByRole('dialog', { name: 'Where “Lifting” is used' })
  await expect(uses.getByLabel('Bring “Used here” up to date')).toBeChecked()
  await uses.getByRole('button', { name: /^Used here/ }).click()
  const change = uses.getByRole('region', { name: 'What would change' })
  await expect(change).toContainText('Lift 4')
  await expect(change).toContainText('Never alone: Lift 4')
  expect(await violations(author, WITH_PRACTICE, '.ant-modal')).toEqual([])
  if (await uses.getByLabel('Bring “Changed here” up to date').isChecked())
    await uses.getByLabel('Bring “Changed here” up to date').uncheck()
  await uses.getByRole('button', { name: 'Bring 1 page up to date' }).click()
  await expect(uses.getByText('1 place is up to date now.')).toBeVisible()
  expect(await storedText(fixture.url, 'used')).toContain('Never alone: Lift 4')
})

test('students get the words of a snippet and not how it was filled in', async ({ fixture }) => {
  await fixture.addPage(
    'walls',
    '<h1>Walls</h1><div data-snippet="lifting" data-version="2" data-filled="How+many=3"><p>Lift 3.</p></div>',
    { isPublished: true },
  )
  const student = await fixture.open('student', '/read/course/walls')
  await expect(student.locator('main')).toContainText('Lift 3.')
  expect(await student.content()).not.toContain('data-snippet')
  expect(await student.content()).not.toContain('How+many')
  expect(await violations(student, WITH_PRACTICE)).toEqual([])
  await student.setViewportSize({ width: 320, height: 640 })
  await expect(student.getByText('Lift 3.')).toBeVisible()
})

test('a snippet goes out as one HTML file and comes in again, told what of another file was left out', async ({
  fixture,
}) => {
  await addSnippet(fixture, { id: 'lifting', name: 'Lifting', html: LIFT, blanks: BLANKS })
  const author = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p>'))
  await putIn(author, 'lifting')
  const coming = author.waitForEvent('download')
  await author.getByRole('link', { name: 'Save it as a file' }).click()
  const file = await (await coming).path()
  await author.keyboard.press('Escape')
  await expect(sheet(author)).toBeFocused()
  await author.keyboard.press('Control+/')
  const chosen = author.waitForEvent('filechooser')
  await author.getByRole('button', { name: 'Snippet from a file' }).click()
  await (await chosen).setFiles({ name: 'lifting.html', mimeType: 'text/html', buffer: await readFile(file) })
  const dialog = author.getByRole('dialog', { name: 'Put in “Lifting”' })
  await expect(dialog.getByLabel('How many')).toBeVisible()
  await expect(dialog.getByText('Stones, not people.')).toBeVisible()
  await expect(dialog.getByText('By you, for you alone')).toBeVisible()
  await author.keyboard.press('Escape')
  await expect(sheet(author)).toBeFocused()
  await author.keyboard.press('Control+/')
  const again = author.waitForEvent('filechooser')
  await author.getByRole('button', { name: 'Snippet from a file' }).click()
  await (
    await again
  ).setFiles({
    name: 'other.html',
    mimeType: 'text/html',
    buffer: Buffer.from('<title>Other</title><p>Words.</p><script>alert(1)</script>'),
  })
  await expect(author.getByRole('dialog', { name: 'Put in “Other”' })).toBeVisible()
  await expect(author.getByText(/script/i).first()).toBeVisible()
})

test('Enter that comes before the snippets do is not lost', async ({ fixture }) => {
  await addSnippet(fixture, { id: 'lifting', name: 'Lifting', html: LIFT, blanks: BLANKS })
  const path = await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p>')
  const author = await fixture.open('author', '/courses/course/plan')
  let answer = (): void => undefined
  const asked = new Promise<void>((resolve) => (answer = resolve))
  await author.route('**/courses/course/snippets', async (route) => {
    await asked
    await route.continue()
  })
  await author.goto(path)
  await cursorAfter(author, 'Stones.')
  await author.keyboard.press('Control+/')
  const field = author.getByRole('dialog', { name: 'Insert' }).getByRole('combobox')
  await expect(field).toBeFocused()
  await author.keyboard.type('lifting')
  await expect(author.getByText('Looking among the snippets…')).toBeVisible()
  await author.keyboard.press('Enter')
  answer()
  await expect(author.getByRole('dialog', { name: 'Put in “Lifting”' })).toBeVisible()
})
