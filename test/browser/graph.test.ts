import { cursorAfter, expect, kept, sheet, storedPage, test } from './setup/fixture.ts'

/** The side desk's answer to what is typed travels a quarter of a second each way. */
const FAR = 250

test('functions are typed in the side desk and drawn at once; what is wrong is told by its line, and kept', async ({
  fixture,
}) => {
  const path = await fixture.addPage('curve', '<h1>Curve</h1><p>It falls like this</p>', { isPublished: true })
  const page = await fixture.open('author', path)
  await page.route('**/documents/**', async (route) => {
    await new Promise((done) => setTimeout(done, FAR))
    await route.continue()
  })
  await cursorAfter(page, 'It falls like this')
  await page.keyboard.press('Control+/')
  await page.getByRole('dialog', { name: 'Insert' }).getByRole('combobox').fill('graph of')
  await page.keyboard.press('Enter')
  await expect(sheet(page).getByText('A graph without a function yet')).toBeVisible()
  await page.keyboard.press('Alt+Enter')
  const functions = page.getByLabel('Functions, one on each line')
  await expect(functions).toBeFocused()
  await page.keyboard.type('f(x) = x^2 - 1\n')
  await expect(sheet(page).locator('[role="img"] .graph-line-1')).toBeVisible()
  await expect(sheet(page).locator('.graph-lines msup')).toBeVisible()
  await page.keyboard.type('g(x) = 2*(x')
  await expect(page.getByText('Line 2: The formula “2*(x” ends too early.')).toBeVisible()
  await expect(sheet(page).getByText('Not drawn: g(x) = 2*(x')).toBeVisible()
  await page.keyboard.type(' + 1)')
  await expect(sheet(page).locator('[role="img"] .graph-line-2')).toBeVisible()
  await expect(page.getByText(/^Line 2/)).toHaveCount(0)
  await page.keyboard.press('Tab')
  await expect(page.getByRole('group', { name: 'The x axis' }).getByLabel('from')).toBeFocused()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('-2')
  await page.getByLabel('Points to mark, one on each line').fill('(0, f(0)) Lowest')
  await expect(sheet(page).locator('.graph-words')).toHaveText('Lowest')
  await expect(page.locator('.graph-told')).toContainText('f is zero at −1 and 1.')
  await expect(page.locator('.graph-told')).toContainText('for x from −2 to 5')
  await page.keyboard.press('Escape')
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.type('How it falls')
  await kept(page)
  const graph = (await storedPage(fixture.url, 'curve')).children.find(({ type }) => type.name === 'graph')!
  expect(graph.textContent).toBe('How it falls')
  expect(graph.attrs).toMatchObject({
    functions: 'f(x) = x^2 - 1\ng(x) = 2*(x + 1)',
    points: '(0, f(0)) Lowest',
    xFrom: -2,
    xTo: 5,
  })
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(sheet(page).locator('.graph-words')).toHaveCount(0)
})

test('students get the drawing, its words and its values without script, on a phone too', async ({ fixture }) => {
  const figure =
    '<figure data-piece="graph" data-functions="f(x) = 1/x&#10;sqrt(x)" data-x="-2 2" style="width: 60%"><figcaption>Two</figcaption></figure>'
  await fixture.addPage('curve', `<h1>Curve</h1>${figure}`, { isPublished: true })
  const page = await fixture.open('student', '/read/course/curve', { javaScriptEnabled: false })
  await page.setViewportSize({ width: 390, height: 800 })
  const drawing = page.getByRole('img', { name: /Graph of f\(x\) = 1\/x; g\(x\) = sqrt\(x\), for x from −2 to 2/ })
  await expect(drawing).toBeVisible()
  const box = (await drawing.boundingBox())!
  expect(box.width).toBeGreaterThan(300)
  expect(box.x + box.width).toBeLessThanOrEqual(390)
  await page.getByText('Values as a table').click()
  await expect(page.getByRole('row', { name: '−1 −1 none' })).toBeVisible()
  await expect(page.getByRole('figure')).toContainText('Two')
})

test('what is typed in a setting goes on while somebody else writes above the piece', async ({ fixture }) => {
  const path = await fixture.addPage(
    'two',
    '<h1>Two</h1><p>Above</p><figure data-piece="graph" data-functions="x"></figure><p>Below</p>',
  )
  const page = await fixture.open('author', path)
  const other = await fixture.open('coauthor', path)
  await sheet(page).locator('[role="img"]').click()
  const functions = page.getByLabel('Functions, one on each line')
  await functions.click()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('x^2')
  await cursorAfter(other, 'Above')
  await other.keyboard.press('Enter')
  await other.keyboard.type('Another line')
  await expect(sheet(page).getByText('Another line')).toBeVisible()
  await expect(functions).toBeFocused()
  await page.keyboard.type(' - 1')
  await expect(functions).toHaveValue('x^2 - 1')
  await expect(sheet(other).locator('.graph-lines mn').last()).toHaveText('1')
  await kept(page)
  const stored = await storedPage(fixture.url, 'two')
  expect(stored.children.map(({ type, attrs }) => (type.name === 'graph' ? attrs.functions : type.name))).toEqual([
    'title',
    'paragraph',
    'paragraph',
    'x^2 - 1',
    'paragraph',
  ])
})
