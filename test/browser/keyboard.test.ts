import type { Page } from '@playwright/test'
import { cursorAfter, expect, type Fixture, kept, sheet, storedPage, test } from './setup/fixture.ts'

/*
 * Work without a mouse: where the focus is after everything that moves it, and the whole job by keys alone.
 * Key tables: ARIA Authoring Practices (Toolbar, Tree View, Menu Button, Tabs patterns).
 */

const PAGE = '<h1>Walls</h1><p>Stones.</p><p>Lime.</p>'

const focusIs = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const element = document.activeElement!
    return element.getAttribute('aria-label') ?? element.textContent?.trim().slice(0, 60) ?? element.tagName
  })

test('an opened page is ready to be written on; F6 walks the parts of the screen and back', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', PAGE))
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.type('First ')
  await expect(sheet(page)).toContainText('First Stones.')
  const walked: string[] = []
  for (let press = 0; press < 6; press++) {
    await page.keyboard.press('F6')
    walked.push(
      await page.evaluate(() => document.activeElement?.closest('[data-area]')?.getAttribute('data-area') ?? ''),
    )
  }
  expect(walked).toEqual(['foot', 'desk', 'strip', 'plan', 'bar', 'sheet'])
  await page.keyboard.press('Shift+F6')
  expect(await page.evaluate(() => document.activeElement?.closest('[data-area]')?.getAttribute('data-area'))).toBe(
    'bar',
  )
})

test('a page that is opened again has the cursor where it was; another has its own', async ({ fixture }) => {
  await fixture.addPage('lime', '<h1>Lime</h1><p>Slaked.</p>')
  const page = await fixture.open('author', await fixture.addPage('walls', PAGE))
  await cursorAfter(page, 'Lime.')
  await page.getByRole('treeitem', { name: 'Lime' }).click()
  await expect(page.getByRole('textbox', { name: 'The page' })).toContainText('Slaked.')
  await expect(sheet(page)).toBeFocused()
  await page.getByRole('treeitem', { name: 'Walls' }).click()
  await expect(sheet(page)).toContainText('Stones.')
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.type(' Here.')
  await expect(sheet(page)).toContainText('Lime. Here.')
})

test('Tab stays on the sheet: cells, a new row at the end, levels of lists; Esc, then Tab leaves', async ({
  fixture,
}) => {
  const source =
    '<h1>Walls</h1><p>Stones.</p><ul><li>one</li><li>two</li></ul><table><tr><th>a<th>b<tr><td>c<td>slate</table>'
  const page = await fixture.open('author', await fixture.addPage('walls', source))
  await cursorAfter(page, 'Stones.')
  await page.keyboard.press('Tab')
  await page.keyboard.press('Shift+Tab')
  await expect(sheet(page), 'nothing happens in a paragraph').toBeFocused()
  await cursorAfter(page, 'two')
  await expect(page.locator('.trail')).toContainText('List item')
  await page.keyboard.press('Tab')
  await expect(sheet(page).locator('li li')).toHaveText('two')
  await page.keyboard.press('Shift+Tab')
  await expect(sheet(page).locator('li li')).toHaveCount(0)
  await cursorAfter(page, 'slate')
  await expect(page.locator('.trail')).toContainText('Cell')
  await page.keyboard.press('Tab')
  await page.keyboard.type('new')
  await expect(sheet(page).getByRole('row')).toHaveCount(3)
  await expect(sheet(page).getByRole('row').nth(2).getByRole('cell').first()).toHaveText('new')
  await page.keyboard.press('Shift+Tab')
  await page.keyboard.type('x')
  await expect(sheet(page).getByRole('row').nth(1)).toContainText('x')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Tab')
  await expect(sheet(page)).not.toBeFocused()
  await page.keyboard.press('Shift+Tab')
  await expect(sheet(page), 'and back').toBeFocused()
  await page.keyboard.press('Tab')
  await expect(sheet(page), 'Esc holds for one Tab').toBeFocused()
})

test('help of a tool stays while it is pointed at, until Esc', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p>'))
  await page.getByRole('button', { name: 'Bold', exact: true }).hover()
  const help = page.getByRole('tooltip')
  await expect(help).toContainText('Stresses words strongly.')
  await help.hover()
  await expect(help).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(help).toBeHidden()
})

