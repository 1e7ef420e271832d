import { cursorAfter, expect, kept, sheet, storedText, test } from './setup/fixture.ts'

test('an author writes and publishes, a student reads the edition, and later writing waits for the next', async ({
  fixture,
}) => {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>Begin.</p>')
  const author = await fixture.open('author', address)
  await cursorAfter(author, 'Begin.')
  await author.keyboard.press('Enter')
  await author.keyboard.press('Control+Alt+2')
  await author.keyboard.type('Where the water goes')
  await author.keyboard.press('Enter')
  await author.keyboard.type('Look for ')
  await author.keyboard.press('Control+b')
  await author.keyboard.type('rushes')
  await author.keyboard.press('Control+b')
  await author.keyboard.type('.')
  await kept(author)
  await author.getByRole('button', { name: 'Publish edition 1' }).click()
  await author.getByLabel('Note for students (optional)').fill('the first')
  await author.getByRole('dialog').getByRole('button', { name: 'Publish edition 1' }).click()
  await expect(author.locator('.foot')).toContainText('Students read edition 1')
  await expect(author.getByRole('button', { name: 'Nothing new to publish' })).toHaveAttribute('aria-disabled', 'true')

  // Script is off: the reading room is complete without it.
  const student = await fixture.open('student', '/read/course/walls', { javaScriptEnabled: false })
  await expect(student.getByRole('heading', { level: 1 })).toHaveText('Walls')
  await expect(student.getByRole('heading', { level: 2, name: 'Where the water goes' })).toBeVisible()
  await expect(student.locator('article strong')).toHaveText('rushes')

  await cursorAfter(author, 'Look for')
  await author.keyboard.type(' Not yet.')
  await expect(
    author.getByRole('navigation', { name: 'Plan of the course' }).getByRole('img', { name: 'Edited since' }),
  ).toBeVisible()
  await kept(author)
  await student.reload()
  await expect(student.locator('article')).not.toContainText('Not yet.')
  await expect(author.getByRole('button', { name: 'Publish edition 2' })).toBeEnabled()
  await author.getByRole('tab', { name: 'History' }).click()
  await expect(author.getByRole('tabpanel')).toContainText('the first')
  expect(await storedText(fixture.url, 'walls')).toContain('Not yet.')
})

test('undo takes back one’s own writing alone', async ({ fixture }) => {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>Mine.</p><p>Yours.</p>')
  const [first, second] = [await fixture.open('author', address), await fixture.open('coauthor', address)]
  await cursorAfter(first, 'Mine.')
  await first.keyboard.type(' One')
  await cursorAfter(second, 'Yours.')
  await second.keyboard.type(' Two')
  await expect(sheet(first)).toContainText('Yours. Two')
  await first.keyboard.press('Control+z')
  await expect(sheet(first)).not.toContainText('One')
  await expect(sheet(first)).toContainText('Yours. Two')
  await first.keyboard.press('Control+y')
  await expect(sheet(second)).toContainText('Mine. One')
})

test('every side of every box can be written on, by key and by the trail', async ({ fixture }) => {
  const page = await fixture.open(
    'author',
    await fixture.addPage('boxes', '<h1>Boxes</h1><div style="background:#efe6d3"><p>inside</p></div>'),
  )
  await cursorAfter(page, 'inside')
  await expect(page.getByRole('navigation', { name: /Trail/ })).toContainText('PageBoxParagraph')
  await page.keyboard.press('Control+Enter')
  await page.keyboard.type('after')
  await cursorAfter(page, 'inside')
  await page.getByRole('button', { name: 'above' }).click()
  await page.keyboard.type('before')
  await cursorAfter(page, 'inside')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await page.keyboard.type('out by Enter')
  await expect(sheet(page).locator('> *:not(.page-facts)')).toHaveText([
    'Boxes',
    'before',
    'inside',
    'out by Enter',
    'after',
  ])
  await cursorAfter(page, 'inside')
  await page.getByRole('button', { name: 'Night' }).click()
  await expect(page.getByRole('tabpanel')).toContainText('Readable for all sizes')
  await expect(sheet(page).locator('.box')).toHaveCSS('color', 'rgb(255, 253, 248)')
  await page.getByRole('button', { name: /keep the content/ }).click()
  await expect(sheet(page).locator('.box')).toHaveCount(0)
  await expect(sheet(page)).toContainText('inside')
  await page.keyboard.press('Control+z')
  await expect(sheet(page).locator('.box')).toHaveCount(1)
})

