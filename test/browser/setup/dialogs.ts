import type { Locator, Page } from '@playwright/test'
import sharp from 'sharp'
import { withClient } from '../../server/setup/app.ts'
import { addSnippet } from './snippets.ts'
import { cursorAfter, expect, type Fixture, kept, sheet } from './fixture.ts'

/** A dialog of the application, and how an author opens it. */
export interface Opened {
  /** The file it is written in. */
  readonly file: string
  readonly name: string | RegExp
  readonly path: string
  /** Opens it; by then the focus is where it has to come back to. */
  readonly open: (page: Page, fixture: Fixture) => Promise<void>
  /** It asks nothing: it begins on its own text, or on the button that changes nothing. */
  readonly asksNothing?: boolean
}

export const SHEET = '/courses/course/items/walls'
export const PLAN = '/courses/course/plan'

/** Opens the menu of a row of the plan by key. */
export async function openRowMenu(page: Page, row: string): Promise<void> {
  await page.getByRole('treeitem', { name: row }).focus()
  await page.keyboard.press('Shift+Enter')
  await page.getByRole('menu').waitFor()
}

async function inMenu(page: Page, row: string, item: string | RegExp): Promise<void> {
  await openRowMenu(page, row)
  await page.getByRole('menuitem', { name: item }).click()
}

async function insert(page: Page): Promise<void> {
  await cursorAfter(page, 'Stones.')
  await page.keyboard.press('Control+/')
  await page.getByRole('dialog', { name: 'Insert' }).waitFor()
}

/** Does something by its name in the finder. */
export async function inFinder(page: Page, name: string): Promise<void> {
  await page.keyboard.press('Control+j')
  await expect(page.getByRole('dialog', { name: 'Find anything' }).getByRole('combobox')).toBeFocused()
  await page.keyboard.type(name)
  await page
    .getByRole('option', { name: new RegExp(`^${name}`) })
    .first()
    .waitFor()
  await page.keyboard.press('Enter')
}

/** Opens the form of a snippet by its name. */
export async function putIn(page: Page, name: string): Promise<void> {
  await insert(page)
  await page.keyboard.type(name)
  await page.getByRole('option', { name: new RegExp(`^${name}`, 'i') }).waitFor()
  await page.keyboard.press('Enter')
  await page.getByRole('dialog', { name: /^Put in/ }).waitFor()
}

/** Every dialog; `dialogs.test.ts` closes the list against the files. */
export const DIALOGS: readonly Opened[] = [
  {
    file: 'editor/link-field.tsx',
    name: 'Link',
    path: SHEET,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      await page.keyboard.press('Control+k')
    },
  },
  {
    file: 'editor/places/place-dialog.tsx',
    name: 'New named place',
    path: SHEET,
    open: async (page) => {
      await insert(page)
      await page.keyboard.type('named place')
      await page.keyboard.press('Enter')
    },
  },
  {
    file: 'editor/symbols/symbol-dialog.tsx',
    name: 'Symbol',
    path: SHEET,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      await page.keyboard.press('Control+Alt+u')
    },
  },
  {
    file: 'finder/finder-dialog.tsx',
    name: 'Find anything',
    path: SHEET,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      await page.keyboard.press('Control+j')
    },
  },
  {
    file: 'editor/equations/equation-dialog.tsx',
    name: 'Equation',
    path: SHEET,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      await page.keyboard.press('Control+Alt+m')
    },
  },
  {
    file: 'editor/tables/table-dialog.tsx',
    name: 'New table',
    path: SHEET,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      const all = page.getByRole('button', { name: 'All tools' })
      if (await all.isVisible()) await all.click()
      await page.getByRole('toolbar', { name: 'Format' }).getByRole('button', { name: 'Table' }).click()
    },
  },
  {
    file: 'writing/footnotes/footnote-dialog.tsx',
    name: 'Footnote',
    path: SHEET,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      await page.keyboard.press('Control+Alt+f')
    },
  },
  {
    file: 'editor/words-dialog.tsx',
    name: 'Colour, size and language',
    path: SHEET,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      await page.keyboard.press('Shift+Home')
      await page.keyboard.press('Control+Shift+l')
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
    file: 'turning/turn-dialog.tsx',
    name: /^Turn the heading/,
    path: SHEET,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      await page.keyboard.press('Enter')
      await page.keyboard.type('## Sorts')
      await page.keyboard.press('Control+j')
      await page.getByRole('dialog').getByRole('combobox').fill('turn into')
      await page.keyboard.press('Enter')
    },
  },
  {
    file: 'plan/turn-entry.tsx',
    name: 'Make one page of “Lesson one”',
    path: PLAN,
    asksNothing: true,
    open: (page) => inMenu(page, 'Lesson one', 'Turn into…'),
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
    file: 'snippets/save-snippet.tsx',
    name: 'Save as a snippet',
    path: SHEET,
    open: async (page) => {
      await cursorAfter(page, 'Stones.')
      await inFinder(page, 'Save as a snippet')
    },
  },
  {
    file: 'snippets/snippet-dialog.tsx',
    name: 'Put in “Lifting”',
    path: SHEET,
    open: async (page) => putIn(page, 'lifting'),
  },
  {
    file: 'snippets/uses-dialog.tsx',
    name: 'Where “Lifting” is used',
    path: SHEET,
    asksNothing: true,
    open: async (page) => {
      await cursorAfter(page, 'Two lift.')
      await page.getByRole('button', { name: 'Where it is used…' }).focus()
      await page.keyboard.press('Enter')
    },
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

/** What there has to be so that every dialog can be opened. */
export async function furnishDialogs(fixture: Fixture): Promise<void> {
  await fixture.addPage(
    'walls',
    '<h1>Walls</h1><p>Stones.</p><iframe srcdoc="x" title="Gauge"></iframe><div data-snippet="lifting"><p>Two lift.</p></div>',
  )
  await fixture.addPage('talk', '<h1>Talk</h1><p>x</p>', { kind: 'discussion', isPublished: true })
  await addSnippet(fixture, {
    id: 'lifting',
    name: 'Lifting',
    html: '<p>Lift <span data-blank="How many">two</span>.</p>',
  })
  await fixture.addPage('ex', '<h1>Exercise</h1><p>x</p>', { kind: 'exercise' })
}

/** Goes to where a dialog is opened, and opens it. */
export async function openDialog(page: Page, fixture: Fixture, { path, open, name }: Opened): Promise<Locator> {
  await page.goto(path)
  await page
    .locator(path === PLAN ? '.plan-row' : '.ProseMirror')
    .first()
    .waitFor()
  // What is fetched a little later is there, as it is for a person.
  await page.waitForTimeout(1000)
  await open(page, fixture)
  return page.getByRole('dialog', { name })
}