test('the bar is one stop of Tab: arrows go on and round, Home and End to its ends', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', PAGE))
  await page.keyboard.press('Shift+F6')
  expect(await focusIs(page)).toBe('Insert')
  await page.keyboard.press('ArrowRight')
  expect(await focusIs(page)).toMatch(/^Kind of block/)
  await page.keyboard.press('End')
  expect(await focusIs(page)).toBe('Source')
  await page.keyboard.press('ArrowRight')
  expect(await focusIs(page)).toBe('Insert')
  await page.keyboard.press('End')
  await page.keyboard.press('Shift+Tab')
  expect(await page.evaluate(() => document.activeElement?.closest('[role="toolbar"]'))).toBeNull()
  await page.keyboard.press('Tab')
  expect(await focusIs(page), 'where it was').toBe('Source')
  expect(await page.locator('[role="toolbar"] [tabindex="0"]').count()).toBe(1)
})

test('the tree beside the sheet: one stop, arrows, folding, letters, Enter opens', async ({ fixture }) => {
  await fixture.addPage('lime', '<h1>Lime</h1><p>Slaked.</p>')
  await fixture.addPage('frost', '<h1>Frost</h1><p>Cold.</p>')
  const page = await fixture.open('author', await fixture.addPage('walls', PAGE))
  await page.getByRole('treeitem', { name: 'Walls' }).focus()
  expect(await page.locator('.plan-tree [role="treeitem"][tabindex="0"]').count()).toBe(1)
  await page.keyboard.press('ArrowUp')
  expect(await focusIs(page)).toMatch(/^Frost/)
  await page.keyboard.press('ArrowLeft')
  expect(await focusIs(page)).toMatch(/^Lesson one/)
  await page.keyboard.press('ArrowLeft')
  await expect(page.getByRole('treeitem', { name: 'Lesson one' })).toHaveAttribute('aria-expanded', 'false')
  await expect(page.getByRole('treeitem', { name: 'Frost' })).toHaveCount(0)
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  expect(await focusIs(page)).toMatch(/^Lime/)
  await page.keyboard.press('f')
  expect(await focusIs(page)).toMatch(/^Frost/)
  await page.keyboard.press('Enter')
  await expect(sheet(page)).toContainText('Cold.')
  await expect(sheet(page)).toBeFocused()
})

test('in the plan: menus by key, the focus after Esc and Del, and back with Ctrl+Z from anywhere', async ({
  fixture,
}) => {
  await fixture.addPage('lime', '<h1>Lime</h1><p>x</p>')
  await fixture.addPage('walls', PAGE)
  const page = await fixture.open('author', '/courses/course/plan')
  const row = (name: string) => page.getByRole('treeitem', { name })
  await row('Lime').focus()
  for (const key of ['ContextMenu', 'Shift+F10', 'Shift+Enter']) {
    await page.keyboard.press(key)
    await expect(page.getByRole('menuitem').first(), key).toBeFocused()
    await page.keyboard.press('Escape')
    await expect(row('Lime'), `${key}, then Esc`).toBeFocused()
  }
  await page.keyboard.press('w')
  await expect(row('Walls')).toBeFocused()
  await page.keyboard.press('Insert')
  await page.keyboard.type('Frost')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await expect(row('Frost'), 'after the composer').toBeFocused()
  await page.keyboard.press('Delete')
  await expect(row('Frost')).toHaveCount(0)
  await expect(row('Walls'), 'the one before').toBeFocused()
  await page.getByLabel('Filter the plan by title').focus()
  await page.getByRole('link', { name: 'Plan', exact: true }).focus()
  await page.keyboard.press('Control+z')
  await expect(row('Frost')).toBeFocused()
})

test('a part taken out of a piece: the focus is on the next name, Ctrl+Z there brings it back', async ({ fixture }) => {
  const tabs =
    '<h1>Walls</h1><div data-piece="tabs"><section><h3>One</h3><p>First</p></section><section><h3>Two</h3><p>Second</p></section><section><h3>Three</h3><p>Third</p></section></div>'
  const page = await fixture.open('author', await fixture.addPage('walls', tabs))
  await sheet(page).getByText('First').click()
  await page.getByRole('button', { name: 'Remove Two', exact: true }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /^Three/ })).toBeFocused()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: 'Remove Two', exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Delete the tabs' }).focus()
  await page.keyboard.press('Enter')
  await expect(sheet(page).locator('.tabs')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(sheet(page).locator('.tabs')).toHaveCount(1)
})

