import { cursorAfter, expect, kept, publish, sheet, storedPage, test } from './setup/fixture.ts'

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

test('a heading that is linked to keeps its place when its words change, and the words of the link follow', async ({
  fixture,
}) => {
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
  await expect(page.locator('.cm-content')).toContainText('<a href="#strip-out">Strip out and sort</a>')
})

test('an item is dragged from the plan into the words, and on words that are marked', async ({ fixture }) => {
  await fixture.addPage('coping', '<h1>The cope</h1><p>Stones on edge.</p>')
  const path = await fixture.addPage(
    'walls',
    '<h1>Walls</h1><p>Begin.</p><p>There we start.</p><p>See the last row there.</p>',
  )
  const page = await fixture.open('author', path)
  const item = page.getByRole('treeitem', { name: /The cope/ })
  await item.dragTo(sheet(page).getByText('Begin.'), { targetPosition: { x: 2, y: 10 } })
  await expect(sheet(page).getByRole('link', { name: 'The cope', exact: true })).toHaveAttribute('href', 'coping')
  await expect(page.locator('#announcements')).toHaveText('Link to The cope')
  const lesson = page.getByRole('treeitem', { name: /^Lesson one/ })
  await lesson.dragTo(sheet(page).getByText('There we start.'), { targetPosition: { x: 2, y: 10 } })
  await expect(sheet(page).getByRole('link', { name: 'Lesson one', exact: true })).toHaveAttribute('href', 'lesson')
  await expect(lesson, 'carried, not folded').toHaveAttribute('aria-expanded', 'true')
  await sheet(page)
    .getByText('See the last row there.')
    .dblclick({ position: { x: 10, y: 10 } })
  await item.dragTo(sheet(page).getByText('See the last row there.'), { targetPosition: { x: 10, y: 10 } })
  await expect(sheet(page).getByRole('link', { name: 'See', exact: true })).toHaveAttribute('href', 'coping')
  await item.dragTo(sheet(page).getByRole('heading', { name: 'Walls' }))
  await expect(page.getByText('A link to “The cope” can’t stand there.')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(sheet(page).getByRole('link')).toHaveCount(2)
  await kept(page)
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
  await page.keyboard.type('www.walls.exampl')
  await page.keyboard.insertText('e ')
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

test('the side desk says where the link at the cursor leads, tries it, and takes it off', async ({ fixture }) => {
  await fixture.addPage('coping', '<h1>The cope</h1><p>Stones on edge.</p>')
  const path = await fixture.addPage(
    'walls',
    '<h1>Walls</h1><p>See <a href="coping">the cope</a> first.</p><p>And <a href="http://127.0.0.1:9/x">the web</a> then.</p><p>Or <a href="#frost">below</a> now.</p><h2>Frost</h2>',
  )
  const page = await fixture.open('author', path)
  const desk = page.getByRole('region', { name: 'Link' })
  await sheet(page).getByText('the cope').click()
  await expect(desk).toContainText('Leads to The cope. Page')
  await expect(desk).toContainText('Not published yet: a student who follows it is told so')
  await expect(desk.getByRole('link', { name: 'Open it' })).toHaveAttribute('href', '/courses/course/items/coping')
  await sheet(page).getByText('the web').click()
  await expect(desk).toContainText('Leads to 127.0.0.1:9')
  await desk.getByRole('button', { name: 'Try it now' }).click()
  await expect(desk.getByRole('status')).toContainText('students can’t open it')
  await sheet(page).getByText('below').click()
  await expect(desk).toContainText('Leads to Frost on this page.')
  await desk.getByRole('button', { name: 'Take the link off' }).click()
  await expect(sheet(page).getByRole('link', { name: 'below' })).toHaveCount(0)
  await expect(sheet(page)).toBeFocused()
  await expect(desk).toHaveCount(0)
  await sheet(page).getByText('the cope').click()
  await desk.getByRole('button', { name: 'Change…' }).click()
  await expect(page.getByRole('dialog', { name: 'Change the link' })).toBeVisible()
})

test('a heading of another page is found by its words and keeps its place; the side desk has all places of that page', async ({
  fixture,
}) => {
  await fixture.addPage('coping', '<h1>The cope</h1><p>Stones.</p><h2>Ends of the cope</h2><p>Turn.</p>', {
    isPublished: true,
  })
  const draft = await fixture.addPage(
    'frost',
    '<h1>Frost</h1><p>Cold<span id="bites" data-name="It bites"></span>.</p><h2>Thaw</h2>',
  )
  const page = await fixture.open(
    'author',
    await fixture.addPage('walls', '<h1>Walls</h1><p>See there.</p><p>And <a href="frost">frost</a> too.</p>'),
  )
  await cursorAfter(page, 'See there.')
  await page.keyboard.type(' ')
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('combobox', { name: 'Title or address' })).toBeFocused()
  await page.keyboard.type('ends of')
  await expect(page.getByRole('option')).toContainText('Heading in The cope')
  await page.keyboard.press('Enter')
  await expect(sheet(page).getByRole('link', { name: 'Ends of the cope' })).toHaveAttribute(
    'href',
    'coping#ends-of-the-cope',
  )
  // The heading has its name for good: other words don't break the link.
  await expect
    .poll(async () => (await storedPage(fixture.url, 'coping')).child(2).attrs.id as unknown)
    .toBe('ends-of-the-cope')
  // A page that is not published yet is linked into as well.
  await sheet(page).getByRole('link', { name: 'frost' }).click()
  const where = page.getByRole('region', { name: 'Link' }).getByLabel('Place in it')
  await expect(where.getByRole('option')).toHaveText(['Its beginning', 'It bites (named place)', 'Thaw'])
  await where.selectOption('Thaw')
  await expect(sheet(page).getByRole('link', { name: 'frost' })).toHaveAttribute('href', 'frost#thaw')
  await expect(where).toHaveValue('thaw')
  await expect.poll(async () => (await storedPage(fixture.url, 'frost')).child(2).attrs.id as unknown).toBe('thaw')
  await kept(page)
  // A place that has gone is told.
  const other = await fixture.open('coauthor', draft)
  await sheet(other).getByText('Thaw').click()
  await other.keyboard.press('Home')
  await other.keyboard.press('Shift+End')
  await other.keyboard.press('Backspace')
  await other.keyboard.press('Backspace')
  await kept(other)
  await page.reload()
  await sheet(page).getByRole('link', { name: 'frost' }).click()
  await expect(page.getByRole('region', { name: 'Link' })).toContainText('There is no place “thaw” in it any more')
})

test('a link with a title opens a new window where its author says so; students are told, and the side desk changes it', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('a', '<h1>A</h1><p>See maps here.</p>'))
  await cursorAfter(page, 'See maps here.')
  await page.keyboard.type(' ')
  await page.keyboard.press('Control+k')
  const dialog = page.getByRole('dialog', { name: 'Link' })
  await expect(dialog.getByRole('combobox', { name: 'Title or address' })).toBeFocused()
  await page.keyboard.type('https://maps.example/')
  await dialog.getByRole('textbox', { name: 'Words to show' }).fill('the atlas')
  await dialog.getByRole('textbox', { name: 'Title of the link' }).fill('Maps of old')
  await dialog.getByRole('checkbox', { name: /Opens in a new window/ }).check()
  await dialog.getByRole('button', { name: 'Link' }).click()
  const link = sheet(page).getByRole('link', { name: 'the atlas' })
  await expect(link).toHaveAttribute('title', 'Maps of old')
  await expect(link).toHaveAttribute('target', '_blank')
  await kept(page)
  await publish(page)
  const student = await fixture.open('student', '/read/course/a')
  const read = student.locator('#page').getByRole('link', { name: 'the atlas (opens a new window)' })
  await expect(read).toHaveAttribute('rel', 'noopener noreferrer')
  await expect(read).toHaveAccessibleDescription('Maps of old')
  // Another address leaves the rest as it is; the side desk changes the window alone.
  await sheet(page).getByText('the atlas').click()
  const desk = page.getByRole('region', { name: 'Link' })
  await expect(desk).toContainText('Title: Maps of old')
  await desk.getByRole('button', { name: 'Change…' }).click()
  const change = page.getByRole('dialog', { name: 'Change the link' })
  await expect(change.getByRole('checkbox', { name: /Opens in a new window/ })).toBeChecked()
  await change.getByRole('combobox').fill('https://atlas.example/')
  await page.keyboard.press('Enter')
  await expect(link).toHaveAttribute('href', 'https://atlas.example/')
  await expect(link).toHaveAttribute('title', 'Maps of old')
  await desk.getByRole('checkbox', { name: 'Opens in a new window' }).uncheck()
  await expect(link).not.toHaveAttribute('target', '_blank')
  await expect(link).toHaveAttribute('title', 'Maps of old')
  await kept(page)
})

