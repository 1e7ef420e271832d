import { cursorAfter, expect, kept, publish, scriptHasCome, sheet, storedText, test } from './setup/fixture.ts'

/* What an author does to words and paragraphs, as they do it: by key, by menu, by dialog. */

test('words are struck out, raised, lowered and made code by key, and plain again by one', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('marks', '<h1>Marks</h1><p>So</p>'))
  await cursorAfter(page, 'So')
  const keys = page.keyboard
  for (const [key, words] of [
    ['Control+,', '2'],
    ['Control+.', '3'],
    ['Control+e', 'let'],
    ['Control+Shift+x', 'old'],
  ] as const) {
    await keys.type(' ')
    await keys.press(key)
    await keys.type(words)
    await keys.press(key)
  }
  await expect(sheet(page).locator('p')).toHaveJSProperty(
    'innerHTML',
    'So <sub>2</sub> <sup>3</sup> <code>let</code> <s>old</s>',
  )
  await keys.press('Control+a')
  await keys.press('Control+Shift+e')
  await expect(sheet(page).locator('p')).toHaveJSProperty('innerHTML', 'So 2 3 let old')
  await keys.press('Control+z')
  await expect(sheet(page).locator('p sub')).toHaveText('2')
  await kept(page)
})

test('a colour that can’t be read is told with its ratio, and the nearest that passes is a press away', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('colour', '<h1>Colour</h1><p>A warning.</p>'))
  await cursorAfter(page, 'warn')
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Control+Shift+l')
  const dialog = page.getByRole('dialog', { name: 'Colour, size and language' })
  await expect(dialog.locator('.words-sample')).toHaveText('warning')
  await dialog.getByRole('textbox', { name: 'Colour as hex colour' }).fill('#e0a030')
  await expect(dialog.getByText('2.2 : 1 on its background; 4.5 needed.')).toBeVisible()
  await dialog.getByRole('button', { name: /the nearest that passes/ }).click()
  await dialog.getByRole('combobox', { name: 'Language' }).selectOption('es')
  await dialog.getByRole('button', { name: 'Apply' }).click()
  const word = sheet(page).locator('[lang="es"] [data-colour]')
  await expect(word).toHaveText('warning')
  await expect(sheet(page).locator('[data-colour="#e0a030"]')).toHaveCount(0)
  await kept(page)
})

test('tasks, terms and preformatted text are written through by Enter alone', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('lists', '<h1>Lists</h1><p>Begin</p>'))
  await cursorAfter(page, 'Begin')
  const keys = page.keyboard
  await keys.press('Enter')
  await keys.press('Control+Shift+9')
  await keys.type('strip out')
  await keys.press('Control+Alt+Enter')
  await keys.press('Enter')
  await keys.type('sort')
  await expect(sheet(page).locator('li[data-task="done"]')).toHaveText('strip out')
  await expect(sheet(page).locator('li[data-task="open"]')).toHaveText('sort')
  // A press on the box ticks it.
  const box = (await sheet(page).locator('li[data-task="open"] p').boundingBox())!
  await page.mouse.click(box.x - 16, box.y + 12)
  await expect(sheet(page).locator('li[data-task="done"]')).toHaveCount(2)
  await keys.press('Enter')
  await keys.press('Enter')

  await keys.press('Control+/')
  await page.getByRole('combobox', { name: /^Name of a piece/ }).fill('Definitions')
  await keys.press('Enter')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  for (const line of ['Batter', 'it leans']) {
    await keys.type(line)
    await keys.press('Enter')
  }
  await keys.press('Enter')
  await expect(sheet(page).locator('dt')).toHaveCount(2)
  await keys.press('Enter')
  await expect(sheet(page).locator('dt')).toHaveText(['Batter'])

  await page.getByRole('button', { name: /^Kind of block/ }).click()
  await page.getByRole('menuitem', { name: /^Preformatted/ }).click()
  await keys.type('for stone:')
  await keys.press('Enter')
  await keys.press('Tab')
  await keys.type('lay()')
  await keys.press('Enter')
  await keys.press('Enter')
  await keys.type('Below.')
  await expect(sheet(page).locator('pre')).toHaveText('for stone:\n  lay()')
  await expect(
    sheet(page)
      .locator('p')
      .filter({ hasText: /^Below\.$/ }),
  ).toBeVisible()
  await kept(page)
})

