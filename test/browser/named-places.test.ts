import { cursorAfter, expect, kept, publish, sheet, test } from './setup/fixture.ts'

/** How far away the server is, in milliseconds. */
const FAR = 250

test('a place in the text is named, linked to by its name, called otherwise, and reached by students', async ({
  fixture,
}) => {
  const path = await fixture.addPage(
    'walls',
    `<h1>Walls</h1><p>See more.</p>${'<p>Stones on stones.</p>'.repeat(60)}<p>Frost lifts the cope.</p><p>End.</p>`,
  )
  const page = await fixture.open('author', path)
  await page.route(/\/(batches|courses|documents)/, async (route) => {
    await new Promise((done) => setTimeout(done, FAR))
    await route.continue()
  })
  await cursorAfter(page, 'Frost lifts ')
  await page.keyboard.press('Control+/')
  await page.getByRole('dialog', { name: 'Insert' }).getByRole('combobox').fill('named place')
  await page.keyboard.press('Enter')
  const asked = page.getByRole('dialog', { name: 'New named place' })
  await expect(asked.getByLabel('Name of the place')).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(asked).toContainText('Write a name')
  await page.keyboard.type('Damage by frost')
  await page.keyboard.press('Enter')
  await expect(sheet(page)).toBeFocused()
  // What is typed on stands after the place.
  await page.keyboard.type('up ')
  const place = sheet(page).getByRole('img', { name: 'Named place: Damage by frost' })
  await expect(place).toBeVisible()
  await sheet(page).getByText('See more.').selectText()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('damage')
  await expect(page.getByRole('option')).toContainText('Named place of this page')
  await page.keyboard.press('Enter')
  await sheet(page).getByRole('link', { name: 'See more.' }).click()
  await expect(page.getByRole('region', { name: 'Link' })).toContainText('Leads to Damage by frost on this page.')
  // Another name leaves the link as it is.
  await page.getByRole('region', { name: 'Link' }).getByRole('button', { name: 'Go there' }).click()
  await place.click()
  await page.keyboard.press('Enter')
  const named = page.getByRole('dialog', { name: 'Named place' })
  await expect(named).toContainText('One link on this page leads here')
  await page.keyboard.press('Control+a')
  await page.keyboard.type('Frost damage')
  await page.keyboard.press('Enter')
  await expect(sheet(page).getByRole('img', { name: 'Named place: Frost damage' })).toBeVisible()
  await expect(sheet(page).getByRole('link', { name: 'See more.' })).toHaveAttribute('href', '#damage-by-frost')
  await kept(page)
  await publish(page)
  const student = await fixture.open('student', '/read/course/walls')
  await expect(student.getByRole('img', { name: /Named place/ })).toHaveCount(0)
  await student.getByRole('link', { name: 'See more.' }).click()
  await expect(student.getByText('Frost lifts the cope.')).toBeInViewport()
  await expect(student.locator('#page :target'), 'a bar stands where one came').toHaveCSS('border-left-width', '4px')
})

test('a place is taken away and comes back, and two of one name have two addresses', async ({ fixture }) => {
  const path = await fixture.addPage(
    'walls',
    '<h1>Walls</h1><p>One <span id="frost" data-name="Frost"></span>two.</p><p>Three.</p><h2>Rain</h2>',
  )
  const page = await fixture.open('author', path)
  const place = sheet(page).locator('.named-place')
  await cursorAfter(page, 'Three')
  await page.keyboard.press('Control+/')
  await page.getByRole('dialog', { name: 'Insert' }).getByRole('combobox').fill('named place')
  await page.keyboard.press('Enter')
  await page.getByLabel('Name of the place').fill('Frost')
  await page.keyboard.press('Enter')
  await expect(place).toHaveCount(2)
  await expect(place.nth(1)).toHaveAttribute('data-place', 'frost-2')
  await place.nth(0).dblclick()
  await page.getByRole('button', { name: 'Remove the place' }).click()
  await expect(place).toHaveCount(1)
  await page.keyboard.press('Control+z')
  await expect(place).toHaveCount(2)
  await kept(page)
})

test('whatever is inserted, the next keys are for the text, or for the dialog that asks for more', async ({
  fixture,
}) => {
  test.slow()
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p>'))
  const insert = page.getByRole('dialog', { name: 'Insert', exact: true })
  const asking = page.locator('[role="dialog"]:visible')
  const begin = async (): Promise<void> => {
    await cursorAfter(page, 'Stones.')
    await page.keyboard.press('Control+/')
    await expect(insert.getByRole('combobox')).toBeFocused()
  }
  await begin()
  const names = await insert
    .getByRole('option')
    .evaluateAll((all) => all.map((each) => each.querySelector('.insert-name b')?.textContent ?? ''))
  expect(names.length).toBeGreaterThan(15)
  let asked = 0
  const needing: string[] = []
  for (const [at, name] of names.entries()) {
    if (at > 0) await begin()
    await insert.getByRole('combobox').fill(name)
    // What needs something else first says so, and the dialog stays.
    if ((await insert.getByText('then insert this.').count()) > 0) {
      needing.push(name)
      await page.keyboard.press('Enter')
      await expect(insert.getByRole('combobox')).toBeFocused()
      await page.keyboard.press('Escape')
      await expect(insert).toHaveCount(0)
      continue
    }
    await page.keyboard.press('Enter')
    await page.keyboard.type(`key${at}`)
    await expect(insert).toHaveCount(0)
    // What opens has its keys; nothing else took them.
    if ((await asking.count()) > 0) {
      asked++
      await expect(asking, name).toContainText(/./)
      await expect(page.getByRole('textbox', { name: 'The page' }), name).not.toContainText(`key${at}`)
      await page.keyboard.press('Escape')
      await expect(asking).toHaveCount(0)
    }
  }
  expect(asked).toBeGreaterThan(2)
  expect(needing).toEqual(['Labelled picture'])
})
