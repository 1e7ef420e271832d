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

const PIECES = '<h1>Pieces</h1><nav data-piece="contents"></nav><h2>Parts</h2><div data-piece="tabs"><section><h3>One</h3><p>First words</p></section><section><h3>Two</h3><p>Second words</p></section></div><div data-piece="accordion"><section><h3>Lay</h3><p>Laying</p></section><section><h3>Pack</h3><p>Packing</p></section></div><details><summary>Why?</summary><p>Hidden</p></details><div data-piece="columns"><div><p>Left</p></div><div><p>Right</p></div></div><div data-piece="practice"><div data-part="prompt"><p>Which?</p></div><div data-part="answer"><p>Hearting</p></div><div data-part="answer" data-right="yes"><p>A through</p></div></div><iframe srcdoc="x" title="Gauge"></iframe><div data-piece="link-card"><a href="https://maps.example/">A map</a></div>'
const SOURCE = '<h1>Slope</h1><p>Text with a <a href="https://walls.example">link</a>.</p><h2>Near</h2><ul><li>a<ul><li>b</li></ul></li></ul><div style="background:#efe6d3"><p>A box.</p></div><table><tr><th>Stone<th>Weight<tr><td>a<td>b</table><blockquote>quoted</blockquote>'

for (const colorScheme of ['light', 'dark'] as const)
  test(`no violations on any screen, ${colorScheme}`, async ({ house }) => {
    test.slow()
    const address = await house.addPage('one', SOURCE, { isPublished: true })
    await house.addPage('pieces', PIECES, { isPublished: true })
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
    await page.getByRole('tab', { name: 'Past' }).click()
    await expect(page.getByRole('tabpanel')).toContainText('Edition 1')
    await check('all tools, past')
    await page.getByRole('tab', { name: /Proof/ }).click()
    await expect(page.getByRole('tabpanel')).toContainText('looked over while you write')
    await page.getByText('Why it matters').first().click()
    await check('proof')
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
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Insert', exact: true }).click()
    await check('insert')
    await page.getByRole('button', { name: 'From the shelf' }).click()
    await expect(page.getByRole('dialog')).toContainText('The shelf of this course is empty')
    await check('shelf')
    await page.goto('/courses/course/items/pieces')
    for (const words of ['First words', 'Laying', 'Hidden', 'Left', 'A through']) {
      const place = sheet(page).getByText(words).first()
      if (!(await place.isVisible())) await sheet(page).locator('.accordion .part-title, .reveal .part-title').first().click()
      if (await place.isVisible()) await place.click()
      await check(`pieces: ${words}`)
    }
    await page.goto('/read/course/pieces')
    await check('pieces read')
    await page.getByRole('tab', { name: 'Two' }).click()
    for (const fold of await page.locator('.fold-button, .reveal > summary').all()) await fold.click()
    await page.getByRole('radio').first().check()
    await page.getByRole('button', { name: 'Check' }).click()
    await expect(page.getByRole('status')).toContainText('right')
    await check('pieces read, all open')
    for (const path of ['/read/course', '/read/course/one', '/no/such/place']) {
      await page.goto(path)
      await check(path)
    }
    await page.context().clearCookies()
    await page.goto('/sign-in')
    await check('sign in')
  })

test('the manager’s hosts have no violations', async ({ house }) => {
  const page = await house.open('manager', '/hosts')
  expect(await violations(page)).toEqual([])
})

test('the sheet is reached and left by keyboard alone', async ({ house }) => {
  const page = await house.open('author', await house.addPage('one', SOURCE))
  await page.getByRole('button', { name: 'Insert', exact: true }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('button', { name: /Kind of block/ })).toBeFocused()
  await page.getByRole('tab', { name: 'Piece' }).focus()
  await page.keyboard.press('ArrowRight')
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