test('settings of a piece by Alt+Enter, back by Esc; what the cursor is in is said', async ({ fixture }) => {
  const page = await fixture.open(
    'author',
    await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p><div style="background:#efe6d3"><p>A box.</p></div>'),
  )
  const said = page.locator('#announcements')
  await cursorAfter(page, 'A box.')
  await expect(said).toHaveText('In Box.')
  await expect(sheet(page).getByRole('group', { name: 'Box' })).toContainText('A box.')
  await page.keyboard.press('Shift+F1')
  await expect(said).toHaveText('Paragraph, in Box, in Page. No formatting.')
  await page.keyboard.press('Alt+Enter')
  await expect(page.locator('#desk-panel :focus')).toHaveCount(1)
  await page.keyboard.press('Escape')
  await expect(sheet(page)).toBeFocused()
  await cursorAfter(page, 'Stones.')
  await expect(said).toHaveText('Out of the piece.')
})

test('a press on empty paper below a table begins a line; above the title there is no place', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><table><tr><td>a</table>'))
  const paper = (await page.locator('.sheet-paper').boundingBox())!
  await page.mouse.click(paper.x + paper.width / 2, paper.y + paper.height - 30)
  await page.keyboard.type('Below')
  await expect(sheet(page).locator(':scope > p')).toHaveText('Below')
  await page.keyboard.press('Control+Home')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.type('Dry ')
  await expect(sheet(page).locator('h1')).toHaveText('Dry Walls')
  expect((await storedPage(fixture.url, 'walls')).firstChild!.type.name).toBe('title')
})

test('changing the theme leaves the focus on one’s face; another screen has it on its heading, and is said', async ({
  fixture,
}) => {
  const page = await fixture.open('author', '/courses/course/plan')
  const face = page.getByRole('button', { name: /theme, sign out/ })
  await face.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('menuitem', { name: 'Notices' })).toBeFocused()
  await page.getByRole('menuitem', { name: 'Dark', exact: true }).click()
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
  await expect(face).toBeFocused()
  await page.getByRole('link', { name: 'Readers' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'Readers' })).toBeFocused()
  await expect(page.locator('#announcements')).toHaveText('Readers – Fieldstone')
})

/** Presses Tab until the focus is on something of this name. */
async function tabTo(page: Page, name: RegExp, most = 40): Promise<void> {
  for (let press = 0; press < most; press++) {
    if (name.test(await focusIs(page))) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`Tab did not come to ${name}; it is at “${await focusIs(page)}”.`)
}

async function writesByKeys(page: Page): Promise<void> {
  await tabTo(page, /^Add$/)
  await page.keyboard.press('Enter')
  await page.keyboard.type('Gaps')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('treeitem', { name: 'Gaps' })).toBeFocused()
  await expect(page.getByRole('treeitem', { name: 'Gaps, Draft' })).toBeVisible()
  await expect
    .poll(async () => {
      await page.keyboard.press('Enter')
      await page.waitForTimeout(400)
      return page.url()
    })
    .toContain('/items/')
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await page.keyboard.type('How a gap is mended.')
  await page.keyboard.press('Enter')
  await page.keyboard.press('/')
  await page.getByRole('dialog', { name: 'Insert' }).waitFor()
  await page.keyboard.type('table')
  await page.keyboard.press('Enter')
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.type('Stone')
  await page.keyboard.press('Tab')
  await page.keyboard.type('Weight')
  await page.keyboard.press('Control+Enter')
  await page.keyboard.type('More of it.')
  await page.keyboard.press('Alt+ArrowUp')
  await expect(sheet(page), 'over the table').toHaveText(/mended\.More of it\.Stone/)
  await page.keyboard.press('Shift+F6')
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await expect(page.locator('.cm-content')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.locator('.cm-content')).toHaveCount(0)
  await page.keyboard.press('F6')
  await expect(sheet(page)).toBeFocused()
  await kept(page)
  await page.keyboard.press('F6')
  await tabTo(page, /^Publish edition 1/)
  await page.keyboard.press('Enter')
  await page.keyboard.type('The first gap')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Nothing new to publish' })).toBeFocused()
  await expect(page.locator('#announcements')).toHaveText('Edition 1 is published.')
}

