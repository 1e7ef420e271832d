import { hashPassword } from '../../server/people/passwords.server.ts'
import { withClient } from '../server/setup/app.ts'
import { cursorAfter, expect, kept, test } from './setup/fixture.ts'

test('signing in: errors stand at the field, a wrong password says nothing more, a right one leads on', async ({
  fixture,
  browser,
}) => {
  const hash = await hashPassword('through-stones')
  await withClient(fixture.url, (client) => client.query('update people set password_hash = $1', [hash]))
  const page = await (await browser.newContext({ baseURL: fixture.app.address })).newPage()
  await page.goto('/courses/course/plan')
  await expect(page).toHaveURL(/sign-in\?to=/)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByText('Type the e-mail address you sign in with.')).toBeVisible()
  await expect(page.getByLabel('Password')).toHaveAttribute('aria-invalid', 'true')
  await page.getByLabel('E-mail address').fill('author@test.example')
  await page.getByLabel('Password').fill('wrong')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('This e-mail address and password don’t match.')
  await expect(page.getByLabel('E-mail address')).toHaveValue('author@test.example')
  await page.getByLabel('Password').fill('through-stones')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/courses\/course\/plan/)
  await page.getByRole('button', { name: /theme, sign out/ }).click()
  await page.getByRole('menuitem', { name: 'Dark', exact: true }).click()
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
  await page.getByRole('button', { name: /theme, sign out/ }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await expect(page).toHaveURL(/sign-in/)
  await page.goto('/courses/course/plan')
  await expect(page).toHaveURL(/sign-in\?to=/)
  await page.context().close()
})

test('signing out with unsent work asks first', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Kept.</p>'))
  await page.context().setOffline(true)
  await cursorAfter(page, 'Kept.')
  await page.keyboard.type(' Waiting words.')
  await expect(page.locator('.saving')).toContainText('Not sent')
  let question = ''
  page.once('dialog', (dialog) => {
    question = dialog.message()
    void dialog.dismiss()
  })
  await page.getByRole('button', { name: /theme, sign out/ }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await expect.poll(() => question).toContain('Not sent yet')
  await page.context().setOffline(false)
  await kept(page)
  await expect(page.locator('.ProseMirror')).toContainText('Waiting words.')
})

test('students and guests find their course and no tool of the author', async ({ fixture }) => {
  await fixture.addPage('walls', '<h1>Walls</h1><p>x</p>', { isPublished: true })
  for (const person of ['student', 'guest']) {
    const page = await fixture.open(person, '/')
    await page.getByRole('link', { name: 'Test course' }).click()
    await expect(page.getByRole('main').getByRole('listitem').getByRole('link')).toHaveText(['Walls'])
    await page.goto('/courses/course/plan')
    await expect(page.getByRole('heading', { name: 'This is for authors' })).toBeVisible()
    await page.getByRole('link', { name: 'To your courses' }).click()
    await expect(page.getByRole('heading', { name: 'Courses', exact: true })).toBeVisible()
  }
})

test('titles of a course say their language among the words of the author’s screens', async ({ fixture }) => {
  await fixture.addPage('north', '<h1>أين الشمال؟</h1>')
  await withClient(fixture.url, (client) => client.query(`update courses set language = 'ar' where id = 'course'`))
  const page = await fixture.open('author', '/courses/course/plan')
  await expect(page.locator('.row-title', { hasText: 'الشمال' })).toHaveAttribute('lang', 'ar')
  await expect(page.locator('.strip-course')).toHaveAttribute('lang', 'ar')
  await page.goto('/courses/course/items/north')
  await expect(page.locator('.tree-title', { hasText: 'الشمال' })).toHaveAttribute('lang', 'ar')
})

test('a page from right to left is written and read that way', async ({ fixture }) => {
  await withClient(fixture.url, (client) =>
    client.query(`update courses set language = 'ar', direction = 'rtl' where id = 'course'`),
  )
  const address = await fixture.addPage(
    'walls',
    '<h1>جدار</h1><p>نص</p><div style="background:#efe6d3"><p>صندوق</p></div>',
    { isPublished: true },
  )
  const page = await fixture.open('author', address)
  await expect(page.locator('.ProseMirror p').first()).toHaveCSS('direction', 'rtl')
  const box = page.locator('.ProseMirror .box')
  expect(await box.evaluate((element) => getComputedStyle(element).borderRightWidth)).toBe('0px')
  await cursorAfter(page, 'صندوق')
  await page.locator('.ant-segmented-item', { hasText: 'Start' }).click()
  expect(await box.evaluate((element) => getComputedStyle(element).borderRightWidth)).toBe('5px')
  await kept(page)
  const room = await fixture.open('student', '/read/course/walls')
  await expect(room.locator('html')).toHaveAttribute('dir', 'rtl')
  await expect(room.locator('article p').nth(1)).toHaveCSS('text-align', 'start')
  expect(await room.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true)
})
