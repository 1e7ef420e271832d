import type { Page } from '@playwright/test'
import { turnInto } from './setup/turning.ts'
import { cursorAfter, expect, kept, sheet, storedText, test } from './setup/fixture.ts'

/** Inserts a piece by the first letters of its name. */
async function insert(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Insert', exact: true }).click()
  await page.getByRole('combobox', { name: /^Name of a piece/ }).fill(name)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(sheet(page)).toBeFocused()
}

const THREE =
  '<h1>Footings</h1><p>Before.</p><h2>On the flat</h2><p>Flat words.</p><h2>On a slope</h2><p>Slope words.</p><h2>Across a stream</h2><p>Stream words.</p>'
const titles = (page: Page) => sheet(page).locator('.tabs > .part > .part-title')
const rows = (page: Page) => page.getByRole('tabpanel').locator('.row-name > span:first-child')

test('three headings become tabs with one action; renamed to nothing and back, reordered, one added, one taken out', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('footings', THREE))
  await cursorAfter(page, 'On a slope')
  await turnInto(page, 'Tabs')
  await expect(titles(page)).toHaveText(['On the flat', 'On a slope', 'Across a stream'])
  await expect(sheet(page).getByText('Flat words.')).toBeVisible()
  await expect(sheet(page).getByText('Slope words.')).toBeHidden()

  // Renamed to nothing: the tab stays, and says which it is until it has a name again.
  await titles(page).nth(1).click()
  await expect(sheet(page).getByText('Slope words.')).toBeVisible()
  await page.keyboard.press('Home')
  await page.keyboard.press('Shift+End')
  await page.keyboard.press('Backspace')
  await page.keyboard.press('Backspace')
  await page.keyboard.press('Delete')
  await expect(titles(page)).toHaveText(['On the flat', '', 'Across a stream'])
  await expect(titles(page).nth(1)).toHaveAttribute('data-placeholder', 'Tab 2')
  await page.keyboard.type('Uphill')
  await expect(titles(page)).toHaveText(['On the flat', 'Uphill', 'Across a stream'])

  // Moved by keyboard: lift, one up, put down.
  await page.getByRole('button', { name: 'Move Across a stream', exact: true }).focus()
  await page.keyboard.press('Space')
  await page.waitForTimeout(150)
  await page.keyboard.press('ArrowUp')
  await page.waitForTimeout(150)
  await page.keyboard.press('Space')
  await expect(titles(page)).toHaveText(['On the flat', 'Across a stream', 'Uphill'])

  await page.getByRole('button', { name: 'Add a tab' }).click()
  await page.keyboard.type('In sand')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Sand words.')
  await expect(rows(page)).toHaveText(['On the flat', 'Across a stream', 'Uphill', 'In sand'])
  await page.getByRole('button', { name: 'Remove Uphill' }).click()
  await expect(titles(page)).toHaveText(['On the flat', 'Across a stream', 'In sand'])

  await turnInto(page, 'Accordion')
  await expect(sheet(page).locator('.accordion > .part > .part-title')).toHaveText([
    'On the flat',
    'Across a stream',
    'In sand',
  ])
  await turnInto(page, 'Headings')
  await expect(sheet(page).locator('h2')).toHaveText(['On the flat', 'Across a stream', 'In sand'])
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(titles(page)).toHaveText(['On the flat', 'Across a stream', 'In sand'])
  await kept(page)
  expect(await storedText(fixture.url, 'footings')).toBe(
    'FootingsBefore.On the flatFlat words.Across a streamStream words.In sandSand words.',
  )
})

test('a reveal in a tab, a box in the reveal, and words after each of them', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('nest', '<h1>Nest</h1><p>Begin.</p>'))
  await cursorAfter(page, 'Begin.')
  await insert(page, 'tabs')
  await page.keyboard.type('First')
  await page.keyboard.press('Enter')
  await insert(page, 'reveal')
  await page.keyboard.type('Why not mortar?')
  await page.keyboard.press('Enter')
  await insert(page, 'box')
  await page.keyboard.type('In the box.')
  await expect(page.getByRole('navigation', { name: /Trail/ })).toContainText('PageTabsFirstRevealBoxParagraph')
  // Enter on an empty line leaves the box, then the reveal, then the tabs.
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await page.keyboard.type('After the box.')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await page.keyboard.type('After the reveal.')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await page.keyboard.type('After the tabs.')
  await expect(sheet(page).locator('.box')).toHaveText('In the box.')
  await expect(sheet(page).locator('.reveal > p')).toHaveText('After the box.')
  await expect(sheet(page).locator('.tabs > .part > p')).toContainText(['After the reveal.'])
  await expect(sheet(page).locator('> p', { hasText: 'After the tabs.' })).toBeVisible()

  // The sign of a fold closes and opens it; what is in it is never lost.
  await page.locator('.reveal > .part-title').click({ position: { x: 8, y: 12 } })
  await expect(sheet(page).getByText('In the box.')).toBeHidden()
  await page.locator('.reveal > .part-title').click({ position: { x: 8, y: 12 } })
  await expect(sheet(page).getByText('In the box.')).toBeVisible()
})

