import { withClient } from '../server/setup/app.ts'
import { expect, test } from './setup/fixture.ts'
import type { Page } from '@playwright/test'

const rows = (page: Page): Promise<string[]> =>
  page
    .locator('[role=treeitem][data-id]')
    .evaluateAll((items) =>
      items.map(
        (item) =>
          `${item.getAttribute('aria-level')} ${item.getAttribute('aria-label')?.replace(/, (Draft|\d+ min|Test, [^,]+)/g, '')}`,
      ),
    )

test('a plan is typed line by line, nested by Tab, and pasted whole', async ({ fixture }) => {
  const page = await fixture.open('author', '/courses/course/plan')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await page.keyboard.type('Slope')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Soil')
  await page.keyboard.press('Enter')
  await expect.poll(() => rows(page)).toEqual(['1 Unit one', '2 Lesson one', '3 Slope', '3 Soil'])
  await page.keyboard.press('Shift+Tab')
  await page.keyboard.press('Shift+Tab')
  await expect(page.getByLabel('Title of the new unit')).toBeVisible()
  await page.keyboard.type('Unit two')
  await page.keyboard.press('Enter')
  await expect.poll(() => rows(page)).toContain('1 Unit two')
  await page.keyboard.press('Tab')
  await page.keyboard.type('Lesson two')
  await page.keyboard.press('Enter')
  await expect.poll(() => rows(page)).toContain('2 Lesson two')
  await page.keyboard.press('Shift+Tab')
  await page.getByLabel('Title of the new unit').evaluate((field) => {
    const clipboardData = new DataTransfer()
    clipboardData.setData(
      'text/plain',
      Array.from({ length: 12 }, (_, depth) => `${'  '.repeat(depth)}- Level ${depth + 1}`).join('\n'),
    )
    field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
  })
  await expect(page.getByText('9 lines were nested deeper')).toBeVisible()
  await expect.poll(() => rows(page)).toContain('3 Level 12')
  await page.keyboard.press('Escape')
  await page.reload()
  expect((await rows(page)).slice(0, 6)).toEqual([
    '1 Unit one',
    '2 Lesson one',
    '3 Slope',
    '3 Soil',
    '1 Unit two',
    '2 Lesson two',
  ])
})

