import { cursorAfter, expect, kept, sheet, storedText, test } from './setup/fixture.ts'

test('nothing is said not to be there before everything has been looked through', async ({ fixture }) => {
  await fixture.addPage('gates', '<h1>Gates</h1><p>A gate in a wall.</p>')
  const page = await fixture.open('author', '/courses/course/plan')
  let answer = (): void => undefined
  const isAsked = new Promise<void>((done) => (answer = done))
  await page.route(/\/lines\?/, async (route) => {
    await isAsked
    await route.continue()
  })
  await page.goto('/courses/course/replace?words=wall')
  const said = page.locator('#replace-said')
  await expect(said).toHaveText('Looking…')
  // Longer than the pause before what is known is looked through.
  await page.waitForTimeout(700)
  await expect(said).toHaveText('Looking…')
  answer()
  await expect(said).toHaveText('Found in 1 place on 1 page.')
  await page.getByRole('textbox', { name: 'Find', exact: true }).fill('dyke')
  await expect(said).toHaveText('Nothing was found.')
})

test('words are found in the whole course, ticked, replaced and taken back, with the server 250 ms away', async ({
  fixture,
}) => {
  test.slow()
  await fixture.addPage('gates', '<h1>Gates</h1><p>A gate in a wall. Walls end there.</p>')
  await fixture.addPage('stiles', '<h1>Wall stiles</h1><p>Steps through a wall.</p>')
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Stones</h1><p>A <b>wa</b>ll.</p>'))
  await page.route(/\/(lines|replacements|batches)/, async (route) => {
    await new Promise((done) => setTimeout(done, 250))
    await route.continue()
  })
  // What has just been typed is found too.
  await cursorAfter(page, 'wall.')
  await page.keyboard.type(' Another wall.')
  await page.keyboard.press('Control+h')
  await page.keyboard.type('wall')
  await page.getByRole('link', { name: 'In the whole course…' }).click()
  await expect(page.getByText('Found in 6 places on 3 pages.')).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Find', exact: true })).toHaveValue('wall')
  await page.getByRole('textbox', { name: 'Replace with' }).fill('dyke')
  await expect(page.locator('.found-place ins')).toHaveText(['dyke', 'Dyke', 'Dyke', 'dyke', 'dyke', 'dyke'])
  await page.getByRole('checkbox', { name: /Wall becomes Dykes end/ }).uncheck()
  await page.getByRole('checkbox', { name: 'All places in Wall stiles' }).uncheck()
  await page.getByRole('checkbox', { name: /Steps through a wall/ }).check()
  await expect(page.getByRole('checkbox', { name: 'All places in Wall stiles' })).toHaveJSProperty(
    'indeterminate',
    true,
  )
  await page.getByRole('button', { name: 'Replace 4 places on 3 pages' }).click()
  const record = page.getByRole('list', { name: 'Replacements' }).getByRole('listitem').first()
  await expect(record).toContainText('4 places on 3 pages. Students see it when the pages are published.')
  await expect(page.getByText('Found in 2 places on 2 pages. No place is ticked.')).toBeVisible()
  expect(await storedText(fixture.url, 'gates')).toContain('A gate in a dyke. Walls end there.')
  expect(await storedText(fixture.url, 'walls')).toContain('A dyke. Another dyke.')
  expect(await storedText(fixture.url, 'stiles')).toContain('Wall stiles')
  // A page is looked at, with the words marked, and one comes back to what was asked.
  await page.getByRole('link', { name: 'Gates', exact: true }).click()
  await expect(sheet(page).locator('.found')).toHaveText(['Wall'])
  await sheet(page).click()
  await cursorAfter(page, 'end there.')
  await page.keyboard.type(' Mind it.')
  await kept(page)
  await page.goBack()
  await expect(page.getByText('Found in 2 places on 2 pages.')).toBeVisible()
  await page.getByRole('button', { name: 'Take it all back' }).click()
  await expect(record).toContainText('Taken back: 4 places of 4.')
  await expect(page.getByText('Found in 6 places on 3 pages.')).toBeVisible()
  expect(await storedText(fixture.url, 'gates')).toContain('A gate in a wall. Walls end there. Mind it.')
})

test('a page that is open gets what is replaced at once; a pattern that is none is explained; a server that is gone is said', async ({
  fixture,
}) => {
  const open = await fixture.open('coauthor', await fixture.addPage('walls', '<h1>Stones</h1><p>Laid in 1890.</p>'))
  await expect(sheet(open)).toContainText('1890')
  const page = await fixture.open('author', '/courses/course/replace')
  await expect(page.getByRole('textbox', { name: 'Find', exact: true })).toBeFocused()
  await page.keyboard.type('(18')
  await page.getByRole('button', { name: 'Pattern: a regular expression' }).click()
  await expect(page.getByText(/^This is no pattern/)).toBeVisible()
  await page.getByRole('textbox', { name: 'Find', exact: true }).fill('1(8)(\\d+)')
  await page.getByRole('textbox', { name: 'Replace with' }).fill('$1-$2')
  await expect(page.locator('.found-place ins')).toHaveText('8-90')
  await page.keyboard.press('Enter')
  await expect(sheet(open)).toContainText('Laid in 8-90.')
  await expect(page.getByRole('button', { name: 'Take it all back' })).toBeVisible()
  await page.context().setOffline(true)
  await page.getByRole('button', { name: 'Take it all back' }).click()
  await expect(page.getByText('The server does not answer. Nothing was changed; try again.').first()).toBeVisible()
  await page.context().setOffline(false)
  await page.getByRole('button', { name: 'Take it all back' }).click()
  await expect(sheet(open)).toContainText('Laid in 1890.')
})
