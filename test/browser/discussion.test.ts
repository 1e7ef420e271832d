import sharp from 'sharp'
import { expect, test } from './setup/fixture.ts'
import { withClient } from '../server/setup/app.ts'

const PROMPT =
  '<h1>Your site in three photos</h1><p>Show the ground.</p><div data-piece="tabs"><section><h2>One</h2><p>First</p></section><section><h2>Two</h2><p>Second</p></section></div>'

test('students talk in threads, with a picture, looked at before it is sent; replies come by themselves; the author marks, hides, locks', async ({
  fixture,
}) => {
  test.slow()
  await fixture.addPage('talk', PROMPT, { isPublished: true, kind: 'discussion', settings: { postFirst: true } })
  await withClient(fixture.url, (client) =>
    client
      .query(
        `insert into people (id, name, email, password_hash, colour)
          values ('second', 'Second student', 'second@test.example', 'none', '#5f7a52')`,
      )
      .then(() => client.query(`insert into memberships values ('course', 'second', 'student')`)),
  )
  const student = await fixture.open('student', '/read/course/talk')
  await expect(student).toHaveURL(/\/discuss\/course\/talk$/)
  await student.getByRole('tab', { name: 'Two' }).click()
  await expect(student.getByText('Second', { exact: true })).toBeVisible()
  await student.getByRole('textbox', { name: 'Your post' }).click()
  // What is typed before the editor has come is not lost; its keys are there once it is.
  await student.keyboard.type('A bank that ')
  await expect(student.locator('.rich-text .ProseMirror')).toBeFocused()
  await student.keyboard.press('Control+b')
  await student.keyboard.type('slides')
  const [chooser] = await Promise.all([
    student.waitForEvent('filechooser'),
    student.getByRole('button', { name: 'Picture' }).click(),
  ])
  await chooser.setFiles({
    name: 'bank.png',
    mimeType: 'image/png',
    buffer: await sharp({ create: { width: 300, height: 200, channels: 3, background: '#4b6b3c' } })
      .png()
      .toBuffer(),
  })
  await student
    .getByRole('dialog')
    .getByLabel(/Alternative text/)
    .fill('A green bank')
  await student.keyboard.press('Enter')
  await student.getByRole('button', { name: 'Preview' }).click()
  const preview = student.getByRole('region', { name: 'As others will see it' })
  await expect(preview.locator('strong')).toHaveText('slides')
  await expect(preview.getByAltText('A green bank')).toBeVisible()
  // What is written is kept in this browser until it is sent.
  await student.reload()
  await expect(student.getByRole('textbox', { name: 'Your post' })).toContainText('A bank that slides')
  await student.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(student.locator('.post strong')).toHaveText('slides')

  const second = await fixture.open('second', '/discuss/course/talk')
  await expect(second.getByText('1 post so far')).toBeVisible()
  expect(await second.content()).not.toContain('A green bank')
  await second.getByRole('textbox', { name: 'Your post' }).click()
  await second.keyboard.type('Mine is flat.')
  await second.keyboard.press('Control+Enter')
  await expect(second.locator('.post')).toHaveCount(2)
  const picture = second.getByAltText('A green bank')
  await expect
    .poll(() => picture.evaluate((image: HTMLImageElement) => image.naturalWidth), { timeout: 20_000 })
    .toBeGreaterThan(0)
  await expect(student.getByText('Mine is flat.')).toBeVisible()
  await expect(student.locator('.news')).toHaveText('1 new post')

  await student.getByRole('button', { name: 'Reply to Second student' }).click()
  await student.keyboard.type('Lucky you.')
  await student.getByRole('button', { name: 'Send the reply' }).click()
  await expect(second.locator('.replies .post')).toContainText('Lucky you.')

  const author = await fixture.open('author', '/discuss/course/talk')
  await author.locator('.replies .post').getByRole('button', { name: 'Mark as helpful' }).click()
  await expect(second.locator('.replies .post')).toContainText('helpful')
  await author
    .locator('.threads > li')
    .first()
    .locator('.post')
    .first()
    .getByRole('button', { name: 'Lock the thread' })
    .click()
  await expect(second.locator('.threads > li').first()).toContainText('locked')
  await expect(
    second
      .locator('.threads > li')
      .first()
      .getByRole('button', { name: /^Answer/ }),
  ).toHaveCount(0)
  await author.locator('.threads > li').nth(1).getByRole('button', { name: 'Hide…' }).click()
  await author.getByLabel(/Why is it hidden/).fill('Shows a neighbour’s house.')
  await author.getByRole('button', { name: 'Hide the post' }).click()
  await expect(second.getByText('Hidden by Test author: Shows a neighbour’s house.')).toBeVisible()
  await expect(second.getByAltText('A green bank')).toHaveCount(0)
  await expect(student.getByAltText('A green bank')).toBeVisible()
})