test('rename, move and delete by keyboard; what was deleted comes back', async ({ fixture }) => {
  await fixture.addPage('a', '<h1>Alpha</h1><p>x</p>')
  await fixture.addPage('b', '<h1>Beta</h1><p>x</p>')
  const page = await fixture.open('author', '/courses/course/plan')
  await page.getByRole('treeitem', { name: 'Beta' }).focus()
  await page.keyboard.press('Alt+ArrowUp')
  await expect.poll(() => rows(page)).toEqual(['1 Unit one', '2 Lesson one', '3 Beta', '3 Alpha'])
  await page.getByRole('treeitem', { name: 'Beta' }).focus()
  await page.keyboard.press('F2')
  await page.keyboard.type('Gamma')
  await page.keyboard.press('Enter')
  await expect.poll(() => rows(page)).toEqual(['1 Unit one', '2 Lesson one', '3 Gamma', '3 Alpha'])
  await page.getByRole('treeitem', { name: 'Lesson one' }).focus()
  await page.keyboard.press('Delete')
  await expect(page.getByText('“Lesson one” and 2 under it deleted.')).toBeVisible()
  await expect.poll(() => rows(page)).toEqual(['1 Unit one'])
  await page.getByRole('button', { name: 'Restore' }).click()
  await expect.poll(() => rows(page)).toEqual(['1 Unit one', '2 Lesson one', '3 Gamma', '3 Alpha'])
  await page.getByRole('treeitem', { name: 'Gamma' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.locator('.ProseMirror h1')).toHaveText('Gamma')
})

test('an entry is moved by dragging', async ({ fixture }) => {
  await fixture.addPage('a', '<h1>Alpha</h1><p>x</p>')
  await fixture.addPage('b', '<h1>Beta</h1><p>x</p>')
  await fixture.addPage('c', '<h1>Gamma</h1><p>x</p>')
  const page = await fixture.open('author', '/courses/course/plan')
  const [from, to] = [
    await page.getByRole('treeitem', { name: 'Alpha' }).locator('.grip').boundingBox(),
    await page.getByRole('treeitem', { name: 'Gamma' }).boundingBox(),
  ]
  await page.mouse.move(from!.x + 5, from!.y + 10)
  await page.mouse.down()
  await page.mouse.move(from!.x + 5, from!.y + 30, { steps: 4 })
  await page.mouse.move(to!.x + 60, to!.y + 14, { steps: 10 })
  await expect(page.getByText('goes here, in Lesson one')).toBeVisible()
  await page.mouse.up()
  await expect.poll(() => rows(page)).toEqual(['1 Unit one', '2 Lesson one', '3 Beta', '3 Gamma', '3 Alpha'])
})

test('one outline makes a lesson of every kind; its aims, dates and order are set beside it', async ({ fixture }) => {
  const page = await fixture.open('author', '/courses/course/plan')
  await page.getByRole('treeitem', { name: 'Lesson one' }).focus()
  await page.keyboard.press('Insert')
  await page.getByLabel('Title of the new lesson').evaluate((field) => {
    const clipboardData = new DataTransfer()
    clipboardData.setData(
      'text/plain',
      'Mending a gap\n  Aim: strip a gap\n  What fell\n  Discussion: Gaps you have seen\n  Book: A handbook\n    Strip out\n    Sort\n    Rebuild\n  Assignment: Your own metre\n  Exercise: How many tonnes?\n  Weather https://walls.example/weather',
    )
    field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
  })
  await expect
    .poll(() => rows(page))
    .toEqual([
      '1 Unit one',
      '2 Lesson one',
      '2 Mending a gap',
      '3 What fell',
      '3 Discussion: Gaps you have seen',
      '3 Book: A handbook',
      '4 Chapter: Strip out',
      '4 Chapter: Sort',
      '4 Chapter: Rebuild',
      '3 Assignment: Your own metre',
      '3 Exercise: How many tonnes?',
      '3 Web link: Weather',
    ])
  // The line being typed keeps the cursor, and takes a kind by its own words.
  await page.keyboard.type('Note: Bring gloves')
  await expect(page.getByLabel('Title of the new note')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect.poll(() => rows(page)).toContain('3 Note: Bring gloves')
  await page.keyboard.press('Escape')
  await page.getByRole('treeitem', { name: 'Mending a gap' }).focus()
  await page.keyboard.press('Alt+Enter')
  const desk = page.getByRole('tabpanel')
  await expect(desk.getByLabel('Aims, one a line')).toHaveValue('strip a gap')
  await desk.getByLabel('Opens for students').fill('2026-09-07T09:00')
  await desk.getByLabel('Aims, one a line').fill('strip a gap\nsort what comes out')
  await desk.getByLabel(/One after the other/).check()
  await expect(desk.getByRole('status')).toHaveText('Saved.')
  await expect(page.getByRole('treeitem', { name: 'Mending a gap' })).toContainText('7 September')
  await page.getByRole('treeitem', { name: 'Weather' }).focus()
  await page.keyboard.press('Alt+Enter')
  await desk.getByLabel('Address').fill('javascript:alert(1)')
  await page.keyboard.press('Enter')
  await expect(desk.getByRole('alert')).toContainText('not an address of the web')
  await page.reload()
  await page.getByRole('treeitem', { name: 'Mending a gap' }).focus()
  await page.keyboard.press('Alt+Enter')
  await expect(desk.getByLabel('Aims, one a line')).toHaveValue('strip a gap\nsort what comes out')
  await expect(desk.getByLabel(/One after the other/)).toBeChecked()
  await desk.getByRole('button', { name: 'Write its introduction' }).click()
  await expect(page.locator('.ProseMirror h1')).toHaveText('Mending a gap')
  await expect(page.locator('.page-facts')).toContainText('Lesson ·')
})

test('chapters are put in another order by dragging, and are numbered anew', async ({ fixture }) => {
  await fixture.addPage('book', '<h1>The book</h1><p>x</p>', { kind: 'book', isPublished: true })
  for (const title of ['One', 'Two', 'Three'])
    await fixture.addPage(title.toLowerCase(), `<h1>${title}</h1><p>x</p>`, {
      kind: 'chapter',
      parent: 'book',
      isPublished: true,
    })
  const page = await fixture.open('author', '/courses/course/plan')
  const box = async (name: string, inside = ''): Promise<{ x: number; y: number }> =>
    (await (
      inside === '' ? page.getByRole('treeitem', { name }) : page.getByRole('treeitem', { name }).locator(inside)
    ).boundingBox())!
  const [from, to] = [await box('Chapter: One', '.grip'), await box('Chapter: Three')]
  await page.mouse.move(from.x + 5, from.y + 10)
  await page.mouse.down()
  await page.mouse.move(from.x + 5, from.y + 30, { steps: 4 })
  await page.mouse.move(to.x + 60, to.y + 14, { steps: 10 })
  await expect(page.getByText('goes here, in The book')).toBeVisible()
  await page.mouse.up()
  await expect
    .poll(() => rows(page))
    .toEqual([
      '1 Unit one',
      '2 Lesson one',
      '3 Book: The book, Published',
      '4 Chapter: Two, Published',
      '4 Chapter: Three, Published',
      '4 Chapter: One, Published',
    ])
  const reader = await fixture.open('student', '/read/course/one')
  await expect(reader.getByRole('heading', { level: 1 })).toHaveText(/^3\s*One$/)
})

test('a plan of 1,000 items shows what is in sight, and is walked, filtered and scrolled like a short one', async ({
  fixture,
}) => {
  await withClient(fixture.url, async (client) => {
    await client.query(
      `insert into documents (id, course_id) select 'p' || n, 'course' from generate_series(1, 1000) n`,
    )
    await client.query(
      `insert into snapshots (document_id, version, schema_version, content) select 'p' || n, 0, 1,
        '{"type":"doc","content":[{"type":"title"},{"type":"paragraph"}]}' from generate_series(1, 1000) n`,
    )
    await client.query(
      `insert into plan_entries (id, course_id, parent_id, kind, title, position, document_id) select 'p' || n,
        'course', 'lesson', 'page', 'Page ' || n, n, 'p' || n from generate_series(1, 1000) n`,
    )
  })
  const page = await fixture.open('author', '/courses/course/plan')
  const all = page.getByRole('treeitem')
  await expect(all.first()).toBeVisible()
  expect(await all.count()).toBeLessThan(80)
  await expect(page.getByRole('treeitem', { name: 'Page 3, Draft' })).toHaveAttribute('aria-setsize', '1000')
  await all.first().focus()
  await page.keyboard.press('End')
  const last = page.getByRole('treeitem', { name: 'Page 1000, Draft' })
  await expect(last).toBeFocused()
  await expect(last).toBeInViewport()
  for (let press = 0; press < 3; press++) await page.keyboard.press('ArrowUp')
  await expect(page.getByRole('treeitem', { name: 'Page 997, Draft' })).toBeFocused()
  await page.keyboard.press('Alt+ArrowUp')
  await expect(page.getByRole('treeitem', { name: 'Page 997, Draft' })).toHaveAttribute('aria-posinset', '996')
  await expect(page.getByRole('treeitem', { name: 'Page 997, Draft' })).toBeFocused()
  // What has the focus stays, wherever the list is scrolled.
  await page.locator('.plan-scroll').evaluate((element) => element.scrollTo(0, 0))
  await expect(page.getByRole('treeitem', { name: 'Page 2, Draft' })).toBeInViewport()
  await expect(page.getByRole('treeitem', { name: 'Page 997, Draft' })).toBeFocused()
  await page.getByLabel('Filter the plan by title').fill('page 77')
  await expect(all).toHaveCount(11)
})
