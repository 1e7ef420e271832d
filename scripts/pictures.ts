import { chromium, type Browser, type BrowserContextOptions, type Locator, type Page } from 'playwright-core'

/*
 * Takes the pictures of docs/screenshots from a demo that is running: `npm run pictures -- http://127.0.0.1:4300`.
 * Each says by what its view is known (a heading, a dialog, a tab): a picture of another screen is not taken.
 */

interface Picture {
  readonly name: string
  readonly person: 'tobias' | 'maud' | 'jory'
  readonly path: string
  /** What is done before it is taken. */
  readonly steps?: (page: Page) => Promise<void>
  /** What tells that it is this view; must be in sight. */
  readonly shows: (page: Page) => Locator
  readonly options?: BrowserContextOptions
}

const SHEET = '/courses/walling/items/slope-drainage-soil'
const title = (name: string) => (page: Page) => page.getByRole('heading', { level: 1, name })
const tab = (name: RegExp) => (page: Page) => page.getByRole('tab', { name, selected: true })
const dialog = (name: string) => (page: Page) => page.getByRole('dialog', { name })
const openTab = (name: RegExp) => (page: Page) => page.getByRole('tab', { name }).click()
const settled = (page: Page): Promise<void> => page.waitForTimeout(1500)

const PICTURES: readonly Picture[] = [
  {
    name: 'home',
    person: 'tobias',
    path: '/',
    shows: (page) => page.getByRole('heading', { name: 'What waits for you' }),
  },
  { name: 'plan', person: 'tobias', path: '/courses/walling/plan', shows: (page) => page.getByRole('tree') },
  {
    name: 'find-and-replace',
    person: 'tobias',
    path: '/courses/walling/replace?words=throughs&put=through%20stones',
    steps: (page) => page.getByRole('checkbox', { name: /A wall without/ }).uncheck(),
    shows: title('Find and replace'),
  },
  {
    name: 'import-export',
    person: 'tobias',
    path: '/courses/walling/plan',
    steps: async (page) => {
      await page.getByRole('treeitem', { name: /^Throughs/ }).focus()
      await page.keyboard.press('Shift+Enter')
      await page.getByRole('menuitem', { name: 'Export…' }).click()
      await page.getByRole('radio', { name: /EPUB|E-book/ }).check()
      await page.getByRole('dialog').getByRole('button', { name: 'Export', exact: true }).click()
      await page.getByRole('link', { name: 'Download the file' }).first().waitFor()
    },
    shows: tab(/Import and export/),
  },
  {
    name: 'sheet',
    person: 'tobias',
    path: SHEET,
    steps: (page) => page.locator('.ProseMirror .box p').first().click(),
    shows: (page) => page.getByRole('tabpanel').getByRole('heading', { name: /^Box/ }),
  },
  {
    name: 'sheet-dark',
    person: 'tobias',
    path: SHEET,
    options: { colorScheme: 'dark' },
    steps: (page) => page.locator('.ProseMirror .box p').first().click(),
    shows: (page) => page.getByRole('tabpanel').getByRole('heading', { name: /^Box/ }),
  },
  {
    name: 'source',
    person: 'tobias',
    path: SHEET,
    steps: (page) => page.getByRole('button', { name: 'Source' }).click(),
    shows: (page) => page.locator('.cm-content'),
  },
  { name: 'history', person: 'tobias', path: SHEET, steps: openTab(/History/), shows: tab(/History/) },
  {
    name: 'insert',
    person: 'tobias',
    path: SHEET,
    steps: (page) => page.keyboard.press('Control+/'),
    shows: dialog('Insert'),
  },
  {
    name: 'proof',
    person: 'tobias',
    path: '/courses/walling/items/coping',
    steps: openTab(/Proof/),
    shows: (page) => page.getByText(/findings?\. The page is checked/),
  },
  {
    name: 'as-a-student',
    person: 'tobias',
    path: '/courses/walling/items/throughs',
    steps: (page) => page.getByRole('button', { name: 'As a student' }).click(),
    shows: dialog('As a student'),
  },
  {
    name: 'questions',
    person: 'tobias',
    path: '/courses/walling/questions',
    steps: (page) => page.getByRole('button', { name: /Width at the top/ }).click(),
    shows: title('Question: Width at the top'),
  },
  { name: 'readers', person: 'tobias', path: '/courses/walling/readers', shows: title('Readers') },
  { name: 'reading', person: 'jory', path: '/read/walling/slope-drainage-soil', shows: title('Slope, drainage, soil') },
  {
    name: 'reading-phone',
    person: 'jory',
    path: '/read/walling/slope-drainage-soil',
    options: { viewport: { width: 390, height: 780 } },
    shows: title('Slope, drainage, soil'),
  },
  {
    name: 'reading-pieces',
    person: 'jory',
    path: '/read/walling/throughs',
    steps: async (page) => page.getByRole('tab').first().scrollIntoViewIfNeeded(),
    shows: (page) => page.getByRole('tab').first(),
  },
  {
    name: 'book',
    person: 'jory',
    path: '/read/walling/choosing-stone',
    shows: (page) => page.getByRole('navigation', { name: 'Book' }),
  },
  {
    name: 'exercise',
    person: 'jory',
    path: '/read/walling',
    steps: async (page) => {
      await page
        .getByRole('link', { name: /How many tonnes\?/ })
        .first()
        .click()
      const begin = page.getByRole('button', { name: /^(Begin|Try again)$/ })
      if (await begin.isVisible()) await begin.click()
    },
    shows: (page) => page.getByRole('heading', { name: /^Question 1/ }),
  },
  {
    name: 'discussion',
    person: 'jory',
    path: '/discuss/walling/your-site-in-three-photos',
    shows: title('Your site in three photos'),
  },
]

async function take(browser: Browser, address: string, picture: Picture): Promise<void> {
  const context = await browser.newContext({
    baseURL: address,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    ...picture.options,
  })
  const page = await context.newPage()
  await page.goto('/sign-in')
  await page.locator(`button[value^="${picture.person}"]`).click()
  await page.waitForURL((url) => !url.pathname.includes('sign-in'))
  await page.goto(picture.path)
  await settled(page)
  await picture.steps?.(page)
  await settled(page)
  await picture.shows(page).waitFor({ state: 'visible' })
  await page.screenshot({ path: `docs/screenshots/${picture.name}.png` })
  await context.close()
}

const [address = 'http://127.0.0.1:4300', ...only] = process.argv.slice(2)
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' })
for (const picture of PICTURES.filter(({ name }) => only.length === 0 || only.includes(name))) {
  await take(browser, address, picture)
  console.log(picture.name)
}
await browser.close()
