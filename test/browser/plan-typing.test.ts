import type { Page } from '@playwright/test'
import { expect, type Fixture, test } from './setup/fixture.ts'

/** An outline as it is typed: words and keys, in bursts as authors type them. */
const KEYS: readonly (string | readonly string[])[] = [
  'Hotel lesson',
  ['Enter', 'Tab'],
  'Reading the ground',
  ['Enter'],
  'Slope and soil',
  ['Enter'],
  ['Shift+Tab'],
  'Second lesson',
  ['Enter', 'Tab'],
  'Book: A handbook',
  ['Enter', 'Tab'],
  'Footings',
  ['Enter'],
  'Throughs',
  ['Enter', 'Shift+Tab'],
  'After the book',
  ['Enter', 'Shift+Tab', 'Shift+Tab', 'Shift+Tab', 'Shift+Tab', 'Shift+Tab'],
  'Unit by keys',
  ['Enter', 'Tab'],
  'Its lesson',
  ['Enter', 'Tab'],
  'Its page',
  ['Enter'],
]
const PLAN = [
  '0 Unit one',
  '1 Lesson one',
  '1 Hotel lesson',
  '2 Reading the ground',
  '2 Slope and soil',
  '1 Second lesson',
  '2 A handbook',
  '3 Footings',
  '3 Throughs',
  '2 After the book',
  '0 Unit by keys',
  '1 Its lesson',
  '2 Its page',
]

const shown = (page: Page): Promise<string[]> =>
  page
    .locator('[role=treeitem][data-id]')
    .evaluateAll((items) =>
      items.map(
        (item) => `${Number(item.getAttribute('aria-level')) - 1} ${item.querySelector('.row-title')?.textContent}`,
      ),
    )

/** Holds up every answer of the server. */
async function away(page: Page, ms: number): Promise<void> {
  if (ms > 0)
    await page.route(/plan-lines|\.data/, (route) =>
      new Promise((done) => setTimeout(done, ms)).then(() => route.continue()),
    )
}

async function typeOutline(fixture: Fixture, perKey: number, distance: number): Promise<void> {
  const page = await fixture.open('author', '/courses/course/plan')
  await away(page, distance)
  await page.getByRole('treeitem', { name: 'Lesson one' }).focus()
  await page.keyboard.press('Insert')
  await expect(page.getByLabel('Title of the new lesson')).toBeFocused()
  for (const part of KEYS)
    if (typeof part === 'string') await page.keyboard.type(part, { delay: perKey })
    else for (const key of part) await page.keyboard.press(key)
  await expect.poll(() => shown(page), { timeout: 30_000 }).toEqual(PLAN)
  await page.keyboard.type('left in the field', { delay: 1 })
  // Whatever arrives now changes neither its words nor its level.
  await page.waitForTimeout(distance * 3 + 300)
  await expect(page.getByLabel('Title of the new page')).toHaveValue('left in the field')
  await expect(page.getByLabel('Title of the new page')).toBeFocused()
  await expect.poll(() => page.evaluate(() => document.querySelectorAll('.plan-undo').length)).toBe(1)
  await page.unrouteAll({ behavior: 'wait' })
  page.on('dialog', (dialog) => void dialog.accept())
  await expect.poll(async () => (await page.reload(), shown(page)), { timeout: 20_000 }).toEqual(PLAN)
  await page.context().close()
}

test.describe.configure({ mode: 'parallel' })

for (const perKey of [15, 60, 110])
  for (const distance of [0, 200, 800])
    test(`an outline typed at ${perKey} ms a key with the server ${distance} ms away loses nothing`, ({ fixture }) =>
      typeOutline(fixture, perKey, distance))

test('every press of Alt and an arrow counts, however far the server is', async ({ fixture }) => {
  for (const name of ['A', 'B', 'C', 'D', 'E', 'F']) await fixture.addPage(name, `<h1>${name}</h1><p>x</p>`)
  const page = await fixture.open('author', '/courses/course/plan')
  await away(page, 800)
  await page.getByRole('treeitem', { name: 'F,' }).focus()
  for (let press = 0; press < 5; press++) await page.keyboard.press('Alt+ArrowUp')
  const order = ['0 Unit one', '1 Lesson one', '2 F', '2 A', '2 B', '2 C', '2 D', '2 E']
  expect(await shown(page)).toEqual(order)
  await expect(page.getByRole('treeitem', { name: 'F,' })).toBeFocused()
  for (let press = 0; press < 3; press++) await page.keyboard.press('Alt+ArrowDown')
  const then = ['0 Unit one', '1 Lesson one', '2 A', '2 B', '2 C', '2 F', '2 D', '2 E']
  expect(await shown(page)).toEqual(then)
  await expect(page.getByRole('treeitem', { name: 'F,' })).toBeFocused()
  // Eight requests and the loading after them.
  await page.waitForTimeout(9000)
  expect(await shown(page)).toEqual(then)
  await page.unrouteAll({ behavior: 'wait' })
  await page.reload()
  expect(await shown(page)).toEqual(then)
})

test('lines typed while the server is away wait in sight and are sent by themselves; a deleted row leaves the focus in the plan', async ({
  fixture,
}) => {
  const page = await fixture.open('author', '/courses/course/plan')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await page.context().setOffline(true)
  await page.keyboard.type('Not lost')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Nor this')
  await page.keyboard.press('Enter')
  await expect(page.getByText('The server does not answer. The lines are kept here')).toBeVisible()
  expect(await shown(page)).toEqual(['0 Unit one', '1 Lesson one', '2 Not lost', '2 Nor this'])
  await page.context().setOffline(false)
  await expect(page.getByText('The server does not answer.')).toHaveCount(0)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('treeitem', { name: 'Nor this' })).toBeFocused()
  await page.keyboard.press('Delete')
  await expect(page.getByRole('treeitem', { name: 'Not lost' })).toBeFocused()
  await expect(page.getByText('“Nor this” deleted.')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('treeitem', { name: 'Nor this' })).toBeVisible()
  await page.reload()
  expect(await shown(page)).toEqual(['0 Unit one', '1 Lesson one', '2 Not lost', '2 Nor this'])
})

test('what is set about a line just typed is shown once the server has it, and nothing empty is kept in its place', async ({
  fixture,
}) => {
  const page = await fixture.open('author', '/courses/course/plan')
  await away(page, 800)
  await page.getByRole('treeitem', { name: 'Lesson one' }).focus()
  await page.keyboard.press('Insert')
  await page.getByLabel('Title of the new lesson').evaluate((field) => {
    const clipboardData = new DataTransfer()
    clipboardData.setData('text/plain', 'Mending a gap\n  Aim: strip a gap')
    field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
  })
  await page.keyboard.press('Escape')
  await expect(page.getByRole('treeitem', { name: 'Mending a gap' })).toBeFocused()
  await page.keyboard.press('Alt+Enter')
  await expect(page.getByRole('tabpanel').getByLabel('Aims, one a line')).toHaveValue('strip a gap')
})
