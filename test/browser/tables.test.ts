import type { Page } from '@playwright/test'
import { cursorAfter, expect, kept, publish, sheet, storedText, test } from './setup/fixture.ts'
import { turnInto } from './setup/turning.ts'

/* What an author does to a table, as they do it: by key, by menu, by mouse, from a spreadsheet, with others in it. */

const STONES =
  '<h1>Stones</h1><table><tr><th>Stone<th>kg<tr><td>Slate<td>120<tr><td>Granite<td>95<tr><td>Chalk<td></table><p>End</p>'

/** The words of the sheet's table, a line a row. */
const rows = (page: Page) =>
  sheet(page)
    .locator('tr')
    .evaluateAll((all) =>
      all.map((row) =>
        [...row.children]
          .map((cell) => {
            const own = cell.cloneNode(true) as HTMLElement
            for (const cursor of own.querySelectorAll('.others-caret')) cursor.remove()
            return [...own.children]
              .map((block) => block.textContent)
              .join(' ')
              .trim()
          })
          .join(' | ')
          .trim(),
      ),
    )

async function fromMenu(page: Page, name: string | RegExp): Promise<void> {
  await page
    .getByRole('toolbar', { name: 'Format' })
    .getByRole('button', { name: /^Table/ })
    .click()
  await page.getByRole('menuitem', { name }).click()
}

async function paste(page: Page, type: string, words: string): Promise<void> {
  await sheet(page).evaluate(
    (field, [kind, text]) => {
      const clipboardData = new DataTransfer()
      clipboardData.setData(kind!, text!)
      field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
    },
    [type, words],
  )
}

test('a table of a size is put in by name, filled by Tab, and has its caption, heads and order by menu', async ({
  fixture,
}) => {
  const address = await fixture.addPage('stones', '<h1>Stones</h1><p>Begin</p>')
  const page = await fixture.open('author', address)
  await cursorAfter(page, 'Begin')
  await page.keyboard.press('Enter')
  await page.keyboard.type('/')
  await expect(page.getByRole('dialog', { name: 'Insert' })).toBeVisible()
  await page.keyboard.type('table 3 x 2')
  await expect(page.getByText('3 rows and 2 columns.')).toBeVisible()
  await page.keyboard.press('Enter')
  for (const [at, words] of ['Stone', 'kg', 'Slate', '120', 'Granite', '95'].entries()) {
    if (at > 0) await page.keyboard.press('Tab')
    await page.keyboard.type(words)
  }
  await fromMenu(page, /^Sort A to Z/)
  await expect.poll(() => rows(page)).toEqual(['Stone | kg', 'Granite | 95', 'Slate | 120'])
  await fromMenu(page, 'Header column')
  await expect(sheet(page).locator('th[scope="row"]')).toHaveText(['Granite', 'Slate'])
  await fromMenu(page, 'Caption')
  await page.keyboard.type('What they weigh')
  await kept(page)
  await publish(page)
  const student = await fixture.open('student', '/read/course/stones')
  const table = student.getByRole('table', { name: 'What they weigh' })
  await expect(table.locator('thead th[scope="col"]')).toHaveText(['Stone', 'kg'])
  await expect(table.getByRole('rowheader', { name: 'Slate' })).toBeVisible()
})

test('cells are merged and split by key and menu, and a tool that can’t be used says why', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('stones', STONES))
  await cursorAfter(page, 'Slate')
  await page
    .getByRole('toolbar', { name: 'Format' })
    .getByRole('button', { name: /^Table/ })
    .click()
  await expect(page.getByRole('menuitem', { name: /^Merge cells/ })).toContainText('Select several cells first')
  await expect(page.getByRole('menuitem', { name: /^Move row up/ })).toContainText('The header row stays at the top.')
  await page.keyboard.press('Escape')
  await cursorAfter(page, 'Slate')
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(sheet(page).locator('.selectedCell')).toHaveCount(4)
  await fromMenu(page, 'Merge cells')
  await expect(sheet(page).locator('td[colspan="2"]')).toContainText('Slate')
  await kept(page)
  // Two rows and two columns that are one cell show one row: what nothing begins in is gone.
  expect(await storedText(fixture.url, 'stones')).toContain('Granite')
  await fromMenu(page, 'Split cell')
  await expect(sheet(page).locator('td[colspan]')).toHaveCount(0)
  await kept(page)
})

