import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { withClient } from '../server/setup/app.ts'
import { cursorAfter, expect, kept, sheet, test } from './setup/fixture.ts'

/** Drops or pastes a file of these bytes onto the words. */
async function give(
  page: Page,
  how: 'drop' | 'paste',
  name: string,
  type: string,
  bytes: Buffer,
  words: string,
): Promise<void> {
  await sheet(page)
    .getByText(words)
    .evaluate(
      (target, [event, fileName, fileType, base64]) => {
        const data = new DataTransfer()
        data.items.add(
          new File([Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0))], fileName, { type: fileType }),
        )
        const { left, bottom } = target.getBoundingClientRect()
        target.dispatchEvent(
          event === 'drop'
            ? new DragEvent('drop', {
                dataTransfer: data,
                bubbles: true,
                cancelable: true,
                clientX: left + 5,
                clientY: bottom - 3,
              })
            : new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
        )
      },
      [how, name, type, bytes.toString('base64')] as const,
    )
}

const wall = (colour: string): Promise<Buffer> =>
  sharp({ create: { width: 1200, height: 800, channels: 3, background: colour } })
    .png()
    .toBuffer()

test('a picture dropped, pasted and browsed: its alternative text asked for, resized by its corner, found again, published', async ({
  fixture,
}) => {
  const page = await fixture.open(
    'author',
    await fixture.addPage('pictures', '<h1>Pictures</h1><p>First.</p><p>Second.</p>'),
  )
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
  const student = await fixture.open('student', '/read/course/pictures')
  const shown = student.getByRole('img', { name: 'A green wall on a slope' })
  await expect(shown).toBeVisible()
  expect(
    await shown.evaluate((image: HTMLImageElement) => image.decode().then(() => image.naturalWidth)),
  ).toBeGreaterThan(100)
  await expect(student.getByRole('figure').first()).toContainText('Above the beck')
  await student.getByText('Description').click()
  await expect(student.getByText('Right, the gap.')).toBeVisible()
})

test('a click selects a picture: its settings are beside it, keys are for it', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('pictures', '<h1>Pictures</h1><p>First.</p>'))
  await give(page, 'drop', 'wall.png', 'image/png', await wall('#4b6b3c'), 'First.')
  await expect(page.getByRole('dialog').getByLabel(/Alternative text/)).toBeFocused()
  await page.keyboard.type('A green wall')
  await page.keyboard.press('Enter')
  await sheet(page).locator('h1').click()
  await expect(page.locator('.trail')).not.toContainText('Picture')
  await sheet(page).locator('img').click()
  await expect(page.locator('.trail')).toContainText('Picture')
  await expect(page.getByRole('tabpanel').getByLabel('Alternative text')).toHaveValue('A green wall')
  await page.keyboard.press('Delete')
  await expect(sheet(page).locator('img')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(sheet(page).locator('img')).toHaveCount(1)
})

test('what is no picture is refused with a sentence, and the page stays as it was', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('refused', '<h1>Refused</h1><p>First.</p>'))
  await give(page, 'drop', 'notes.png', 'image/png', Buffer.from('only words'), 'First.')
  await expect(page.getByText('“notes.png” is a text file, not a picture.')).toBeVisible()
  await expect(sheet(page).locator('figure, .arriving')).toHaveCount(0)
})

test('a picture copied from another course becomes this course’s own; one that the author may not take leaves its words, and says so', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('copied', '<h1>Copied</h1><p>First.</p>'))
  const paste = (item: string): Promise<void> =>
    sheet(page).evaluate(
      (field, own) => {
        const clipboardData = new DataTransfer()
        const html = document.createElement('div')
        html.setAttribute('data-fieldstone', own)
        clipboardData.setData('text/html', html.outerHTML)
        field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
      },
      JSON.stringify([
        {
          type: 'picture',
          attrs: {
            item,
            width: 4,
            height: 4,
            alt: `A wall of ${item}`,
            description: '',
            widthPercent: 100,
            align: 'center',
          },
          content: [{ type: 'caption' }],
        },
      ]),
    )
  await withClient(fixture.url, async (client) => {
    const hash = Buffer.alloc(32, 7)
    await client.query(`insert into courses (id, title) values ('third', 'Third course')`)
    await client.query(`insert into memberships (course_id, person_id, role) values ('third', 'author', 'author')`)
    await client.query('insert into blobs (hash, size) values ($1, 4)', [hash])
    for (const [id, courseId, personId] of [
      ['third-wall', 'third', 'author'],
      ['other-wall', 'other', 'outsider'],
    ])
      await client.query(
        `insert into shelf_items (id, course_id, hash, name, media_type, width, height, state, created_by)
          values ($1, $2, $3, 'wall.png', 'image/png', 4, 4, 'ready', $4)`,
        [id, courseId, hash, personId],
      )
  })
  await cursorAfter(page, 'First.')
  await paste('third-wall')
  await kept(page)
  const image = sheet(page).getByRole('img', { name: 'A wall of third-wall' })
  await expect(image).not.toHaveAttribute('src', /third-wall/)
  await expect(image).toHaveAttribute('src', /\/files\//)
  await cursorAfter(page, 'First.')
  await paste('other-wall')
  await expect(
    page.getByText(/A picture was left out, because it belongs to a course that you don’t write/),
  ).toBeVisible()
  await expect(sheet(page).getByText('A wall of other-wall')).toBeVisible()
  await expect(sheet(page).locator('figure')).toHaveCount(1)
  // Undo takes back what was pasted, with what became of it.
  await page.keyboard.press('Control+z')
  await expect(sheet(page).getByText('A wall of other-wall')).toHaveCount(0)
  await expect(sheet(page).getByText('First.')).toBeVisible()
})