test('columns, contents and a practice question, published and read', async ({ fixture }) => {
  const page = await fixture.open(
    'author',
    await fixture.addPage('mixed', '<h1>Mixed</h1><p>Begin.</p><h2>First part</h2><p>x</p><h3>Within</h3><p>y</p>'),
  )
  await cursorAfter(page, 'Begin.')
  await insert(page, 'contents')
  await expect(sheet(page).locator('nav.contents-list li')).toHaveText(['First part', 'Within'])
  // A list that is selected as a whole is not overwritten by the next key.
  await sheet(page).locator('nav.contents-list').click()
  await page.keyboard.type('Beneath.')
  await expect(sheet(page).locator('nav.contents-list + p')).toHaveText('Beneath.')
  await sheet(page).locator('h3').click()
  await page.keyboard.press('End')
  await page.keyboard.type(' reach')
  await expect(sheet(page).locator('nav.contents-list li')).toHaveText(['First part', 'Within reach'])

  await sheet(page).getByText('y', { exact: true }).click()
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await insert(page, 'columns')
  await page.keyboard.type('On the left')
  await page
    .getByRole('tabpanel')
    .getByRole('button', { name: /^Column 2/ })
    .click()
  await page.keyboard.type('On the right')
  await expect(sheet(page).locator('.columns > .column')).toHaveText(['On the left', 'On the right'])
  await page.keyboard.press('Control+Enter')

  await insert(page, 'practice')
  await page.keyboard.type('Which stone ties both faces?')
  await page
    .getByRole('tabpanel')
    .getByRole('button', { name: /^Answer 1/ })
    .click()
  await page.keyboard.type('Hearting')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.type('That fills the middle.')
  await page
    .getByRole('tabpanel')
    .getByRole('button', { name: /^Answer 2/ })
    .click()
  await page.keyboard.type('A through')
  await expect(page.getByRole('tabpanel')).toContainText('No answer is marked as right yet.')
  await page.getByRole('checkbox', { name: 'Right: A through' }).check()
  await expect(page.getByRole('tabpanel')).not.toContainText('No answer is marked')
  await kept(page)
  await page.getByRole('button', { name: 'Publish edition 1' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Publish edition 1' }).click()
  await expect(page.locator('.foot')).toContainText('Students read edition 1')

  // With script: the answer is said beneath the question, by keyboard alone.
  const student = await fixture.open('student', '/read/course/mixed')
  expect(await student.content()).not.toContain('That fills the middle.')
  await student.getByRole('radio', { name: 'Hearting' }).focus()
  await student.keyboard.press('Space')
  await student.keyboard.press('Enter')
  await expect(student.getByRole('status')).toContainText('Not right.')
  await expect(student.getByRole('status')).toContainText('That fills the middle.')
  await student.getByRole('radio', { name: 'A through' }).check()
  await student.getByRole('button', { name: 'Check' }).click()
  await expect(student.getByRole('status')).toContainText('Right.')
  await student.getByRole('link', { name: 'Within reach' }).first().click()
  await expect(student).toHaveURL(/#within-reach$/)

  // Without script: the page comes again with what is said.
  const plain = await fixture.open('student', '/read/course/mixed', { javaScriptEnabled: false })
  await plain.getByRole('radio', { name: 'Hearting' }).check()
  await plain.getByRole('button', { name: 'Check' }).click()
  await expect(plain.locator('.practice-result')).toContainText('You chose: Hearting')
  await expect(plain.locator('.practice-result')).toContainText('That fills the middle.')
})

const PARTS =
  '<h1>Parts</h1><p>Go to <a href="#slope">the slope</a> or <a href="#pack">packing</a>.</p><div data-piece="tabs"><section id="flat"><h2>On the flat</h2><p>Flat words.</p></section><section id="slope"><h2>On a slope</h2><p>Slope words.</p><details id="why"><summary>Why?</summary><p>Hidden reason.</p></details></section><section id="stream"><h2>Across</h2><p>Stream words.</p></section></div><div data-piece="accordion"><section id="lay"><h2>Lay</h2><p>Laying words.</p></section><section id="pack"><h2>Pack</h2><p>Packing words.</p></section></div>'

test('tabs by the keys of the ARIA Authoring Practices', async ({ fixture }) => {
  await fixture.addPage('parts', PARTS, { isPublished: true })
  const page = await fixture.open('student', '/read/course/parts')
  const tab = (name: string) => page.getByRole('tab', { name })
  await expect(page.getByRole('tabpanel', { name: 'On the flat' })).toBeVisible()
  await tab('On the flat').focus()
  await page.keyboard.press('ArrowRight')
  await expect(tab('On a slope')).toBeFocused()
  await expect(tab('On a slope')).toHaveAttribute('aria-selected', 'true')
  await expect(page.getByText('Slope words.')).toBeVisible()
  await expect(page.getByText('Flat words.')).toBeHidden()
  await page.keyboard.press('End')
  await expect(tab('Across')).toBeFocused()
  await page.keyboard.press('ArrowRight')
  await expect(tab('On the flat')).toBeFocused()
  await page.keyboard.press('ArrowLeft')
  await expect(tab('Across')).toBeFocused()
  await page.keyboard.press('Home')
  await expect(tab('On the flat')).toBeFocused()
  await page.keyboard.press('Tab')
  await expect(page.getByRole('tabpanel', { name: 'On the flat' })).toBeFocused()
  await page.keyboard.press('Shift+Tab')
  await expect(tab('On the flat')).toBeFocused()
  await expect(page.locator('[role=tab][tabindex="0"]')).toHaveCount(1)
})

test('accordion and disclosure by the keys of the ARIA Authoring Practices', async ({ fixture }) => {
  await fixture.addPage('parts', PARTS, { isPublished: true })
  const page = await fixture.open('student', '/read/course/parts')
  const lay = page.getByRole('button', { name: 'Lay' })
  await expect(page.getByRole('heading', { name: 'Lay' })).toBeVisible()
  await expect(lay).toHaveAttribute('aria-expanded', 'false')
  await expect(page.getByText('Laying words.')).toBeHidden()
  await lay.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('region', { name: 'Lay' })).toBeVisible()
  await page.keyboard.press('Space')
  await expect(page.getByText('Laying words.')).toBeHidden()
  await page.keyboard.press('Tab')
  await expect(page.getByRole('button', { name: 'Pack' })).toBeFocused()

  await page.getByRole('tab', { name: 'On a slope' }).click()
  await page.locator('summary', { hasText: 'Why?' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Hidden reason.')).toBeVisible()
  await page.keyboard.press('Space')
  await expect(page.getByText('Hidden reason.')).toBeHidden()
})

test('an accordion opens one part at a time, or all of them by one button, as its author chose', async ({
  fixture,
}) => {
  const parts = ['Lay', 'Pack', 'Cope']
    .map((title) => `<section><h2>${title}</h2><p>${title} words.</p></section>`)
    .join('')
  const source = `<h1>Folds</h1><div data-piece="accordion" data-opens="one" data-starts="first">${parts}</div>`
  const path = await fixture.addPage('folds', source, { isPublished: true })
  const page = await fixture.open('student', '/read/course/folds')
  const open = (): Promise<string[]> => page.locator('[aria-expanded=true]').allTextContents()
  expect(await open()).toEqual(['Lay'])
  await page.getByRole('button', { name: 'Cope' }).click()
  expect(await open()).toEqual(['Cope'])
  await expect(page.getByText('Lay words.')).toBeHidden()
  await expect(page.getByRole('button', { name: 'Open all' })).toHaveCount(0)

  const author = await fixture.open('author', path)
  await author.locator('.accordion .part-title').first().click()
  const choose = (name: string) => author.getByRole('tabpanel').getByText(name, { exact: true }).click()
  await choose('Several')
  await choose('All')
  await expect(author.locator('.accordion')).toHaveAttribute('data-starts', 'all')
  await kept(author)
  await author.getByRole('button', { name: 'Publish edition 2' }).click()
  await author.getByRole('dialog').getByRole('button', { name: 'Publish edition 2' }).click()
  await expect(author.locator('.foot')).toContainText('Students read edition 2')
  await page.reload()
  await expect(page.getByRole('button', { name: 'Close all' })).toBeVisible()
  expect(await open()).toEqual(parts.match(/(?<=<h2>)\w+/g))
  await page.getByRole('button', { name: 'Close all' }).click()
  expect(await open()).toEqual([])
  await page.getByRole('button', { name: 'Open all' }).click()
  await page.getByRole('button', { name: 'Pack' }).click()
  await expect(page.getByRole('button', { name: 'Open all' })).toBeVisible()
})

test('a link opens the tab it points into, the browser’s search opens what is folded, and paper shows everything', async ({
  fixture,
}) => {
  await fixture.addPage('parts', PARTS, { isPublished: true })
  const page = await fixture.open('student', '/read/course/parts')
  await page.getByRole('link', { name: 'the slope' }).click()
  await expect(page.getByText('Slope words.')).toBeVisible()
  await page.getByRole('tab', { name: 'Across' }).click()
  await page.getByRole('link', { name: 'the slope' }).click()
  await expect(page.getByText('Slope words.')).toBeVisible()
  await page.getByRole('link', { name: 'packing' }).click()
  await expect(page.getByText('Packing words.')).toBeVisible()
  await page.goto(page.url().replace(/#.*/, '#why'))
  await page.reload()
  await expect(page.getByText('Hidden reason.')).toBeVisible()

  // What the browser does when its search has found something that is hidden until found (HTML Standard,
  // "beforematch").
  await page.locator('#stream').evaluate((panel) => panel.dispatchEvent(new Event('beforematch', { bubbles: true })))
  await expect(page.getByText('Stream words.')).toBeVisible()
  expect(await page.locator('#flat').getAttribute('hidden')).toBe('until-found')
  // And its own search for a fragment of text: the address names words that are folded away.
  await page.goto(`${page.url().replace(/#.*/, '')}?again#:~:text=Laying%20words`)
  await expect(page.getByText('Laying words.')).toBeVisible()

  await page.emulateMedia({ media: 'print' })
  for (const words of [
    'Flat words.',
    'Slope words.',
    'Stream words.',
    'Laying words.',
    'Packing words.',
    'Hidden reason.',
  ])
    await expect(page.getByText(words)).toBeVisible()
  const plain = await fixture.open('student', '/read/course/parts', { javaScriptEnabled: false })
  for (const words of ['Flat words.', 'Slope words.', 'Stream words.', 'Laying words.', 'Packing words.'])
    await expect(plain.getByText(words)).toBeVisible()
  await expect(plain.locator('article h2')).toHaveText(['On the flat', 'On a slope', 'Across', 'Lay', 'Pack'])
})

test('the part that is open stands in the address: it is open again for whoever is sent it, and closing takes it out', async ({
  fixture,
}) => {
  await fixture.addPage('parts', PARTS, { isPublished: true })
  const page = await fixture.open('student', '/read/course/parts')
  await page.getByRole('tab', { name: 'Across' }).click()
  await expect(page).toHaveURL(/#stream$/)
  await page.getByRole('tab', { name: 'Across' }).press('ArrowLeft')
  await expect(page.getByText('Slope words.')).toBeVisible()
  const slope = page.url()
  expect(slope).toMatch(/#.+$/)
  await page.getByRole('button', { name: 'Pack' }).click()
  const pack = page.url()
  expect(pack).not.toBe(slope)
  await page.getByRole('button', { name: 'Pack' }).click()
  expect(page.url()).not.toContain('#')
  for (const [address, words] of [
    [slope, 'Slope words.'],
    [pack, 'Packing words.'],
  ] as const) {
    const other = await fixture.open('student', new URL(address).pathname + new URL(address).hash)
    await expect(other.getByText(words)).toBeVisible()
    await other.context().close()
  }
})

test('what is typed right after Enter in the insert dialog goes into the piece', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('page', '<h1>A page</h1><p>Words.</p><p></p>'))
  await page.waitForTimeout(1000)
  await sheet(page).locator('p').last().click()
  await page.keyboard.type('/')
  await page.getByRole('combobox', { name: /^Name of a piece/ }).fill('quotation')
  await page.keyboard.press('Enter')
  await page.keyboard.type('every letter of it')
  await expect(sheet(page).locator('blockquote')).toHaveText('every letter of it')
})

test('what is typed between / and the dialog is for the dialog; if it does not come, it goes onto the sheet', async ({
  fixture,
}) => {
  const address = await fixture.addPage('page', '<h1>A page</h1><p>Words.</p><p></p>')
  const page = await fixture.open('author', '/courses/course/plan')
  let isLost = false
  await page.route(/insert-dialog-.*\.js/, async (route) => {
    if (isLost) return route.abort()
    await new Promise((done) => setTimeout(done, 1500))
    await route.continue()
  })
  await page.goto(address)
  await sheet(page).locator('p').last().click()
  await page.keyboard.type('/tabz')
  await page.keyboard.press('Backspace')
  await page.keyboard.type('s')
  const field = page.getByRole('combobox', { name: 'Name of a piece, address or embed code' })
  await expect(field).toHaveValue('tabs')
  await expect(sheet(page)).not.toContainText('tab')
  await page.keyboard.press('Enter')
  await expect(sheet(page).locator('.tabs')).toHaveCount(1)

  isLost = true
  await page.reload()
  await sheet(page).locator('p').last().click()
  await page.keyboard.type('/not lost')
  await expect(sheet(page)).toContainText('not lost', { timeout: 8000 })
})
