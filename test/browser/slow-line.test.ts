import type { Page } from '@playwright/test'
import { expect, sheet, test } from './setup/fixture.ts'

/*
 * A line on which everything takes its time: what is seen at once, and how often one waits for it before a page is
 * there. What is counted is not time but turns: a request that begins after an answer has come waited for it.
 */

const WAY = 400

/** Counts turns: each request is one further than the furthest answer that was there when it was sent. */
async function countTurns(page: Page): Promise<() => number> {
  let furthest = 0
  const turns = new WeakMap<object, number>()
  page.on('request', (request) => turns.set(request, furthest + 1))
  page.on('requestfinished', (request) => (furthest = Math.max(furthest, turns.get(request) ?? 0)))
  await page.route('**/*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, WAY))
    await route.continue()
  })
  return () => furthest
}

test('from the plan to a page over a slow line: its title and paper at once, its text after two turns at most', async ({
  fixture,
}) => {
  await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p>')
  const page = await fixture.open('author', '/courses/course/plan')
  await page.getByRole('treeitem', { name: /Walls/ }).waitFor()
  const turns = await countTurns(page)
  await page.getByRole('button', { name: 'Walls', exact: true }).click()
  await expect(page.locator('.working-page')).toContainText('Walls')
  await expect(page.locator('.working-page')).toBeHidden()
  expect(turns(), 'turns until the page is there').toBeLessThanOrEqual(2)
  await expect(sheet(page)).toContainText('Stones.')
  expect(turns(), 'turns until it can be written on').toBeLessThanOrEqual(4)
})

test('a page that is loaded anew is read after two turns: its style is fetched with it', async ({ fixture }) => {
  const path = await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p>')
  const page = await fixture.open('author', '/courses/course/plan')
  const turns = await countTurns(page)
  await page.goto(path, { waitUntil: 'commit' })
  await expect(page.getByRole('heading', { name: 'Walls', level: 1 })).toBeVisible()
  expect(turns()).toBeLessThanOrEqual(2)
  const response = await page.request.get(path)
  expect(response.headers().link).toMatch(/^<\/assets\/[\w-]+\.css>; rel=preload; as=style/)
})

test('a line shows that a screen is on its way, and words when it takes long', async ({ fixture }) => {
  const page = await fixture.open('author', '/courses/course/plan')
  await page.getByRole('link', { name: 'Readers' }).waitFor()
  await page.route('**/*.data*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 3000))
    await route.continue()
  })
  await page.getByRole('link', { name: 'Readers' }).click()
  await expect(page.locator('.working-line')).toBeVisible()
  await expect(page.getByText('Still opening. The line is slow.')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Readers' })).toBeVisible()
  await expect(page.locator('.working-line')).toHaveCount(0)
})
