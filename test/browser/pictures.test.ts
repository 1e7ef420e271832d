import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { cursorAfter, expect, kept, sheet, test } from './setup/house.ts'

/** Drops or pastes a file of these bytes onto the words. */
async function give(page: Page, how: 'drop' | 'paste', name: string, type: string, bytes: Buffer, words: string): Promise<void> {
  await sheet(page).getByText(words).evaluate(
    (target, [event, fileName, fileType, base64]) => {
      const data = new DataTransfer()
      data.items.add(new File([Uint8Array.from(atob(base64!), (sign) => sign.charCodeAt(0))], fileName!, { type: fileType! }))
      const { left, bottom } = target.getBoundingClientRect()
      target.dispatchEvent(event === 'drop' ? new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true, clientX: left + 5, clientY: bottom - 3 }) : new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
    },
    [how, name, type, bytes.toString('base64')] as const,
  )
}

const wall = (colour: string): Promise<Buffer> => sharp({ create: { width: 1200, height: 800, channels: 3, background: colour } }).png().toBuffer()

test('a picture dropped, pasted and browsed: its alternative text asked for, resized by its corner, found again, published', async ({ house }) => {
  const page = await house.open('author', await house.addPage('pictures', '<h1>Pictures</h1><p>First.</p><p>Second.</p>'))
  await give(page, 'drop', 'IMG_0042.png', 'image/png', await wall('#4b6b3c'), 'First.')
  const dialog = page.getByRole('dialog', { name: 'What does the picture show?' })
  await expect(dialog.getByLabel(/Alternative text/)).toBeFocused()
  await page.keyboard.type('IMG_0042.png')
  await page.keyboard.press('Enter')
  await expect(dialog.getByRole('alert')).toContainText('names a file')
  await dialog.getByLabel(/Alternative text/).fill('A green wall on a slope')
  await expect(dialog).toContainText('Ready in the sizes that readers need.')
  await page.keyboard.press('Enter')
  const figure = sheet(page).locator('figure.picture')
  await expect(figure.locator('img')).toHaveAttribute('alt', 'A green wall on a slope')
  await figure.locator('figcaption').click()
  await page.keyboard.type('Above the beck')
  await page.getByLabel('Long description').fill('Left, the wall head.\nRight, the gap.')
  await page.getByLabel('Long description').blur()

  await figure.hover()
  const corner = (await figure.locator('.picture-corner').boundingBox())!
  await page.mouse.move(corner.x + 6, corner.y + 6)
  await page.mouse.down()
  await page.mouse.move(corner.x - 90, corner.y - 40, { steps: 5 })
  await page.mouse.up()
  const share = Number(await page.getByLabel(/Width in percent/).inputValue())
  expect(share).toBeGreaterThan(50)
  expect(share).toBeLessThan(90)

  // The same bytes again, decorative this time: kept once.
  await cursorAfter(page, 'Second.')
  await give(page, 'paste', 'copy.png', 'image/png', await wall('#4b6b3c'), 'Second.')
  await dialog.getByLabel(/Decorative/).check()
  await dialog.getByRole('button', { name: 'Keep' }).click()
  await expect(figure).toHaveCount(2)

  // Found on the shelf by what it shows.
  await cursorAfter(page, 'Second.')
  await page.getByRole('button', { name: 'Insert', exact: true }).click()
  await page.getByRole('button', { name: 'From the shelf' }).click()
  await page.getByLabel('Search the shelf').fill('slope green')
  await expect(page.getByRole('dialog').getByRole('listitem')).toHaveCount(1)
  await page.getByRole('button', { name: /A green wall on a slope/ }).click()
  await dialog.getByRole('button', { name: 'Later' }).click()
  await expect(figure).toHaveCount(3)
  await expect(sheet(page).getByText('No alternative text')).toHaveCount(1)
  await page.keyboard.press('Control+z')
  await expect(figure).toHaveCount(2)

  await kept(page)
  await page.getByRole('button', { name: 'Publish edition 1' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Publish edition 1' }).click()
  await expect(page.locator('.foot')).toContainText('Students read edition 1')
  const student = await house.open('student', '/read/course/pictures')
  const shown = student.getByRole('img', { name: 'A green wall on a slope' })
  await expect(shown).toBeVisible()
  expect(await shown.evaluate((image: HTMLImageElement) => image.decode().then(() => image.naturalWidth))).toBeGreaterThan(100)
  await expect(student.getByRole('figure').first()).toContainText('Above the beck')
  await student.getByText('Description').click()
  await expect(student.getByText('Right, the gap.')).toBeVisible()
})

test('what is no picture is refused with a sentence, and the page stays as it was', async ({ house }) => {
  const page = await house.open('author', await house.addPage('refused', '<h1>Refused</h1><p>First.</p>'))
  await give(page, 'drop', 'notes.png', 'image/png', Buffer.from('only words'), 'First.')
  await expect(page.getByText('“notes.png” is a text file, not a picture.')).toBeVisible()
  await expect(sheet(page).locator('figure, .arriving')).toHaveCount(0)
})