async function learnsByKeys(fixture: Fixture): Promise<void> {
  const page = await fixture.open('student', '/read/course')
  await tabTo(page, /^Gaps/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Gaps')
  await tabTo(page, /^Mark as read/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Read. Mark as unread' })).toBeFocused()
  await page.goto('/read/course/practice')
  await tabTo(page, /^$/)
  await page.keyboard.press('ArrowDown')
  await tabTo(page, /^Check/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('status').filter({ hasText: /ight/ })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Check' })).toBeFocused()
  await page.goto('/discuss/course/talk')
  await page.locator('.rich-field').first().waitFor()
  await page.waitForTimeout(500)
  await tabTo(page, /^Your post/)
  await page.keyboard.type('One by the mill.')
  await tabTo(page, /^Send$/)
  await page.keyboard.press('Enter')
  await expect(page.locator('.post')).toHaveCount(1)
  await expect.poll(() => page.evaluate(() => document.activeElement?.closest('main') !== null)).toBe(true)
  await page.goto('/assignments/course/task')
  await page.locator('.rich-field').first().waitFor()
  await page.waitForTimeout(500)
  await tabTo(page, /^Your answer/)
  await page.keyboard.type('Five hours.')
  await expect(page.getByText(/^Draft saved/)).toBeVisible()
  await tabTo(page, /^Hand in$/)
  await page.keyboard.press('Enter')
  await expect(page.locator('.handed-in')).toBeVisible()
  await expect
    .poll(() => focusIs(page), { message: 'the focus is where the button was' })
    .toMatch(/hand in again|Handed in/i)
}

test('the whole job by keys alone: plan, page, table, source, publish; read, answer, post, hand in', async ({
  fixture,
}) => {
  test.slow()
  const practice =
    '<h1>Practice</h1><div data-piece="practice"><div data-part="prompt"><p>Which?</p></div><div data-part="answer"><p>Hearting</p></div><div data-part="answer" data-right="yes"><p>A through</p></div></div>'
  await fixture.addPage('practice', practice, { isPublished: true })
  await fixture.addPage('talk', '<h1>Talk</h1><p>x</p>', { kind: 'discussion', isPublished: true })
  await fixture.addPage('task', '<h1>Task</h1><p>x</p>', { kind: 'assignment', isPublished: true })
  await writesByKeys(await fixture.open('author', '/courses/course/plan'))
  await learnsByKeys(fixture)
})

test('the sheet alone in the window: by key and by button, with saving and publishing in reach, and back by Esc', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('alone', '<h1>Alone</h1><p>Words.</p>'))
  const plan = page.getByRole('tree', { name: /plan/i })
  await cursorAfter(page, 'Words.')
  await page.keyboard.press('Alt+Enter')
  await page.keyboard.press('Escape')
  await page.keyboard.press('F9')
  await expect(page.getByRole('banner')).toBeHidden()
  await expect(plan).toHaveCount(0)
  await expect(page.getByRole('complementary', { name: 'Side desk' })).toHaveCount(0)
  await page.keyboard.type(' More.')
  await kept(page)
  await expect(page.getByRole('button', { name: 'As a student' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Publish edition 1' })).toBeVisible()
  // What a dialog and the find bar do with Esc is theirs.
  await page.keyboard.press('Control+f')
  await expect(page.getByRole('search')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('search')).toHaveCount(0)
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('dialog', { name: 'Link' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog', { name: 'Link' })).toBeHidden()
  await expect(page.getByRole('banner')).toBeHidden()
  await expect(sheet(page)).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('banner')).toBeVisible()
  await expect(plan).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'Side desk' })).toBeVisible()
  await page.getByRole('button', { name: 'Only the sheet' }).click()
  await expect(sheet(page)).toBeFocused()
  await page.getByRole('button', { name: 'Show everything' }).click()
  await expect(page.getByRole('banner')).toBeVisible()
  await expect(sheet(page)).toBeFocused()
})