test('a column is made wider by its edge, Esc lets go of it, and the number is in the side desk', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('stones', STONES))
  const head = sheet(page).locator('th').first()
  const before = (await head.boundingBox())!
  const grab = async (): Promise<void> => {
    const now = (await head.boundingBox())!
    await page.mouse.move(now.x + now.width - 2, now.y + now.height / 2)
    await expect(sheet(page).locator('.at-edge')).toHaveCount(4)
    await page.mouse.down()
    await page.mouse.move(now.x + now.width + 78, now.y + now.height / 2, { steps: 4 })
  }
  await grab()
  await page.keyboard.press('Escape')
  await page.mouse.up()
  expect((await head.boundingBox())!.width).toBe(before.width)
  await grab()
  await page.mouse.up()
  // Lines that two cells share are half of each.
  await expect.poll(async () => Math.abs((await head.boundingBox())!.width - before.width - 80)).toBeLessThan(2)
  await cursorAfter(page, 'Slate')
  const field = page.getByLabel('Column width in pixels')
  expect(Math.abs(Number(await field.inputValue()) - before.width - 80)).toBeLessThan(2)
  await field.fill('200')
  await expect.poll(async () => Math.abs((await head.boundingBox())!.width - 200)).toBeLessThan(2)
  await cursorAfter(page, 'Slate')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await head.boundingBox())!.width).toBe(before.width)
})

test('cells come from a spreadsheet and go to one: as HTML, as text with tabs, into cells, out of cells', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('stones', STONES))
  await cursorAfter(page, 'Slate')
  await paste(
    page,
    'text/html',
    '<table><!--StartFragment--><tr><td>Flint</td><td>80</td></tr><!--EndFragment--></table>',
  )
  await expect.poll(() => rows(page)).toEqual(['Stone | kg', 'Flint | 80', 'Granite | 95', 'Chalk |'])
  await cursorAfter(page, 'Granite')
  await paste(page, 'text/plain', 'Marble\t1\nQuartz\t2\nGneiss\t3')
  await expect.poll(() => rows(page)).toEqual(['Stone | kg', 'Flint | 80', 'Marble | 1', 'Quartz | 2', 'Gneiss | 3'])
  await cursorAfter(page, 'Flint')
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Shift+ArrowDown')
  const copied = await sheet(page).evaluate((field) => {
    const clipboardData = new DataTransfer()
    field.dispatchEvent(new ClipboardEvent('copy', { clipboardData, bubbles: true, cancelable: true }))
    return clipboardData.getData('text/plain')
  })
  expect(copied).toBe('Flint\t80\nMarble\t1')
  await cursorAfter(page, 'End')
  await page.keyboard.press('Enter')
  await paste(page, 'text/plain', 'a\tb\nc\td')
  await expect(sheet(page).getByRole('table')).toHaveCount(2)
  await expect(page.getByText('Pasted: 1 table.')).toBeVisible()
  await kept(page)
})

test('two merge and fill the same cells: both end with one table, and no word is gone', async ({ fixture }) => {
  const address = await fixture.addPage('stones', STONES)
  const [one, other] = [await fixture.open('author', address), await fixture.open('author', address)]
  await cursorAfter(one, 'Slate')
  await one.keyboard.press('Shift+ArrowRight')
  await one.keyboard.press('Shift+ArrowDown')
  await cursorAfter(other, 'Granite')
  await Promise.all([fromMenu(one, 'Merge cells'), other.keyboard.type(' of the fell', { delay: 60 })])
  await fromMenu(other, 'Row below')
  await kept(one)
  await kept(other)
  // What was typed into a cell that went meanwhile is set aside for its author, the rest is in the merged one.
  await expect.poll(async () => (await rows(other)).join('\n')).toBe((await rows(one)).join('\n'))
  expect((await rows(one))[1]).toMatch(/^Slate 120 Granite/)
  const aside = other.getByRole('tab', { name: /^Set aside/ })
  const letters = (words: string): string => [...words.replaceAll(/\s/g, '')].sort().join('')
  const all = async (): Promise<string> => {
    if ((await aside.count()) > 0) await aside.click()
    return letters(
      [(await rows(one))[1] ?? '', ...(await other.locator('.aside-entry blockquote').allTextContents())].join(),
    )
  }
  await expect.poll(async () => (await all()).replaceAll(',', '')).toBe(letters('Slate 120 Granite of the fell 95'))
})

test('a table is turned into a list, back, and into columns, each with one step back', async ({ fixture }) => {
  const page = await fixture.open(
    'author',
    await fixture.addPage(
      'walls',
      '<h1>Walls</h1><table><tr><td>cope</td><td>top</td></tr><tr><td>footing</td><td>ground</td></tr></table><p>End.</p>',
    ),
  )
  await sheet(page).getByText('footing').click()
  await turnInto(page, 'List')
  await expect(sheet(page).locator('table')).toHaveCount(0)
  await expect(sheet(page).locator('ul > li > ul > li')).toHaveText(['top', 'ground'])
  await expect(sheet(page)).toBeFocused()
  await sheet(page).getByText('cope').click()
  await turnInto(page, 'Table')
  await expect(sheet(page).locator('td')).toHaveText(['cope', 'top', 'footing', 'ground'])
  await sheet(page).getByText('cope').click()
  await turnInto(page, 'Columns')
  await expect(sheet(page).locator('.columns > *')).toHaveText([/cope\s*footing/, /top\s*ground/])
  await page.keyboard.press('Control+z')
  await expect(sheet(page).locator('td')).toHaveCount(4)
  await kept(page)
})