test('an equation is typed, told where it is wrong, set in the line, and changed by Enter', async ({ fixture }) => {
  const path = await fixture.addPage('formula', '<h1>Formula</h1><p>It weighs</p>', { isPublished: true })
  const page = await fixture.open('author', path)
  await cursorAfter(page, 'It weighs')
  await page.keyboard.type(' ')
  await page.keyboard.press('Control+Alt+m')
  const dialog = page.getByRole('dialog', { name: 'Equation' })
  const field = dialog.getByRole('textbox', { name: 'The formula in LaTeX' })
  await expect(field).toBeFocused()
  await field.pressSequentially('\\frac{m')
  await expect(dialog.getByText(/There is a mistake at character 8/)).toBeVisible()
  await field.pressSequentially('}{V}')
  await expect(dialog.getByText(/There is a mistake/)).toHaveCount(0)
  await expect(dialog.locator('.equation-result mfrac')).toBeVisible()
  await dialog.getByRole('button', { name: 'Insert', exact: true }).click()
  await expect(sheet(page).locator('.equation mfrac')).toBeVisible()
  await page.keyboard.press('Shift+ArrowLeft')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: 'Change the equation' })).toBeVisible()
  await page.getByText('On a line of its own').click()
  await page.getByRole('checkbox', { name: 'With a number' }).check()
  await page.getByRole('button', { name: 'Change', exact: true }).click()
  await expect(sheet(page).locator('.equation-block.is-numbered mfrac')).toBeVisible()
  await kept(page)
  expect(await storedText(fixture.url, 'formula')).toContain('It weighs')
})

test('words are found as they are typed, gone through, replaced one by one and all at once, with one step back', async ({
  fixture,
}) => {
  const page = await fixture.open(
    'author',
    await fixture.addPage('find', '<h1>Find</h1><p>A <b>wall</b>, a Wall.</p><ul><li>walls</li></ul>'),
  )
  await cursorAfter(page, 'A ')
  await page.keyboard.press('Control+f')
  const bar = page.getByRole('search', { name: 'Find on the sheet' })
  await expect(bar.getByRole('textbox', { name: 'Find' })).toBeFocused()
  await page.keyboard.type('wall')
  await expect(bar.getByText('1 of 3')).toBeVisible()
  await expect(sheet(page).locator('.found')).toHaveCount(3)
  await page.keyboard.press('Enter')
  await expect(sheet(page).locator('.found.is-current')).toHaveText('Wall')
  await bar.getByRole('button', { name: 'Whole words' }).click()
  await expect(bar.getByText(/of 2$/)).toBeVisible()
  await bar.getByRole('button', { name: 'Whole words' }).click()

  await cursorAfter(page, 'A ')
  await page.keyboard.press('Control+h')
  await bar.getByRole('button', { name: 'Pattern: a regular expression' }).click()
  await bar.getByRole('textbox', { name: 'Find' }).fill('(w)all')
  await bar.getByRole('textbox', { name: 'Replace with' }).fill('$1ell')
  await expect(bar.getByText(/of 3$/)).toBeVisible()
  await bar.getByRole('button', { name: 'Replace all' }).click()
  await expect(bar.getByText('3 replaced. Undo takes all of it back.')).toBeVisible()
  await expect(sheet(page)).toContainText('A well, a Well.')
  await expect(sheet(page).locator('strong')).toHaveText('well')
  await bar.getByRole('textbox', { name: 'Find' }).fill('(')
  await expect(bar.getByText(/^This is no pattern/)).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(bar).toHaveCount(0)
  await expect(sheet(page).locator('.found')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(sheet(page).locator('strong')).toHaveText('wall')
  await kept(page)
})

test('a pattern that would look for ever is ended, and says so', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('slow', `<h1>Slow</h1><p>${'a'.repeat(60)}!</p>`))
  await cursorAfter(page, 'a!')
  await page.keyboard.press('Control+f')
  const bar = page.getByRole('search', { name: 'Find on the sheet' })
  await bar.getByRole('button', { name: 'Pattern: a regular expression' }).click()
  await bar.getByRole('textbox', { name: 'Find' }).fill('(a+)+$')
  await expect(bar.getByText(/^This pattern takes too long/)).toBeVisible()
  await bar.getByRole('textbox', { name: 'Find' }).fill('a+!')
  await expect(bar.getByText('1 of 1')).toBeVisible()
})

