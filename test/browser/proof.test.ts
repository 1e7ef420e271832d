import { cursorAfter, expect, kept, sheet, test } from './setup/fixture.ts'

const FAULTS =
  '<h1>Faults</h1><p>Begin.</p><h4>Too deep</h4><p>- gloves</p><p>- boots</p><table><tr><td>Stone</td><td>Weight</td></tr><tr><td>a</td><td>2</td></tr></table><p>See <a href="https://walls.example/">here</a>.</p><div data-piece="box" style="background-color: #808080"><p>Grey.</p></div>'

test('what is found while writing says why and for whom, and each repair is one step that can be taken back', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('faults', FAULTS))
  const tab = page.getByRole('tab', { name: /Proof/ })
  await expect(tab).toContainText('5')
  await tab.click()
  const desk = page.getByRole('tabpanel')
  await expect(desk.getByRole('region', { name: 'Blocks someone' })).toContainText('This table has no header cells.')
  await desk.getByText('Why it matters').first().click()
  await expect(desk).toContainText('only header cells tell what each of them is')
  await expect(desk).toContainText('WCAG 2.2, 1.3.1')

  await desk.getByRole('button', { name: 'Make the first row a header' }).click()
  await expect(sheet(page).locator('th')).toHaveText(['Stone', 'Weight'])
  await expect(tab).toContainText('4')
  await desk.getByRole('button', { name: 'Make it a list' }).click()
  await expect(sheet(page).locator('ul > li')).toHaveText(['gloves', 'boots'])
  await page.keyboard.press('Control+z')
  await expect(sheet(page).locator('ul')).toHaveCount(0)
  await expect(sheet(page).locator('th')).toHaveCount(2)
  await expect(desk).toContainText('2 lines look like a list')
  await desk.getByRole('button', { name: 'Make it the next level' }).click()
  await expect(sheet(page).locator('h2')).toHaveText('Too deep')
  await desk.getByRole('button', { name: /^Say where it leads/ }).click()
  await desk.getByLabel('Words of the link').fill('the map of walls')
  await page.keyboard.press('Enter')
  await expect(sheet(page).getByRole('link', { name: 'the map of walls' })).toHaveAttribute(
    'href',
    'https://walls.example/',
  )
  await desk.getByRole('button', { name: 'Use the nearest background that passes' }).click()
  await expect(desk).not.toContainText('4.5 is needed')

  // Found while writing: a link that says nothing is told when the writing pauses.
  await cursorAfter(page, 'Begin.')
  await page.keyboard.press('Enter')
  await page.keyboard.type('**not a list')
  await page.keyboard.press('Enter')
  // The signs stay signs for whoever takes back what they became.
  for (const line of ['1. one', '2. two']) {
    await page.keyboard.type(line.slice(0, 3))
    await page.keyboard.press('Backspace')
    await page.keyboard.type(line.slice(3))
    if (line === '1. one') await page.keyboard.press('Enter')
  }
  await expect(desk.getByText('lines look like a list')).toHaveCount(2)
})

