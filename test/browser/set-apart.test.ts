import type { Page } from '@playwright/test'
import { withClient } from '../server/setup/app.ts'
import { cursorAfter, expect, kept, sheet, storedPage, storedText, test } from './setup/fixture.ts'
import { turnInto } from './setup/turning.ts'

/** Inserts a piece by what it is for, as the first letters of it are typed. */
async function insert(page: Page, purpose: string): Promise<void> {
  await page.getByRole('button', { name: 'Insert', exact: true }).click()
  await page.getByRole('combobox', { name: /^Name of a piece/ }).fill(purpose)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(sheet(page)).toBeFocused()
}
const labelOf = (page: Page): Promise<string> =>
  page
    .locator('.call-out > .part-title')
    .first()
    .evaluate((title) => getComputedStyle(title, '::before').content)

test('a warning by its purpose, an aside, steps turned into cards and back, published and read', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('apart', '<h1>Apart</h1><p>Begin.</p>'))
  await cursorAfter(page, 'Begin.')
  await insert(page, 'warning')
  await expect(sheet(page).locator('.call-out')).toHaveAttribute('aria-label', 'Call-out: caution')
  expect(await labelOf(page)).toBe('"Caution"')
  await page.keyboard.type('Mind your toes')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Never stand below a lifted stone.')
  await page.getByRole('tabpanel').getByText('Tip', { exact: true }).click()
  await expect(sheet(page).locator('.call-out')).toHaveAttribute('data-sort', 'tip')
  await sheet(page).getByText('Never stand').click()
  await page.keyboard.press('Control+z')
  await expect(sheet(page).locator('.call-out')).toHaveAttribute('data-sort', 'caution')
  await page.keyboard.press('Control+Enter')

  await insert(page, 'sidebar')
  await page.keyboard.type('Paid by the metre.')
  await page.keyboard.press('Control+Enter')
  await insert(page, 'procedure')
  await page.keyboard.type('Strip')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Down to sound courses.')
  await page.getByRole('button', { name: 'Add a step' }).click()
  await page.keyboard.type('Build')
  await turnInto(page, 'Cards')
  await expect(sheet(page).locator('.cards > .part > .part-title')).toHaveText(['Strip', '', 'Build'])
  await page.getByRole('button', { name: 'Remove Card 2' }).click()
  await expect(sheet(page).locator('.cards > .part')).toHaveCount(2)
  await turnInto(page, 'Timeline')
  await turnInto(page, 'Steps')
  await expect(sheet(page).locator('.steps > .part > .part-title')).toHaveText(['Strip', 'Build'])
  await kept(page)
  const words =
    'ApartBegin.Mind your toesNever stand below a lifted stone.Paid by the metre.StripDown to sound courses.Build'
  expect(await storedText(fixture.url, 'apart')).toBe(words)
  await page.getByRole('button', { name: 'Publish edition 1' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Publish edition 1' }).click()
  await expect(page.locator('.foot')).toContainText('Students read edition 1')

  // Without script all of it is there; the role is that of a notice (Digital Publishing WAI-ARIA 1.1).
  const student = await fixture.open('student', '/read/course/apart', { javaScriptEnabled: false })
  await expect(student.locator('.call-out')).toHaveAttribute('role', 'doc-notice')
  await expect(student.locator('.call-out-title')).toHaveText('Caution Mind your toes')
  await expect(student.getByRole('list').getByRole('heading', { name: 'Build' })).toBeVisible()
  const floats = (): Promise<string> => student.locator('.aside').evaluate((aside) => getComputedStyle(aside).float)
  expect(await floats()).toBe('inline-end')
  await student.setViewportSize({ width: 390, height: 800 })
  expect(await floats(), 'on a phone').toBe('none')
})

test('the name of a call-out is in the language of the course, on the sheet and where it is read', async ({
  fixture,
}) => {
  const callOut = '<div data-piece="call-out" data-sort="definition"><p data-part="title">جدار</p><p>حجر</p></div>'
  const path = await fixture.addPage('arabic', `<h1>صفحة</h1>${callOut}`, { isPublished: true })
  await withClient(fixture.url, (client) =>
    client.query("update courses set language = 'ar', direction = 'rtl' where id = 'course'"),
  )
  expect(await labelOf(await fixture.open('author', path))).toBe('"تعريف"')
  const student = await fixture.open('student', path.replace(/^\/courses\/(\w+)\/items/, '/read/$1'))
  await expect(student.locator('.call-out-title')).toHaveText('تعريف جدار')
})