test('the quiet bar is one row at 1280, with both panes beside the sheet, and all tools are two at most', async ({
  fixture,
}) => {
  const body = '<h1>Bar</h1><p>Words.</p><table><tr><th>Head</th></tr><tr><td>Cell</td></tr></table><pre>To print</pre>'
  const page = await fixture.open('author', await fixture.addPage('bar', body))
  const bar = page.getByRole('toolbar', { name: 'Format' })
  // A row is 33 pixels high at most, with what stands between it and the next.
  const rows = async (): Promise<number> => Math.floor(((await bar.boundingBox())!.height - 4) / 33)
  await expect(page.getByRole('tab', { name: 'Piece' })).toBeVisible()
  expect(await rows()).toBe(1)
  await cursorAfter(page, 'Cell')
  await expect(bar.getByRole('button', { name: /^Table/ })).toBeVisible()
  expect(await rows(), 'in a table').toBe(1)
  await cursorAfter(page, 'To print')
  await expect(bar.getByRole('button', { name: 'Kind of block: Preformatted' })).toBeVisible()
  expect(await rows(), 'in a block with a long name').toBe(1)
  await bar.getByRole('button', { name: 'All tools' }).click()
  expect(await rows()).toBeLessThanOrEqual(2)
})

test('what stands beside the sheet is not built anew at each key, and so keeps its focus', async ({ fixture }) => {
  const page = await fixture.open(
    'author',
    await fixture.addPage(
      'beside',
      '<h1>Beside</h1><p>Stones.</p><h2>Tools</h2><p>A missspelt word.</p><h2></h2><p><a href="https://a.example">here</a></p>',
    ),
  )
  for (const name of [/^Piece/, /^Proof/, /^Outline/, /^History/, /^Page/]) {
    await page.getByRole('tab', { name }).click()
    if (String(name).includes('Proof')) await expect(page.locator('.findings li').first()).toBeVisible()
    await cursorAfter(page, 'Stones.')
    // Digits: no dictionary marks a word for them, and no list gets a line for it.
    await page.keyboard.type('1')
    await expect(page.locator('.saving')).toHaveText(/Saved/)
    await page.evaluate(() => {
      const gone: string[] = []
      Object.assign(window, { gone })
      new MutationObserver((changes) => {
        for (const { removedNodes, target } of changes)
          for (const node of removedNodes)
            if (node instanceof HTMLElement && !(target as Element).closest('.ProseMirror'))
              for (const each of [node, ...node.querySelectorAll('*')])
                if (each.matches('li, button, input, select, tr, section')) gone.push(each.outerHTML.slice(0, 80))
      }).observe(document.body, { childList: true, subtree: true })
    })
    await page.keyboard.type('23', { delay: 60 })
    await page.keyboard.press('Backspace')
    await page.keyboard.press('Backspace')
    await page.keyboard.press('Backspace')
    await expect(page.locator('.saving')).toHaveText(/Saved/)
    expect(await page.evaluate(() => (window as unknown as { gone: string[] }).gone), String(name)).toEqual([])
  }
})

test('hidden characters are shown and put away by a key', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('signs', '<h1>Signs</h1><p>One<br>two.</p>'))
  const button = page.getByRole('button', { name: 'Hidden characters' })
  await cursorAfter(page, 'two.')
  await page.keyboard.press('Control+Shift+H')
  await expect(button).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('Control+Shift+H')
  await expect(button).toHaveAttribute('aria-pressed', 'false')
})

