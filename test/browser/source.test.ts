import type { Page } from '@playwright/test'
import { violations, WITH_PRACTICE } from './setup/axe.ts'
import { cursorAfter, expect, kept, logSize, sheet, storedPage, test } from './setup/fixture.ts'

const LONG = `<h1>Long</h1>${Array.from({ length: 60 }, (_, at) => `<p>Paragraph ${at} about walls.</p>`).join('')}`

async function openSource(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Source' }).click()
  await expect(page.locator('.cm-content')).toBeVisible()
}

/** Finds words in the source and types in their place. */
async function replaceInSource(page: Page, find: string, put: string): Promise<void> {
  await page.locator('.cm-content').click()
  await page.keyboard.press('Control+Home')
  await page.keyboard.press('Control+f')
  await page.locator('.cm-search [name=search]').fill('')
  await page.locator('.cm-search [name=search]').pressSequentially(find)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await page.keyboard.insertText(put)
}

test('opening and closing the source makes no step', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('long', LONG))
  await openSource(page)
  await page.locator('.cm-content').click()
  await sheet(page).click()
  await page.getByRole('button', { name: 'Source' }).click()
  await page.waitForTimeout(800)
  expect(await logSize(fixture.url, 'long')).toEqual({ steps: 0, length: 2 })
})

test('two distant edits in the source are small steps, while another author types', async ({ fixture }) => {
  const address = await fixture.addPage('long', LONG)
  const [page, other] = [await fixture.open('author', address), await fixture.open('coauthor', address)]
  await openSource(page)
  await cursorAfter(other, 'Paragraph 30 about walls.')
  const typing = other.keyboard.type(' Typed by the other.', { delay: 40 })
  await replaceInSource(page, 'Paragraph 2 about', 'Sentence 2 about')
  await replaceInSource(page, 'Paragraph 58 about', '<em>Sentence</em> 58 about')
  await typing
  await Promise.all([kept(page), kept(other)])
  for (const each of [page, other]) {
    await expect(sheet(each)).toContainText('Sentence 2 about walls.')
    await expect(sheet(each).locator('em')).toHaveText('Sentence')
    await expect(sheet(each)).toContainText('Paragraph 30 about walls. Typed by the other.')
  }
  await expect(page.locator('.cm-content')).toBeVisible()
  expect((await logSize(fixture.url, 'long')).length).toBeLessThan(12_000)
})

test('writing on the sheet appears in the source, and what the reader leaves out is listed', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('short', '<h1>Short</h1><p>One.</p>'))
  await openSource(page)
  await cursorAfter(page, 'One.')
  await page.keyboard.type(' Two.')
  await expect(page.locator('.cm-content')).toContainText('<p>One. Two.</p>')
  await replaceInSource(
    page,
    'Two.',
    'Two.</p><p onclick="x()">Three <script>steal()</script><a href="javascript:x()">four</a>',
  )
  const notes = page.locator('.source-notes')
  await expect(notes).toContainText('A page holds no script')
  await expect(notes).toContainText('“onclick” would run script in the page')
  await expect(notes).toContainText('is not an address that a page may use')
  await expect(sheet(page).locator('p').nth(1)).toHaveText('Three four')
  await expect(sheet(page).locator('script, a')).toHaveCount(0)
})

test('the block under the cursor of the sheet is marked in the source', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('long', LONG))
  await openSource(page)
  await cursorAfter(page, 'Paragraph 5 about walls.')
  await expect(page.locator('.source-here')).toHaveText('<p>Paragraph 5 about walls.</p>')
  await page.locator('.cm-line', { hasText: 'Paragraph 3 about' }).click()
  await expect(page.getByRole('navigation', { name: /Trail/ })).toContainText('Paragraph')
})

const BY_HAND = `<h1>Hand</h1>
<ul class="tabs"><li><a href="#one">One</a></li><li><a href="#two">Two</a></li></ul>
<div id="one"><p>First words.</p></div>
<div id="two"><p>Second words.</p></div>
<details><summary>Why?</summary><p>So.</p></details>
<div style="background-color: #ffeecc"><p>Coloured.</p></div>
<p><a href="#tow">to the second</a></p>
<p id="x">a</p>
<div>
<p>Never closed.</p>`

test('code written by hand becomes real pieces; what is wrong is explained at its line and repaired', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('hand', '<h1>Hand</h1><p>x</p>'))
  await openSource(page)
  await page.locator('.cm-content').click()
  await page.keyboard.press('Control+a')
  await page.locator('.cm-content').evaluate((element, text) => {
    const clipboardData = new DataTransfer()
    clipboardData.setData('text/plain', text)
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
  }, BY_HAND)
  await expect(sheet(page).locator('.tabs > .part > .part-title')).toHaveText(['One', 'Two'])
  await expect(sheet(page).locator('.reveal > .part-title')).toHaveText('Why?')
  await expect(sheet(page).locator('.box')).toHaveText('Coloured.')
  const notes = page.locator('.source-notes')
  await expect(notes).toContainText('became tabs with 2 parts')
  await expect(notes).toContainText('The link leads to “#tow”, but nothing on this page has that id.')
  await expect(
    notes.getByRole('listitem').filter({ hasText: '“<div>” is never closed' }).getByRole('button', { name: 'line 9' }),
  ).toBeVisible()
  await notes.getByRole('button', { name: 'Point it to “#two”' }).click()
  await expect(notes).not.toContainText('#tow')
  await expect(sheet(page).getByRole('link', { name: 'to the second' })).toHaveAttribute('href', '#two')
  await notes.getByRole('button', { name: 'Close it at the end' }).click()
  await expect(notes).not.toContainText('never closed')
  await expect(notes).not.toContainText('fault')
  // Left, the source stands as it was written; in order it is on request, and nothing of the page changes by that.
  await sheet(page).getByText('Never closed.').click()
  await expect(page.locator('.cm-content')).toContainText('background-color: #ffeecc')
  await page.getByRole('button', { name: 'Put in order' }).click()
  await expect(page.locator('.cm-content')).toContainText('data-piece="tabs"')
  await kept(page)
})

