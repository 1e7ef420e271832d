import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { expect, sheet, test } from './setup/house.ts'

/** axe-core's rules for WCAG 2.2 A and AA, on the screen as it stands. */
const axe = readFileSync('node_modules/axe-core/axe.min.js', 'utf8')

async function violations(page: Page): Promise<string[]> {
  await page.evaluate(axe)
  return page.evaluate(async () => {
    const runner = (window as unknown as { axe: { run(options: object): Promise<{ violations: { id: string; nodes: { html: string; failureSummary: string }[] }[] }> } }).axe
    const { violations: found } = await runner.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] })
    return found.map(({ id, nodes }) => `${id}: ${nodes.map(({ html, failureSummary }) => `${html.slice(0, 160)} ${failureSummary.slice(0, 160)}`).join(' | ')}`)
  })
}

const SOURCE = '<h1>Slope</h1><p>Text with a <a href="https://walls.example">link</a>.</p><h2>Near</h2><ul><li>a<ul><li>b</li></ul></li></ul><div style="background:#efe6d3"><p>A box.</p></div><table><tr><th>Stone<th>Weight<tr><td>a<td>b</table><blockquote>quoted</blockquote>'

for (const colorScheme of ['light', 'dark'] as const)
  test(`no violations on any screen, ${colorScheme}`, async ({ house }) => {
    test.slow()
    const address = await house.addPage('one', SOURCE, { isPublished: true })
    await house.addPage('two', '<h1>Second</h1><p>x</p>')
    const page = await house.open('author', '/', { colorScheme })
    const check = async (name: string): Promise<void> => expect.soft(await violations(page), name).toEqual([])
    await check('courses')
    await page.goto('/courses/course/plan')
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await check('plan with the composer')
    await page.goto(address)
    await sheet(page).getByText('A box.').click()
    await check('sheet')
    await page.getByRole('button', { name: 'All tools' }).click()
    await page.getByRole('tab', { name: /Editions/ }).click()
    await check('all tools, editions')
    await page.getByRole('tab', { name: 'Outline' }).click()
    await page.getByRole('button', { name: 'Source' }).click()
    await expect(page.locator('.cm-content')).toBeVisible()
    await check('source, outline')
    await page.getByRole('button', { name: 'As a student' }).click()
    await expect(page.frameLocator('iframe').getByRole('heading', { level: 1 })).toBeVisible()
    await check('as a student')
    await page.keyboard.press('Escape')
    await sheet(page).getByText('A box.').click()
    await page.keyboard.press('Control+k')
    await check('link')
    for (const path of ['/read/course', '/read/course/one', '/no/such/place']) {
      await page.goto(path)
      await check(path)
    }
    await page.context().clearCookies()
    await page.goto('/sign-in')
    await check('sign in')
  })

test('the sheet is reached and left by keyboard alone', async ({ house }) => {
  const page = await house.open('author', await house.addPage('one', SOURCE))
  await page.getByRole('button', { name: 'Insert' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('button', { name: /Kind of block/ })).toBeFocused()
  await page.getByRole('tab', { name: 'Piece' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('tab', { name: 'Outline' })).toBeFocused()
  await expect(page.getByRole('tabpanel')).toContainText('Near')
})

test('the first answer of the server is styled, with script off', async ({ house }) => {
  const page = await house.open('author', '/sign-in', { javaScriptEnabled: false })
  await page.context().clearCookies()
  await page.goto('/sign-in')
  await expect(page.getByRole('button', { name: 'Sign in' })).toHaveCSS('background-color', 'rgb(75, 107, 60)')
  await expect(page.locator('h1')).toHaveCSS('font-family', /Literata/)
})