test('a finding set aside with a reason stays away until its passage changes, and the plan counts the rest', async ({
  fixture,
}) => {
  const page = await fixture.open(
    'author',
    await fixture.addPage(
      'aside',
      '<h1>Aside</h1><p>See <a href="https://walls.example/">here</a> and <a href="https://walls.example/2">more</a>.</p>',
    ),
  )
  await page.getByRole('tab', { name: /Proof/ }).click()
  const desk = page.getByRole('tabpanel')
  const entry = desk.getByRole('listitem').filter({ hasText: '“here” does not say' })
  await entry.getByRole('button', { name: 'Set aside…' }).click()
  await entry.getByLabel('Why it may stay as it is').fill('The sentence says it')
  await page.keyboard.press('Enter')
  await expect(desk.getByRole('region', { name: 'Set aside' })).toContainText('The sentence says it')
  await expect(page.getByRole('tab', { name: /Proof/ })).toContainText('1')

  // Still away after loading anew, and elsewhere in the page.
  await cursorAfter(page, 'Aside')
  await page.keyboard.press('Enter')
  await page.keyboard.type('A paragraph before it.')
  await kept(page)
  await page.reload()
  await page.getByRole('tab', { name: /Proof/ }).click()
  await expect(desk.getByRole('region', { name: 'Get this right' }).getByRole('listitem')).toHaveCount(1)

  const other = await fixture.open('coauthor', '/courses/course/plan')
  await expect(other.getByTitle(/finding of the proof/)).toHaveCount(1)

  // The passage changes: it is found again.
  await sheet(page)
    .getByText('See here')
    .click({ position: { x: 4, y: 12 } })
  await page.keyboard.press('Home')
  for (let press = 0; press < 'See h'.length; press++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.type('H')
  await expect(sheet(page).getByRole('link').first()).toHaveText('hHre')
  await expect(desk.getByRole('region', { name: 'Set aside' })).toHaveCount(0)
})

test('the past tells who did what; two moments are compared in the text, one is brought back', async ({ fixture }) => {
  const address = await fixture.addPage('past', '<h1>Past</h1><p>The wall is dry.</p><p>Second.</p>')
  const page = await fixture.open('author', address)
  await cursorAfter(page, 'The wall is')
  await page.keyboard.type(' It stands.')
  await kept(page)
  const other = await fixture.open('coauthor', address)
  await cursorAfter(other, 'Second.')
  await other.keyboard.press('Enter')
  await other.keyboard.type('Third and last.')
  await kept(other)
  await page.getByRole('tab', { name: 'History' }).click()
  const desk = page.getByRole('tabpanel')
  await expect(desk.getByRole('listitem')).toHaveText([/Test coauthor wrote 3 words/, /Test author wrote 2 words/])
  await desk.getByRole('button', { name: 'Compare or restore' }).nth(1).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.locator('ins')).toHaveText('Third and last.')
  await expect(dialog).toContainText('1 place differs.')
  await dialog.getByRole('button', { name: 'Restore the first version' }).click()
  await expect(sheet(page)).not.toContainText('Third and last.')
  await expect(sheet(other)).not.toContainText('Third and last.')
  await kept(page)
  await expect(desk.getByRole('listitem').first()).toContainText('Test author removed 3 words')
  await page.keyboard.press('Control+z')
  await expect(sheet(page)).toContainText('Third and last.')
})

test('a link to what is no longer in the course, or to no place of the page, is told; one to what has come since is not', async ({
  fixture,
}) => {
  await fixture.addPage('gates', '<h1>Gates</h1><p>x</p>')
  const links = '<p>See <a href="gates">gates</a>, <a href="stiles">stiles</a>, <a href="#top">the top</a>.</p>'
  const page = await fixture.open('author', await fixture.addPage('walls', `<h1>Walls</h1>${links}`))
  await page.getByRole('tab', { name: /Proof/ }).click()
  const desk = page.getByRole('tabpanel')
  await expect(desk).toContainText('“stiles” leads to something that is no longer in this course.')
  await expect(desk).toContainText('“the top” leads to a place that is not on this page.')
  await expect(desk).not.toContainText('“gates”')
  // A co-author brings a page; a link to it is typed in the source before this plan has heard of it.
  await fixture.addPage('ditches', '<h1>Ditches</h1><p>x</p>')
  await page.getByRole('button', { name: 'Source' }).click()
  await page.locator('.cm-content').click()
  await page.keyboard.press('Control+End')
  await page.keyboard.insertText('<p><a href="ditches">the ditches</a></p>')
  await expect(sheet(page).getByRole('link', { name: 'the ditches' })).toBeVisible()
  await expect(desk).toContainText('2 findings.')
  await kept(page)
  await desk.getByRole('button', { name: 'Take the link off, keep the words' }).first().click()
  await expect(sheet(page).getByRole('link', { name: 'stiles' })).toHaveCount(0)
  await expect(sheet(page)).toContainText('stiles')
  await expect(desk).toContainText('1 finding.')
})
