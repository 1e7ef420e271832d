import type { Locator } from '@playwright/test'
import { expect, test } from './setup/fixture.ts'

/* The edges between what stands beside the work and the work. */

const widthOf = async (pane: Locator): Promise<number> => Math.round((await pane.boundingBox())!.width)

test('the edge of the plan is dragged where a row lies below it, and the row stays where it is', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p>'))
  const plan = page.getByRole('navigation', { name: 'Plan' })
  const edge = page.getByRole('separator', { name: 'Width of the pane “Plan”' })
  const row = (await plan.getByRole('treeitem', { name: /Walls/ }).boundingBox())!
  const [first, { x, width }] = [await widthOf(plan), (await edge.boundingBox())!]
  await page.mouse.move(x + width / 2, row.y + row.height / 2)
  await page.mouse.down()
  await page.mouse.move(x + width / 2 + 60, row.y + row.height / 2, { steps: 6 })
  await page.mouse.up()
  await expect.poll(() => widthOf(plan)).toBe(first + 60)
  await expect(edge).toBeFocused()
})

test('panes are made wider and narrower by mouse, press and key, and stay so', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p>'))
  const desk = page.getByRole('complementary', { name: 'Side desk' })
  const edge = page.getByRole('separator', { name: 'Width of the pane “Side desk”' })
  const [first, { x, y, width }] = [await widthOf(desk), (await edge.boundingBox())!]
  await page.mouse.move(x + width / 2, y + 300)
  await page.mouse.down()
  await page.mouse.move(x + width / 2 - 60, y + 320, { steps: 4 })
  await page.mouse.up()
  expect(await widthOf(desk)).toBe(first + 60)
  await edge.press('ArrowRight')
  await expect.poll(() => widthOf(desk)).toBe(first + 40)
  await page.reload()
  await expect.poll(() => widthOf(desk), 'remembered').toBe(first + 40)
  await expect(edge).toHaveAttribute('aria-valuetext', `${first + 40} pixels`)
  await edge.click()
  await expect.poll(() => widthOf(desk), 'a press gives it the width it came with').toBe(first)
  await edge.click()
  await expect.poll(() => widthOf(desk), 'another makes it wide').toBeGreaterThan(first + 50)
  await edge.press('Enter')
  await expect.poll(() => widthOf(desk)).toBe(first)
  const plan = page.getByRole('navigation', { name: 'Plan of the course' })
  const before = await widthOf(plan)
  await page.getByRole('separator', { name: 'Width of the pane “Plan”' }).press('ArrowRight')
  await expect.poll(() => widthOf(plan)).toBe(before + 20)
  // No pane takes what the page needs.
  await page.getByRole('separator', { name: 'Width of the pane “Plan”' }).press('End')
  await page.setViewportSize({ width: 960, height: 700 })
  expect(await widthOf(plan)).toBeLessThanOrEqual(960 * 0.4)
})