test('the number of an equation is referred to by a link, and stays right when another comes before it', async ({
  fixture,
}) => {
  const body =
    '<h1>A</h1><p>First.</p><p>By now.</p><div data-piece="equation" data-numbered="yes">E = mc^2</div><p>End.</p>'
  const page = await fixture.open('author', await fixture.addPage('a', body))
  await cursorAfter(page, 'By now.')
  await page.keyboard.type(' See ')
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('combobox', { name: 'Title or address' })).toBeFocused()
  await page.keyboard.type('mc')
  await expect(page.getByRole('option', { name: /^Equation \(1\): E = mc\^2/ })).toContainText('Equation of this page')
  await page.keyboard.press('Enter')
  const link = sheet(page).locator('a')
  await expect(link).toHaveText('(1)')
  await expect(page.getByRole('region', { name: 'Link' })).toContainText('The number stays right')
  await cursorAfter(page, 'First.')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Control+Alt+m')
  const dialog = page.getByRole('dialog', { name: 'Equation' })
  await expect(dialog.getByRole('textbox', { name: 'The formula in LaTeX' })).toBeFocused()
  await page.keyboard.type('F = ma')
  await dialog.getByText('On a line of its own').click()
  await dialog.getByRole('checkbox', { name: 'With a number' }).check()
  await dialog.getByRole('button', { name: 'Insert', exact: true }).click()
  await expect(link).toHaveText('(2)')
  await kept(page)
  await publish(page)
  const student = await fixture.open('student', '/read/course/a')
  await student.locator('#page').getByRole('link', { name: '(2)' }).click()
  await expect(student.locator('#page .equation-block:target .equation-number')).toHaveText('(2)')
})