test('buttons are written, led somewhere by key, added by Enter, and one that leads nowhere is found', async ({
  fixture,
}) => {
  await fixture.addPage('weather', '<h1>Fellside weather</h1><p>Rain.</p>', { isPublished: true })
  const page = await fixture.open('author', await fixture.addPage('go', '<h1>Go</h1><p>Begin.</p>'))
  await cursorAfter(page, 'Begin.')
  await insert(page, 'buttons')
  await page.keyboard.type('The weather')
  await page.keyboard.press('Shift+Home')
  await page.keyboard.press('Control+k')
  const field = page.getByRole('dialog', { name: 'Link' }).getByRole('combobox', { name: 'Title or address' })
  await expect(field).toBeFocused()
  await field.fill('Fellside')
  await expect(page.getByRole('dialog').getByRole('option')).toHaveText(/Fellside weather/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Look before you come out.')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Safety')
  await expect(sheet(page).locator('.button-label')).toHaveText(['The weather', 'Safety'])
  await page.getByRole('tab', { name: /^Proof/ }).click()
  await expect(page.getByRole('tabpanel')).toContainText('The button “Safety” leads nowhere.')
  await page.getByRole('tabpanel').getByText('The button “Safety” leads nowhere.').click()
  await page.getByRole('button', { name: 'Take the button away, keep its words' }).click()
  await expect(sheet(page).locator('.button-label')).toHaveText(['The weather'])
  await kept(page)
  expect((await storedPage(fixture.url, 'go')).toString()).toContain(
    'buttons(button(buttonLabel(link("The weather")), buttonNote("Look before you come out."))), paragraph("Safety")',
  )
  await page.getByRole('button', { name: 'Publish edition 1' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Publish edition 1' }).click()
  await expect(page.locator('.foot')).toContainText('Students read edition 1')
  const student = await fixture.open('student', '/read/course/go', { javaScriptEnabled: false })
  await expect(student.getByRole('listitem').filter({ hasText: 'Look before' })).toBeVisible()
  await student.getByRole('link', { name: 'The weather' }).click()
  await expect(student.getByRole('heading', { name: 'Fellside weather' })).toBeVisible()
})

const POP_UP =
  '<h1>Safety</h1><p>First.</p><details data-piece="pop-up" id="fell"><summary>On the fell</summary><p>Tell <a href="#last">somebody</a>.</p></details><p id="last">Last.</p>'

test('a pop-up by the keys of the ARIA Authoring Practices, and without script', async ({ fixture }) => {
  await fixture.addPage('safety', POP_UP, { isPublished: true })
  const page = await fixture.open('student', '/read/course/safety')
  const button = page.locator('.pop-up > summary')
  await expect(button).toHaveAttribute('aria-haspopup', 'dialog')
  await button.focus()
  await page.keyboard.press('Enter')
  const dialog = page.getByRole('dialog', { name: 'On the fell' })
  await expect(dialog).toContainText('Tell somebody.')
  await expect(dialog.getByRole('button', { name: 'Close' })).toBeFocused()
  // Tab stays in the dialog, or goes to the browser itself: never to the page behind it.
  for (let press = 0; press < 4; press++) {
    await page.keyboard.press('Tab')
    expect(await page.evaluate(() => document.activeElement?.closest('dialog, body')?.tagName)).toMatch(/DIALOG|BODY/)
    await expect(button).not.toBeFocused()
  }
  await page.keyboard.press('Escape')
  await expect(dialog).toHaveCount(0)
  await expect(button).toBeFocused()
  await page.keyboard.press('Space')
  await dialog.getByRole('button', { name: 'Close' }).click()
  await expect(button).toBeFocused()
  // What it holds is back in its place, where the browser’s search and a link find it.
  await expect(page.locator('details.pop-up')).toContainText('Tell somebody.')

  const plain = await fixture.open('student', '/read/course/safety', { javaScriptEnabled: false })
  await plain.locator('.pop-up > summary').click()
  await expect(plain.getByText('Tell somebody.')).toBeVisible()
})

test('a word of the page opens a pop-up where it stands, and has the focus again', async ({ fixture }) => {
  const source = POP_UP.replace(' id="fell"', '').replace('First.', 'First look at the fell.')
  const page = await fixture.open('author', await fixture.addPage('safety', source))
  await cursorAfter(page, 'the fell.')
  await page.keyboard.press('ArrowLeft')
  for (let letter = 0; letter < 'the fell'.length; letter++) await page.keyboard.press('Shift+ArrowLeft')
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('combobox', { name: 'Title or address' })).toBeFocused()
  await page.keyboard.type('On the fell')
  await expect(page.getByRole('option', { name: /On the fell/ })).toContainText('Piece of this page')
  await page.keyboard.press('Enter')
  await expect(sheet(page).getByRole('link', { name: 'the fell' })).toHaveAttribute('href', '#on-the-fell')
  await kept(page)
  await page.getByRole('button', { name: 'Publish edition 1' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Publish edition 1' }).click()
  await expect(page.locator('.foot')).toContainText('Students read edition 1')

  const student = await fixture.open('student', '/read/course/safety')
  const word = student.getByRole('link', { name: 'the fell' })
  await word.focus()
  await student.keyboard.press('Enter')
  await expect(student.getByRole('dialog', { name: 'On the fell' })).toContainText('Tell somebody.')
  await student.keyboard.press('Escape')
  await expect(word).toBeFocused()
})

test('what is pasted over all that is selected takes its place, not one in a piece; the title stays', async ({
  fixture,
}) => {
  const box = '<div data-piece="box"><p>Boxed.</p></div>'
  const page = await fixture.open('author', await fixture.addPage('over', `<h1>Over</h1>${box}<p>End.</p>`))
  const paste = (data: Readonly<Record<string, string>>): Promise<void> =>
    sheet(page).evaluate((field, given) => {
      const clipboardData = new DataTransfer()
      for (const [type, value] of Object.entries(given)) clipboardData.setData(type, value)
      field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
    }, data)
  const all = async (within: string): Promise<void> => {
    await cursorAfter(page, within)
    await page.keyboard.press('Control+a')
  }
  const stored = async (): Promise<string> => {
    await kept(page)
    return (await storedPage(fixture.url, 'over')).toString()
  }
  await all('End.')
  await paste({ 'text/html': '<h2>New</h2><hr>', 'text/plain': 'New' })
  await expect.poll(stored).toBe('doc(title("Over"), heading("New"), rule)')
  await all('New')
  await paste({ 'text/plain': 'One line' })
  await expect.poll(stored).toBe('doc(title("Over"), paragraph("One line"))')
  await page.keyboard.press('Control+z')
  await expect.poll(stored).toBe('doc(title("Over"), heading("New"), rule)')
})