test('a post that can’t be sent stays in its field, with the reason', async ({ fixture }) => {
  await fixture.addPage('talk', PROMPT, { isPublished: true, kind: 'discussion' })
  const page = await fixture.open('student', '/discuss/course/talk')
  await page.getByRole('textbox', { name: 'Your post' }).click()
  await page.keyboard.type('Written with the server gone.')
  await fixture.stop()
  await page.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('The server does not answer')
  await fixture.startAgain()
  await page.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(page.locator('.post')).toHaveCount(1)
  await expect(page.locator('.post')).toContainText('Written with the server gone.')
})

test('what is typed before the script has come is kept', async ({ fixture }) => {
  await fixture.addPage('talk', PROMPT, { isPublished: true, kind: 'discussion' })
  const page = await fixture.open('student', '/read/course')
  await page.route('**/assets/*.js', async (route) => {
    await new Promise((done) => setTimeout(done, 1500))
    await route.continue()
  })
  await page.goto('/discuss/course/talk', { waitUntil: 'commit' })
  await page.getByRole('textbox', { name: 'Your post' }).click()
  await page.keyboard.type('Typed early.')
  await page.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(page.locator('.post')).toContainText('Typed early.')
})

test('on a phone nothing of the strip lies over what is read or written', async ({ fixture }) => {
  await fixture.addPage('talk', '<h1>Your site</h1><p>Say.</p>', { isPublished: true, kind: 'discussion' })
  await fixture.addPage('task', '<h1>Your metre</h1><p>Build.</p>', { isPublished: true, kind: 'assignment' })
  const student = await fixture.open('student', '/discuss/course/talk', { viewport: { width: 390, height: 844 } })
  for (const path of ['/discuss/course/talk', '/assignments/course/task', '/read/course']) {
    await student.goto(path)
    const [strip, heading] = [
      await student.locator('.strip').boundingBox(),
      await student.getByRole('heading', { level: 1 }).boundingBox(),
    ]
    expect(heading!.y, path).toBeGreaterThan(strip!.y + strip!.height)
    expect(await student.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
  }
})

test('a student puts a table into a post, with a row more and one less, and the author reads it', async ({
  fixture,
}) => {
  await fixture.addPage('talk', '<h1>Talk</h1><p>Say.</p>', { isPublished: true, kind: 'discussion' })
  const student = await fixture.open('student', '/discuss/course/talk')
  await student.getByRole('textbox', { name: 'Your post' }).click()
  await expect(student.locator('.rich-text .ProseMirror')).toBeFocused()
  const bar = student.getByRole('toolbar')
  await expect(bar.getByRole('button', { name: 'Row below' })).toHaveCount(0)
  await bar.getByRole('button', { name: 'Table' }).click()
  const dialog = student.getByRole('dialog', { name: 'New table' })
  await dialog.getByLabel('Rows').fill('2')
  await dialog.getByLabel('Columns').fill('2')
  await student.keyboard.press('Enter')
  await expect(dialog).toHaveCount(0)
  const post = student.locator('.rich-text .ProseMirror')
  await expect(post.locator('tr')).toHaveCount(2)
  await student.keyboard.type('Stone')
  await bar.getByRole('button', { name: 'Row below' }).click()
  await bar.getByRole('button', { name: 'Row below' }).click()
  await expect(post.locator('tr')).toHaveCount(4)
  await post.locator('td').last().click()
  await bar.getByRole('button', { name: 'Delete row' }).click()
  await expect(post.locator('tr')).toHaveCount(3)
  await post.locator('th').last().click()
  await student.keyboard.type('kg')
  await student.keyboard.press('Control+Enter')
  const author = await fixture.open('author', '/discuss/course/talk')
  await expect(author.getByRole('columnheader', { name: 'kg' })).toBeVisible()
})
