import { readdirSync, readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { withClient } from '../server/setup/app.ts'
import { cursorAfter, expect, type Fixture, kept, sheet, test } from './setup/fixture.ts'

/*
 * Every dialog of the application, opened as an author opens it. What holds for all: it has a name, begins where one
 * writes or chooses, keeps Tab inside, and gives the focus back to where it was. The list is closed against the files.
 */

interface Opened {
  /** The file it is written in. */
  readonly file: string
  readonly name: string | RegExp
  readonly path: string
  /** Opens it; by then the focus is where it has to come back to. */
  readonly open: (page: Page, fixture: Fixture) => Promise<void>
  /** It asks nothing: it begins on its own text, or on the button that changes nothing. */
  readonly asksNothing?: boolean
}

const SHEET = '/courses/course/items/walls'
const PLAN = '/courses/course/plan'

async function inMenu(page: Page, row: string, item: string | RegExp): Promise<void> {
  await page.getByRole('treeitem', { name: row }).focus()
  await page.keyboard.press('Shift+Enter')
  await page.getByRole('menuitem', { name: item }).click()
}

async function insert(page: Page): Promise<void> {
  await cursorAfter(page, 'Stones.')
  await page.keyboard.press('Control+/')
  await page.getByRole('dialog', { name: 'Insert' }).waitFor()
}

const DIALOGS: readonly Opened[] = [
  {
    file: 'editor/link-field.tsx',
    name: 'Link',
    path: SHEET,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      await page.keyboard.press('Control+k')
    },
  },
  { file: 'insert/insert-dialog.tsx', name: 'Insert', path: SHEET, open: insert },
  {
    file: 'media/shelf-picker.tsx',
    name: 'From the shelf',
    path: SHEET,
    open: async (page) => {
      await insert(page)
      await page.getByRole('button', { name: 'From the shelf' }).click()
    },
  },
  {
    file: 'pieces/picture/alt-dialog.tsx',
    name: 'What does the picture show?',
    path: SHEET,
    open: async (page) => {
      await insert(page)
      const [chooser] = await Promise.all([
        page.waitForEvent('filechooser'),
        page.getByRole('dialog').getByRole('button', { name: 'Picture', exact: true }).click(),
      ])
      const buffer = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#4b6b3c' } })
        .png()
        .toBuffer()
      await chooser.setFiles({ name: 'wall.png', mimeType: 'image/png', buffer })
    },
  },
  {
    file: 'questions/question-dialog.tsx',
    name: 'A question of the bank',
    path: '/courses/course/items/ex',
    open: async (page) => {
      await page.getByRole('button', { name: 'Add a question' }).focus()
      await page.keyboard.press('Enter')
    },
  },
  {
    file: 'pieces/html-piece/code-dialog.tsx',
    name: 'Code: Gauge',
    path: SHEET,
    open: async (page) => {
      await sheet(page).locator('figure.html-piece span').click()
      await page.getByRole('button', { name: 'Edit the code' }).focus()
      await page.keyboard.press('Enter')
    },
  },
  {
    file: 'sheet/publish-dialog.tsx',
    name: /^Publish edition/,
    path: SHEET,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      await page.keyboard.type(' More.')
      await kept(page)
      await page.getByRole('button', { name: /^Publish edition/ }).focus()
      await page.keyboard.press('Enter')
    },
  },
  {
    file: 'sheet/as-student.tsx',
    name: 'As a student',
    path: SHEET,
    open: async (page) => {
      await page.getByRole('button', { name: 'As a student' }).focus()
      await page.keyboard.press('Enter')
    },
  },
  {
    file: 'history/compare-dialog.tsx',
    name: 'Compare two versions',
    path: SHEET,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      await page.keyboard.type(' And more.')
      await kept(page)
      await page.getByRole('tab', { name: 'History' }).click()
      await page.getByRole('button', { name: 'Compare or restore' }).first().focus()
      await page.keyboard.press('Enter')
    },
  },
  {
    file: 'plan/publish-lesson.tsx',
    name: 'Publish “Lesson one”',
    path: PLAN,
    open: (page) => inMenu(page, 'Lesson one', 'Publish this lesson…'),
  },
  {
    file: 'templates/save-template.tsx',
    name: 'Save this page as a template',
    path: PLAN,
    open: (page) => inMenu(page, 'Walls', 'Save as a template…'),
  },
  {
    file: 'transfers/export-dialog.tsx',
    name: 'Export “Walls”',
    path: PLAN,
    open: (page) => inMenu(page, 'Walls', 'Export…'),
  },
  {
    file: 'transfers/import-dialog.tsx',
    name: 'Import a document',
    path: PLAN,
    open: async (page) => {
      await page.getByRole('button', { name: 'Import', exact: true }).focus()
      await page.keyboard.press('Enter')
    },
  },
  {
    file: 'templates/use-template.tsx',
    name: 'A page from a template',
    path: PLAN,
    // There is none yet, so that there is nothing to choose.
    asksNothing: true,
    open: async (page) => {
      await page.getByRole('button', { name: 'From a template' }).focus()
      await page.keyboard.press('Enter')
    },
  },
  {
    file: 'shell/keys-dialog.tsx',
    name: 'Keyboard help',
    path: SHEET,
    asksNothing: true,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      await page.keyboard.press('F1')
    },
  },
  {
    file: 'plan/confirmed.tsx',
    name: /Delete “Talk”/,
    path: PLAN,
    asksNothing: true,
    open: async (page, fixture) => {
      await withClient(fixture.url, (client) =>
        client.query(
          `insert into posts (id, entry_id, root_id, person_id, schema_version, content, html, words)
            values ('p', 'talk', 'p', 'student', 1, '{"type":"passage","content":[{"type":"paragraph"}]}', '<p>x</p>', 'x')
            on conflict do nothing`,
        ),
      )
      await page.getByRole('treeitem', { name: 'Talk' }).focus()
      await page.keyboard.press('Delete')
    },
  },
]

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

async function furnish(fixture: Fixture): Promise<void> {
  await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p><iframe srcdoc="x" title="Gauge"></iframe>')
  await fixture.addPage('talk', '<h1>Talk</h1><p>x</p>', { kind: 'discussion', isPublished: true })
  await fixture.addPage('ex', '<h1>Exercise</h1><p>x</p>', { kind: 'exercise' })
}

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
    await furnish(fixture)
    const page = await fixture.open('author', PLAN)
    for (const { file, name, path, open, asksNothing } of DIALOGS.filter((_, at) => at % 2 === part)) {
      await page.goto(path)
      await page
        .locator(path === PLAN ? '.plan-row' : '.ProseMirror')
        .first()
        .waitFor()
      // What is fetched a little later is there, as it is for a person.
      await page.waitForTimeout(1000)
      await open(page, fixture)
      const dialog = page.getByRole('dialog', { name })
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
        await expect.soft(sheet(page), `${file}: one types on`).toContainText('Stones. on')
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
