import { Secret, TOTP } from 'otpauth'
import { hashPassword } from '../../server/people/passwords.server.ts'
import { startApp, withClient } from '../server/setup/app.ts'
import { expect, test } from './setup/fixture.ts'
import { startTray } from './setup/tray.ts'

const PASSWORD = 'through-stones'

test('a password that was forgotten: asked for, sent by mail, set without script, and good from then on', async ({
  fixture,
  browser,
}) => {
  test.slow()
  const tray = await startTray()
  await fixture.stop()
  const app = await startApp(fixture.url, { environment: { SMTP_URL: tray.address } })
  const context = await browser.newContext({ baseURL: app.address, javaScriptEnabled: false })
  try {
    const page = await context.newPage()
    await page.goto('/sign-in')
    await page.getByRole('link', { name: 'I forgot my password' }).click()
    await page.getByLabel('E-mail address').fill('student@test.example')
    await page.getByRole('button', { name: 'Send the mail' }).click()
    await expect(page.getByRole('status')).toContainText('a message is on its way')
    let way = ''
    await expect(async () => {
      way = /new-password\?way=([\w-]{43})/.exec(await tray.of('student'))?.[1] ?? ''
      expect(way).not.toBe('')
    }).toPass({ timeout: 20_000 })
    await page.goto(`/new-password?way=${way}`)
    await expect(page.getByText('For Test student.')).toBeVisible()
    await page.getByLabel(/New password/).fill('short')
    await page.getByRole('button', { name: 'Save the password' }).click()
    await expect(page.getByRole('alert')).toContainText('10 characters at least')
    await page.getByLabel(/New password/).fill('stones of the field')
    await page.getByRole('button', { name: 'Save the password' }).click()
    await expect(page.getByRole('status')).toContainText('Sign in with it')
    await page.goto(`/new-password?way=${way}`)
    await expect(page.getByRole('alert')).toContainText('already used')
    await page.getByRole('link', { name: 'Back to sign in' }).click()
    await page.locator('#email').fill('student@test.example')
    await page.locator('#password').fill('stones of the field')
    await page.getByRole('button', { name: 'Sign in' }).click()
    await expect(page.getByRole('heading', { name: 'Courses', exact: true })).toBeVisible()
  } finally {
    await context.close()
    await app.stop()
    tray.stop()
  }
})

test('a manager turns on two-step sign-in, signs in with it, and finds all of that in the audit trail', async ({
  fixture,
  browser,
}) => {
  test.slow()
  const hash = await hashPassword(PASSWORD)
  await withClient(fixture.url, (client) => client.query('update people set password_hash = $1', [hash]))
  const manager = await fixture.open('manager', '/')
  await manager.getByRole('button', { name: /Test manager/ }).click()
  await manager.getByRole('menuitem', { name: 'Your account' }).click()
  await expect(manager.getByRole('heading', { name: 'Your account' })).toBeVisible()
  // The picture is one: it has a size, and is no text.
  await expect(manager.locator('.account-picture svg')).toBeVisible()
  expect((await manager.locator('code').textContent())!.replaceAll(' ', '')).toMatch(/^[A-Z2-7]{32}$/)
  await manager.getByLabel('Code that the app shows').fill('000000')
  await manager.getByRole('button', { name: 'Turn on two-step sign-in' }).click()
  await expect(manager.getByRole('alert')).toContainText('That code is wrong')
  const again = (await manager.locator('code').textContent())!.replaceAll(' ', '')
  await manager.getByLabel('Code that the app shows').fill(new TOTP({ secret: Secret.fromBase32(again) }).generate())
  await manager.getByRole('button', { name: 'Turn on two-step sign-in' }).click()
  await expect(manager.getByRole('status')).toContainText('takes your password and a code')

  const context = await browser.newContext({ baseURL: fixture.app.address })
  const other = await context.newPage()
  await other.goto('/sign-in')
  await other.locator('#email').fill('manager@test.example')
  await other.locator('#password').fill(PASSWORD)
  await other.getByRole('button', { name: 'Sign in' }).click()
  await expect(other.getByLabel('Code from your authenticator app')).toBeFocused()
  await other.keyboard.type('000000')
  await other.keyboard.press('Enter')
  await expect(other.getByText('That code is wrong or was already used.')).toBeVisible()
  await other
    .getByLabel('Code from your authenticator app')
    .fill(new TOTP({ secret: Secret.fromBase32(again) }).generate())
  await other.keyboard.press('Enter')
  await expect(other.getByRole('heading', { name: 'Courses', exact: true })).toBeVisible()

  await other.goto('/audit')
  const rows = other.getByRole('table').getByRole('row')
  await expect(rows.filter({ hasText: 'signed in' })).toHaveCount(1)
  await expect(rows.filter({ hasText: 'second step' })).toContainText('begun')
  await other.getByLabel('What was done').selectOption('signed in')
  await other.getByRole('button', { name: 'Find', exact: true }).click()
  await expect(rows).toHaveCount(2)
  await other.getByLabel('Find by word or name').fill('nobody of that name')
  await other.getByRole('button', { name: 'Find', exact: true }).click()
  await expect(other.getByText('No entries match.')).toBeVisible()

  // Off again, and out of the other window.
  await manager.getByLabel('Your password', { exact: true }).fill(PASSWORD)
  await manager.getByRole('button', { name: 'Turn off two-step sign-in' }).click()
  await expect(manager.getByRole('status')).toContainText('Two-step sign-in is off')
  await manager.getByRole('button', { name: 'Sign out everywhere else' }).click()
  await expect(manager.getByRole('status')).toContainText('signed out in 1 other place')
  await other.reload()
  await expect(other).toHaveURL(/\/sign-in/)
  await context.close()
})

test('when mail comes is chosen once, without script, and stays chosen', async ({ fixture }) => {
  const page = await fixture.open('author', '/notices', { javaScriptEnabled: false })
  await expect(page.getByText('You have not chosen yet.')).toBeVisible()
  await page.getByLabel('Once a day, all in one message').check()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByLabel('Once a day, all in one message')).toBeChecked()
  await expect(page.getByText('You have not chosen yet.')).toHaveCount(0)
  expect(
    await withClient(
      fixture.url,
      async (client) => (await client.query(`select mail_pace from people where id = 'author'`)).rows,
    ),
  ).toEqual([{ mail_pace: 'daily' }])
})
