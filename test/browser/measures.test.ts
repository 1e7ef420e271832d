import { readFileSync } from 'node:fs'
import { readPage } from '../../core/html/read.ts'
import { heightOf, SCREENS } from '../../core/measures/heights.ts'
import { expect, sheet, test } from './setup/fixture.ts'

const words = (count: number): string => Array.from({ length: count }, () => 'stone').join(' ')
const NINE = `<div data-piece="tabs">${Array.from({ length: 9 }, (_, at) => `<section><h2>Sort ${at + 1}</h2><p>${words(40)}</p></section>`).join('')}</div>`

test('the side desk says how a page is to read, and what would help leads to it', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('sorts', `<h1>Sorts</h1><p>Begin.</p>${NINE}`))
  await sheet(page).getByText('Begin.').click()
  const desk = page.getByRole('tabpanel', { name: 'Piece' })
  await expect(desk.getByText('9 tabs do not stand in one line')).toBeVisible()
  await expect(desk.getByRole('definition').last()).toHaveText('84% of the words')
  await desk.getByRole('button', { name: 'Turn into an accordion…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Turn the tabs into' })
  await expect(dialog.getByRole('radio', { name: 'Accordion' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(sheet(page).locator('.accordion > .part')).toHaveCount(9)
  await expect(desk.getByText('9 tabs do not stand in one line')).toHaveCount(0)
})

test('pages are about as high in the reading room as they are said to be', async ({ fixture }) => {
  for (const name of ['why-walls-fall-from-inside', 'keeping-the-batter']) {
    const source = readFileSync(`demo/pages/${name}.html`, 'utf8')
    await fixture.addPage(name, source, { isPublished: true })
    const { page } = readPage(source)
    for (const [screen, viewport] of [
      ['phone', { width: 390, height: 844 }],
      ['computer', { width: 1280, height: 800 }],
    ] as const) {
      const room = await fixture.open('student', `/read/course/${name}`, { viewport })
      const real = await room
        .locator('article.page-content')
        .evaluate((article) => article.getBoundingClientRect().height)
      const share = heightOf(page, SCREENS[screen]) / real
      expect(share, `${name} on a ${screen}: ${share}`).toBeGreaterThan(0.7)
      expect(share, `${name} on a ${screen}: ${share}`).toBeLessThan(1.35)
      await room.context().close()
    }
  }
})