test('students link to the course in what they write, by its titles; whoever reads it gets there', async ({
  fixture,
}) => {
  await fixture.addPage('coping', '<h1>The cope of a wall</h1><p>Stones on edge.</p>', { isPublished: true })
  await fixture.addPage('draft', '<h1>The cope that nobody reads yet</h1>')
  await fixture.addPage('talk', '<h1>Gaps</h1><p>Say it.</p>', { isPublished: true, kind: 'discussion' })
  const student = await fixture.open('student', '/discuss/course/talk')
  await student.getByRole('textbox', { name: 'Your post' }).click()
  await expect(student.locator('.rich-text .ProseMirror')).toBeFocused()
  await student.keyboard.type('See ')
  await student.keyboard.press('Control+k')
  const dialog = student.getByRole('dialog', { name: 'Link' })
  await expect(dialog.getByRole('combobox', { name: 'Title or address' })).toBeFocused()
  await student.keyboard.type('cope')
  await expect(dialog.getByRole('option')).toHaveText(['The cope of a wallLesson one'])
  await expect(dialog.getByRole('checkbox'), 'windows are for authors').toHaveCount(0)
  await student.keyboard.press('Enter')
  await student.getByRole('button', { name: 'Send', exact: true }).click()
  const author = await fixture.open('author', '/discuss/course/talk')
  const link = author.locator('.post').getByRole('link', { name: 'The cope of a wall' })
  await expect(link).toHaveAttribute('href', '/read/course/coping')
  await link.click()
  await expect(author.getByRole('heading', { level: 1 })).toHaveText('The cope of a wall')
})
