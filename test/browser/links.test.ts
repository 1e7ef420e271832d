import { cursorAfter, expect, kept, publish, sheet, test } from './setup/fixture.ts'

/* Links: to what stands in the course, by its title; typed, pasted; where they lead for students. */

test('a title that is typed finds the page; the link leads there by identity, from a page and from a discussion', async ({
  fixture,
}) => {
  await fixture.addPage('coping', '<h1>The cope of a wall</h1><p>Stones on edge.</p>', { isPublished: true })
  const talk = await fixture.addPage('talk', '<h1>Gaps</h1><p>Read first.</p>', {
    isPublished: true,
    kind: 'discussion',
  })
  const page = await fixture.open('author', talk)
  await cursorAfter(page, 'Read first.')
  await page.keyboard.type(' See ')
  await page.keyboard.press('Control+k')
  const dialog = page.getByRole('dialog', { name: 'Link' })
  const field = dialog.getByRole('combobox', { name: 'Title or address' })
  await expect(field).toBeFocused()
  // A title that nothing has is no address.
  await page.keyboard.type('mortar')
  await page.keyboard.press('Enter')
  await expect(dialog).toContainText('Nothing in this course has that title.')
  await field.fill('COPE wall')
  await expect(dialog.getByRole('option')).toHaveText(/The cope of a wall/)
  await page.keyboard.press('Enter')
  const link = sheet(page).getByRole('link', { name: 'The cope of a wall' })
  await expect(link).toHaveAttribute('href', 'coping')
  await kept(page)
  await publish(page)
  const student = await fixture.open('student', '/discuss/course/talk')
  await student.locator('#page').getByRole('link', { name: 'The cope of a wall', exact: true }).click()
  await expect(student.getByRole('heading', { level: 1 })).toHaveText('The cope of a wall')
  await expect(student).toHaveURL(/\/read\/course\/coping$/)
})

test('a heading that is linked to keeps its place when its words change', async ({ fixture }) => {
  const page = await fixture.open(
    'author',
    await fixture.addPage('walls', '<h1>Walls</h1><p>Here.</p><h2>Strip out</h2><p>First.</p>'),
  )
  await cursorAfter(page, 'Here.')
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('combobox', { name: 'Title or address' })).toBeFocused()
  await page.keyboard.type('strip')
  await expect(page.getByRole('option', { name: /Strip out/ })).toContainText('Heading of this page')
  await page.keyboard.press('Enter')
  await expect(sheet(page).locator('a')).toHaveAttribute('href', '#strip-out')
  await sheet(page).locator('h2').click()
  await page.keyboard.press('End')
  await page.keyboard.type(' and sort')
  await kept(page)
  await page.getByRole('button', { name: 'Source' }).click()
  await expect(page.locator('.cm-content')).toContainText('<h2 id="strip-out">Strip out and sort</h2>')
})

test('an address that is typed links itself, one step back takes the link off; one pasted over words links them', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>See</p>'))
  await cursorAfter(page, 'See')
  await page.keyboard.type(' https://walls.example/a?b=1, and ')
  await expect(sheet(page).locator('a')).toHaveAttribute('href', 'https://walls.example/a?b=1')
  await expect(sheet(page).locator('a')).toHaveText('https://walls.example/a?b=1')
  await page.keyboard.type('office@walls.example')
  await page.keyboard.press('Enter')
  await expect(sheet(page).locator('a').last()).toHaveAttribute('href', 'mailto:office@walls.example')
  await page.keyboard.type('www.walls.example ')
  await expect(sheet(page).locator('a')).toHaveCount(3)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(sheet(page).locator('a')).toHaveCount(2)
  await expect(sheet(page)).toContainText('www.walls.example')
  await cursorAfter(page, 'www.walls.example')
  await page.keyboard.press('Shift+Home')
  await page.keyboard.type('the leaflet')
  await page.keyboard.press('Shift+Home')
  await page.evaluate(() => {
    const clipboardData = new DataTransfer()
    clipboardData.setData('text/plain', `${location.origin}/courses/course/items/walls`)
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    )
  })
  await expect(sheet(page).getByRole('link', { name: 'the leaflet' })).toHaveAttribute('href', 'walls')
  await kept(page)
})
