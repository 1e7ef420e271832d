import { readdirSync, readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { DIALOGS, furnishDialogs, openDialog, PLAN, SHEET } from './setup/dialogs.ts'
import { cursorAfter, expect, kept, sheet, test } from './setup/fixture.ts'

/*
 * Every dialog of the application, opened as an author opens it. What holds for all: it has a name, begins where one
 * writes or chooses, keeps Tab inside, and gives the focus back to where it was. The list is closed against the files.
 */

test('every dialog of the application is opened here', () => {
  const files = (folder: string): string[] =>
    readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
      entry.isDirectory() ? files(`${folder}/${entry.name}`) : [`${folder}/${entry.name}`],
    )
  const withDialog = files('app')
    .filter((file) => file.endsWith('.tsx') && !file.includes('.test.') && file !== 'app/shell/dialog.tsx')
    .filter((file) => /^\s*<Dialog\b|modal\.confirm\(/m.test(readFileSync(file, 'utf8')))
    .map((file) => file.slice('app/'.length))
  expect(withDialog.sort()).toEqual(DIALOGS.map(({ file }) => file).sort())
})

/** What has the focus: its tag, and whether one writes or chooses in it. */
const focused = (page: Page): Promise<{ tag: string; isField: boolean; isInside: boolean; name: string }> =>
  page.evaluate(() => {
    const element = document.activeElement as HTMLElement
    return {
      tag: element.tagName,
      isField:
        element.isContentEditable || (element.matches('input, textarea, select') && !element.matches('[type="file"]')),
      isInside: element.closest('.ant-modal, [role="dialog"]') !== null,
      name: element.getAttribute('aria-label') ?? element.textContent?.slice(0, 40) ?? '',
    }
  })

for (const part of [0, 1])
  test(`dialogs have a name, begin in a field, keep Tab, and give the focus back (${part + 1} of 2)`, async ({
    fixture,
  }) => {
    test.slow()
    await furnishDialogs(fixture)
    const page = await fixture.open('author', PLAN)
    for (const opened of DIALOGS.filter((_, at) => at % 2 === part)) {
      const { file, path, asksNothing } = opened
      const dialog = await openDialog(page, fixture, opened)
      await expect.soft(dialog, `${file} has its name`).toBeVisible()
      await expect.poll(async () => (await focused(page)).isInside, { message: `${file} has the focus` }).toBe(true)
      if (!asksNothing)
        await expect
          .poll(async () => (await focused(page)).isField, { message: `${file} begins in a field` })
          .toBe(true)
      for (let press = 0; press < 12; press++) {
        await page.keyboard.press(press < 9 ? 'Tab' : 'Shift+Tab')
        const now = await focused(page)
        expect.soft(now.isInside || now.tag === 'IFRAME', `${file}, Tab ${press}: ${now.tag} ${now.name}`).toBe(true)
      }
      if (file === 'pieces/picture/alt-dialog.tsx') await dialog.getByRole('button', { name: 'Later' }).click()
      else if (file === 'plan/confirmed.tsx') await dialog.getByRole('button', { name: 'Keep it' }).click()
      else {
        // From a frame of a student's page, whose keys are its own, back to the dialog's.
        if ((await focused(page)).tag === 'IFRAME') await page.keyboard.press('Shift+Tab')
        await page.keyboard.press('Escape')
        if (await page.getByRole('listbox').isVisible()) await page.keyboard.press('Escape')
      }
      await expect.soft(page.getByRole('dialog'), `${file} is closed`).toHaveCount(0)
      await expect
        .poll(async () => (await focused(page)).tag, { message: `${file} gives the focus back` })
        .not.toBe('BODY')
      if (path === SHEET && /link-field|insert-dialog|keys-dialog/.test(file)) {
        await page.keyboard.type(' on')
        await expect.soft(sheet(page), `${file}: one types on`).toContainText(/(Stones|more)\. on/)
      }
    }
  })

test('a dialog begins in its field: what is typed after its keys goes there', async ({ fixture }) => {
  const address = await fixture.addPage('walls', '<h1>Walls</h1><p>See the leaflet</p>')
  const page = await fixture.open('author', address)
  await cursorAfter(page, 'the leaflet')
  for (let letter = 0; letter < 'the leaflet'.length; letter++) await page.keyboard.press('Shift+ArrowLeft')
  await page.keyboard.press('Control+k')
  await expect(page.getByLabel('Address')).toBeFocused()
  await page.keyboard.type('walls.example/leaflet')
  await page.keyboard.press('Enter')
  await expect(sheet(page).getByRole('link', { name: 'the leaflet' })).toHaveAttribute('href', /walls\.example/)
  await expect(sheet(page), 'and back where it came from').toBeFocused()
  await kept(page)
  await page.getByRole('button', { name: /^Publish/ }).click()
  await expect(page.getByLabel(/^Note/)).toBeFocused()
  await page.keyboard.type('The first leaflet')
  await page.keyboard.press('Enter')
  const published = page.getByRole('button', { name: 'Nothing new to publish' })
  await expect(published).toBeVisible()
  await expect(published, 'the button that was pressed has the focus again').toBeFocused()
})

test('of choices the one that is chosen has the focus', async ({ fixture }) => {
  await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p>', { isPublished: true })
  const page = await fixture.open('author', '/courses/course/plan')
  await page.getByRole('button', { name: /What can be done with Walls/ }).click()
  await page.getByRole('menuitem', { name: 'Export…' }).click()
  await expect(page.getByRole('radio', { name: /Web page/ })).toBeFocused()
})