test('lists, tables, quotations, rules and links by their tools', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('tools', '<h1>Tools</h1><p>hammer</p>'))
  await cursorAfter(page, 'hammer')
  await page.getByRole('button', { name: 'List', exact: true }).click()
  await page.keyboard.press('Enter')
  await page.keyboard.type('chisel')
  await page.keyboard.press('Tab')
  await expect(sheet(page).locator('ul ul li')).toHaveText('chisel')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await page.keyboard.type('see ')
  await page.keyboard.press('Control+k')
  await page.getByLabel('Address').fill('javascript:alert(1)')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog')).toContainText('not an address a page may link to')
  await page.getByLabel('Address').fill('maps.example/walls')
  await page.getByLabel('Words to show').fill('the map')
  await page.keyboard.press('Enter')
  await expect(sheet(page).getByRole('link', { name: 'the map' })).toHaveAttribute('href', 'https://maps.example/walls')
  await page.getByRole('button', { name: 'Insert', exact: true }).click()
  await page.getByRole('combobox', { name: /^Name of a piece/ }).fill('table')
  await page.keyboard.press('Enter')
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.type('Stone')
  await page.keyboard.press('Tab')
  await page.keyboard.type('Weight')
  await expect(sheet(page).locator('th')).toHaveText(['Stone', 'Weight', ''])
  await page.getByRole('button', { name: 'Add column after' }).click()
  await expect(sheet(page).locator('th')).toHaveCount(4)
  await kept(page)
  await page.reload()
  await expect(sheet(page).locator('th')).toHaveText(['Stone', 'Weight', '', ''])
})

test('a title too long is refused with a sentence, a tool that can’t be used says why', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('title', '<h1>Short</h1><p>x</p>'))
  await cursorAfter(page, 'Short')
  await expect(page.getByRole('button', { name: 'Bold' })).toHaveAttribute('aria-disabled', 'true')
  await page.getByRole('button', { name: 'Bold' }).hover()
  await expect(page.getByRole('tooltip')).toContainText('The title is plain text.')
  await page.evaluate(() => document.execCommand('insertText', false, 'x'.repeat(10_000)))
  await expect(page.getByText('A title holds at most 300 characters')).toBeVisible()
  await expect(sheet(page).locator('h1')).toHaveText('Short')
})

test('what is pasted comes out clean, with a line about it and its words alone one click away', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('paste', '<h1>Paste</h1><p>here</p>'))
  await cursorAfter(page, 'here')
  await page.keyboard.press('Enter')
  await sheet(page).evaluate((element) => {
    const clipboardData = new DataTransfer()
    clipboardData.setData(
      'text/html',
      '<html><body><!--StartFragment--><h2 onclick="steal()" class="x">Head</h2><p class=MsoNormal>Words <span style="font-weight:700">bold</span><script>steal()</script></p><p style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">·</span>one</p><p style="mso-list:l0 level2 lfo1"><span style="mso-list:Ignore">o</span>two</p><table><tr><td colspan=2>a</td></tr><tr><td>b</td><td>c</td></tr></table><img src="file:///x.png"><!--EndFragment--></body></html>',
    )
    clipboardData.setData('text/plain', 'Head\nWords bold\none\ntwo\na\nb\tc')
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
  })
  await expect(sheet(page).locator('h2')).toHaveText('Head')
  await expect(sheet(page).locator('strong')).toHaveText('bold')
  await expect(sheet(page).locator('ul ul li')).toHaveText('two')
  await expect(sheet(page).locator('td[colspan="2"]')).toHaveText('a')
  await expect(sheet(page)).not.toContainText('steal')
  const notice = page.getByRole('status').filter({ hasText: 'Pasted:' })
  await expect(notice).toContainText('1 heading, 1 paragraph, 1 list, 1 table')
  await notice.getByRole('button', { name: 'Keep text only' }).click()
  await expect(sheet(page).locator('h2, ul, table')).toHaveCount(0)
  await expect(sheet(page).locator('> p')).toHaveText(['here', 'Head', 'Words bold', 'one', 'two', 'a', /b\s+c/])
  await page.keyboard.press('Control+z')
  await expect(sheet(page).locator('> p')).toHaveText(['here', ''])
})