test('a footnote is written by key, numbered, listed below, changed by Enter, and read both ways by students', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('notes', '<h1>Notes</h1><p>Old walls stand.</p>'))
  await cursorAfter(page, 'Old walls stand.')
  const dialog = page.getByRole('dialog', { name: 'Footnote' })
  const keys = page.keyboard
  await keys.press('Control+Alt+f')
  await expect(dialog.locator('[contenteditable="true"]')).toBeFocused()
  await keys.type('The second')
  await keys.press('Control+Enter')
  await expect(dialog).toHaveCount(0)
  await keys.press('Home')
  await keys.press('Control+ArrowRight')
  await keys.press('Control+Alt+f')
  await expect(dialog.locator('[contenteditable="true"]')).toBeFocused()
  await keys.type('The ')
  await keys.press('Control+i')
  await keys.type('first')
  await keys.press('Control+Enter')
  const below = sheet(page).getByRole('list', { name: 'Notes' })
  await expect(below.getByRole('listitem')).toHaveText(['The first', 'The second'])
  await expect(sheet(page).locator('span.footnote')).toHaveCount(2)
  expect(
    await sheet(page)
      .locator('span.footnote')
      .evaluateAll((marks) => marks.map((mark) => getComputedStyle(mark, '::before').content)),
  ).toEqual(['"1"', '"2"'])
  // One writes on behind what was put in; an arrow key selects it, and Enter opens it again.
  await keys.press('ArrowLeft')
  await keys.press('Enter')
  await expect(dialog.locator('[contenteditable="true"]')).toBeFocused()
  await keys.press('Control+End')
  await keys.type(' of all')
  await keys.press('Control+Enter')
  await expect(below.getByRole('listitem').first()).toHaveText('The first of all')
  await below.getByRole('button', { name: 'The second' }).click()
  await expect(dialog).toContainText('The second')
  await keys.press('Escape')
  await kept(page)
  await publish(page)
  const student = await fixture.open('student', '/read/course/notes')
  await student.getByRole('link', { name: '1', exact: true }).click()
  await expect(student).toHaveURL(/#note-1$/)
  await expect(student.locator('#note-1')).toBeInViewport()
  await student.getByRole('link', { name: 'Back to the text' }).first().click()
  await expect(student).toHaveURL(/#note-mark-1$/)
})

test('Ctrl+End goes to the end of what is written, whatever stands below it, and no key moves the screen away', async ({
  fixture,
}) => {
  const words = '<p>A line of a long page.</p>'.repeat(60)
  const ends = ['<p>Last<span role="doc-footnote">note</span></p>', '<p>Last</p><hr>']
  for (const [at, end] of ends.entries()) {
    const page = await fixture.open(
      'author',
      await fixture.addPage(`ends${at}`, `<h1>Ends</h1><p>First</p>${words}${end}`),
    )
    await cursorAfter(page, 'First')
    await page.keyboard.press('Control+End')
    await page.keyboard.type('!')
    await expect(sheet(page).locator('p', { hasText: /^Last.*!$/ })).toHaveCount(1)
    for (const key of ['Control+Home', 'PageDown', 'PageDown', 'Shift+PageDown', 'Control+End', 'PageUp'])
      await page.keyboard.press(key)
    expect(await page.locator('.screen').evaluate((screen) => [screen.scrollTop, screen.scrollLeft])).toEqual([0, 0])
    await kept(page)
  }
})

/** Counts what React draws, as its developer tools hear of it. */
const COUNT_DRAWINGS = `window.drawings = 0
window.__REACT_DEVTOOLS_GLOBAL_HOOK__ = {
  supportsFiber: true, renderers: new Map(), inject: () => 1,
  onCommitFiberRoot: () => window.drawings++, onPostCommitFiberRoot: () => {}, onCommitFiberUnmount: () => {},
}`

test('words that go on in a line draw nothing of the screen around them', async ({ fixture }) => {
  // At each drawing React walks the whole page that has the cursor: 3 ms a key in 20,000 words.
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Here.</p>'))
  await page.addInitScript({ content: COUNT_DRAWINGS })
  await page.reload()
  await expect(sheet(page)).toBeVisible()
  await scriptHasCome(page)
  await cursorAfter(page, 'Here.')
  await page.keyboard.type(' Words that were', { delay: 30 })
  const drawings = (): Promise<number> => page.evaluate(() => (window as unknown as { drawings: number }).drawings)
  const before = await drawings()
  expect(before).toBeGreaterThan(0)
  await page.keyboard.type(' written one after the other in a line', { delay: 30 })
  // Saving and the count of words are told now and then: less often than every third key.
  expect((await drawings()) - before).toBeLessThan(38 / 3)
})