test('what a page can’t hold is told by fragments, taken so, or kept as it was typed', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('code', '<h1>Code</h1><p>Here.</p><p>There.</p>'))
  await openSource(page)
  await replaceInSource(page, '<p>Here.</p>', '<div style="clear:left" data-x="1">Beside <b class="c">it</b></div>')
  const entries = page.locator('.source-notes').getByRole('listitem')
  await expect(entries).toHaveCount(1)
  await expect(entries).toContainText(
    'This block lost its place beside the text (clear: left). This block lost “data-x="1"”. These words lost their class “c”.',
  )
  await entries.getByRole('button', { name: 'Take it so' }).click()
  await expect(entries).toHaveCount(0)
  await replaceInSource(page, '<p>There.</p>', '<div onclick="turn()">Turn <script>let x = 1 < 2</script></div>')
  await entries
    .filter({ hasText: 'This block lost “onclick”, which would run script.' })
    .getByRole('button', { name: 'Keep it as an HTML piece' })
    .click()
  await expect(page.getByText('It is kept as an HTML piece. Give the piece a title')).toBeVisible()
  await expect(sheet(page).locator('figure.html-piece')).toHaveCount(1)
  await kept(page)
  const stored = await storedPage(fixture.url, 'code')
  expect(stored.child(2).attrs.code).toBe('<div onclick="turn()">Turn <script>let x = 1 < 2</script></div>')
})

test('what was left out waits beside the page, also for co-authors, until somebody decides', async ({ fixture }) => {
  const path = await fixture.addPage('code', '<h1>Code</h1><p>Here.</p><p>There.</p>')
  const page = await fixture.open('author', path)
  const other = await fixture.open('coauthor', path)
  await openSource(page)
  await replaceInSource(page, '<p>Here.</p>', '<div style="clear:left">Beside</div><!-- later -->')
  await expect(page.locator('.source-notes').getByRole('listitem')).toHaveCount(2)
  await sheet(page).getByText('There.').click()
  await expect(page.locator('.source-notes')).toContainText('2 things were left out before.')
  await expect(page.locator('.source-notes').getByRole('listitem')).toHaveCount(0)
  // The co-author, who never had the source open, keeps the one and takes the other as it is.
  await other.getByRole('tab', { name: 'Set aside' }).click()
  const desk = other.getByRole('tabpanel')
  await expect(desk).toContainText('This block lost its place beside the text (clear: left).')
  await expect(desk).toContainText('The comment “later” was left out: it is no part of a page.')
  await sheet(other).getByText('There.').click()
  await desk.getByRole('button', { name: 'Keep it as an HTML piece' }).click()
  await expect(sheet(page).locator('figure.html-piece')).toHaveCount(1)
  await desk.getByRole('button', { name: 'Take it so' }).click()
  await expect(desk).toContainText('The note was taken so.')
  await expect(page.locator('.source-notes')).toContainText('all of it is on the sheet')
  await kept(page)
  const stored = await storedPage(fixture.url, 'code')
  expect(stored.textContent).toBe('CodeBesideThere.')
})

test('one piece is shown and changed alone; a search shows all again', async ({ fixture }) => {
  const html = '<h1>Alone</h1><p>Before.</p><table><tr><td>Stone</td><td>Weight</td></tr></table><p>After.</p>'
  const page = await fixture.open('author', await fixture.addPage('alone', html))
  await cursorAfter(page, 'Stone')
  await openSource(page)
  const [content, alone] = [page.locator('.cm-content'), page.getByRole('button', { name: 'This piece alone' })]
  await alone.focus()
  await page.keyboard.press('Enter')
  await expect(alone).toHaveAttribute('aria-pressed', 'true')
  await expect(content).toContainText('2 lines above not shown')
  await expect(content).toContainText('1 line below not shown')
  await expect(content).not.toContainText('Before.')
  await expect(content).toBeFocused()
  // All that is shown is replaced, and nothing that is not.
  await page.keyboard.press('Control+a')
  await page.keyboard.insertText('<ul><li>Lime</li></ul>')
  await expect(sheet(page).locator('ul')).toHaveText('Lime')
  await expect(sheet(page)).toContainText('Before.')
  await expect(sheet(page)).toContainText('After.')
  await expect(sheet(page).locator('table')).toHaveCount(0)
  await page.keyboard.press('Control+f')
  await page.locator('.cm-search [name=search]').pressSequentially('After')
  await page.keyboard.press('Enter')
  await expect(alone).toHaveAttribute('aria-pressed', 'false')
  await expect(content).toContainText('Before.')
})

test('why a fault matters, and what browsers make of it, is told with it', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('told', '<h1>Told</h1><p>Here.</p>'))
  await openSource(page)
  await replaceInSource(page, '<p>Here.</p>', '<p>a <b>b <i>c</b> d</i></p>')
  const entry = page.locator('.source-notes').getByRole('listitem').first()
  await expect(entry).toContainText('“</i>” comes after “</b>”')
  await expect(entry.locator('.source-made code')).toHaveText('<b>b <i>c</i></b><i> d</i>')
  await entry.getByText('Why it matters').click()
  await expect(entry).toContainText('makes browsers guess what belongs to what')
  expect(await violations(page, WITH_PRACTICE, '.source-pane')).toEqual([])
})
