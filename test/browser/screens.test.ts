import type { Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { withClient } from '../server/setup/app.ts'
import { CHOICE } from '../server/setup/questions.ts'
import { violations, WITH_PRACTICE } from './setup/axe.ts'
import { failures } from './setup/second-engine.ts'
import { expect, type Fixture, scriptHasCome, test } from './setup/fixture.ts'

/*
 * What holds for every screen: the list is closed against the routes of the application, so that a new one is looked
 * at too.
 */

interface Screen {
  readonly person: string | null
  readonly path: string
  /** The route files it is drawn by. */
  readonly routes: readonly string[]
  /** What is there when it has been drawn. */
  readonly shows: string
}

const SCREENS: readonly Screen[] = [
  { person: 'author', path: '/', routes: ['courses/home.tsx'], shows: 'h1' },
  { person: 'author', path: '/courses/course/plan', routes: ['shell/course.tsx', 'plan/plan.tsx'], shows: '.plan-row' },
  { person: 'author', path: '/courses/course/items/one', routes: ['sheet/sheet.tsx'], shows: '.ProseMirror' },
  { person: 'author', path: '/courses/course/readers', routes: ['readers/readers.tsx'], shows: 'table' },
  {
    person: 'author',
    path: '/courses/course/replace?words=stone',
    routes: ['replace/replace.tsx'],
    shows: '.found-place',
  },
  { person: 'author', path: '/courses/course/questions', routes: ['questions/bank.tsx'], shows: '.bank-list' },
  { person: 'author', path: '/courses/course/questions?question=q', routes: [], shows: '.version-list' },
  { person: 'author', path: '/courses/course/questions/paper', routes: ['questions/paper.ts'], shows: 'article' },
  { person: 'author', path: '/courses/course/hand-ins/task', routes: ['assignments/hand-ins.tsx'], shows: 'h1' },
  { person: 'manager', path: '/audit', routes: ['audit/audit.tsx'], shows: 'h1' },
  { person: 'manager', path: '/hosts', routes: ['embeds/hosts.tsx'], shows: 'h1' },
  { person: 'student', path: '/discuss/course/talk', routes: ['discussions/discussion.tsx'], shows: '.rich-field' },
  { person: 'student', path: '/assignments/course/task', routes: ['assignments/assignment.tsx'], shows: '.rich-field' },
  { person: 'student', path: '/read/course', routes: ['reading/contents.ts'], shows: 'h1' },
  { person: 'student', path: '/read/course/one', routes: ['reading/page.ts'], shows: 'article' },
  { person: 'student', path: '/read/course/one/changes', routes: ['reading/changes.ts'], shows: 'h1' },
  { person: 'student', path: '/read/course/mine', routes: ['reading/mine.ts'], shows: 'h1' },
  { person: 'student', path: '/read/course/search?words=wall', routes: ['reading/search.ts'], shows: 'h1' },
  { person: 'student', path: '/read/course/terms', routes: ['reading/terms.ts'], shows: 'h1' },
  { person: 'student', path: '/notices', routes: ['notices/notices.ts'], shows: 'h1' },
  { person: 'student', path: '/account', routes: ['people/account.ts'], shows: 'h1' },
  { person: null, path: '/sign-in', routes: ['people/sign-in.tsx'], shows: 'h1' },
  { person: null, path: '/new-password', routes: ['people/new-password.ts'], shows: 'h1' },
]

/** Routes that answer with something else than a screen, or with the screens above. */
const NO_SCREENS = [
  'people/sign-out.ts',
  'theme/theme-choice.ts',
  'embeds/embeds.ts',
  'embeds/tried-link.ts',
  'shelf/uploads.ts',
  'shelf/from-web.ts',
  'finder/find-in-course.ts',
  'replace/lines.ts',
  'replace/replacements.ts',
  'spelling/own-words.ts',
  'looks/looks.ts',
  'reading/link-targets.ts',
  'shelf/contributions.ts',
  'shelf/shelf-list.ts',
  'shelf/shelf-item.ts',
  'shelf/file.ts',
  'bank/question-bank.ts',
  'plan/plan-lines.ts',
  'templates/templates.ts',
  'snippets/snippets.ts',
  'transfers/transfers.ts',
  'transfers/import.ts',
  'transfers/transfer-file.ts',
  'reading/preview.ts',
  'saving/batches.ts',
  'saving/log.ts',
  'saving/set-aside.ts',
  'links/places.ts',
  'proof/dismissed.ts',
  'history/past.ts',
  'history/revision.ts',
  'editions/editions.ts',
  'editions/edition-list.ts',
  'discussions/posts.ts',
  'assignments/work.ts',
  // Its status is an error, which a browser writes into its console; `accessible.test.ts` looks at it.
  'errors/unknown.tsx',
]

test('every route with a screen is looked at here', () => {
  const routes = [...readFileSync('app/routes.ts', 'utf8').matchAll(/'([\w/-]+\.tsx?)'/g)].map(([, file]) => file!)
  const known = new Set([...SCREENS.flatMap((screen) => screen.routes), ...NO_SCREENS])
  expect(routes.length).toBeGreaterThan(40)
  expect(routes.filter((file) => !known.has(file))).toEqual([])
})

const PAGE =
  '<h1>Walls that stand</h1><p>A wall and a <a href="https://walls.example">very long link to somewhere else</a>.</p><h2>Near the ground</h2><div data-piece="tabs"><section><h3>One</h3><p>First</p></section><section><h3>Two</h3><p>Second</p></section></div><table><tr><th>Stone<th>Weight<th>Where<th>How many<tr><td>Sandstone<td>24<td>Hagg<td>1,200</table>'

async function furnish(fixture: Fixture): Promise<void> {
  await fixture.addPage('one', PAGE, { isPublished: true })
  await fixture.addPage('talk', '<h1>Talk</h1><p>x</p>', { isPublished: true, kind: 'discussion' })
  await fixture.addPage('task', '<h1>Your own metre of wall</h1><p>x</p>', { isPublished: true, kind: 'assignment' })
  await withClient(fixture.url, async (client) => {
    await client.query(
      `insert into questions (id, course_id, title, kind, content, words, created_by, updated_by)
        values ('q', 'course', 'Ties', 'one', $1, 'Which', 'author', 'author')`,
      [JSON.stringify(CHOICE)],
    )
    await client.query(
      `insert into editions (document_id, number, version, schema_version, renderer, title, note, words, words_text,
        content, segments, headings, published_by, search)
        select document_id, 2, version, schema_version, renderer, title, 'One stone more', words, words_text, content,
        segments, headings, published_by, search from editions where document_id = 'one'`,
    )
  })
}

/** Opens each screen in turn, as whoever sees it, and looks. */
async function onEach(
  fixture: Fixture,
  options: Parameters<Fixture['open']>[2],
  look: (page: Page, name: string) => Promise<void>,
): Promise<void> {
  await furnish(fixture)
  const windows = new Map<string | null, Page>()
  for (const { person, path, shows } of SCREENS) {
    const page = windows.get(person) ?? (await fixture.open(person ?? 'author', '/sign-in', options))
    if (person === null) await page.context().clearCookies()
    windows.set(person, page)
    await page.goto(path)
    await page.locator(shows).first().waitFor({ state: 'attached' })
    await scriptHasCome(page)
    await look(page, path)
  }
}

for (const [name, options] of [
  ['1280 wide, light', { colorScheme: 'light', viewport: { width: 1280, height: 800 } }],
  ['390 wide, dark', { colorScheme: 'dark', viewport: { width: 390, height: 780 } }],
  ['1024 wide, forced colours', { forcedColors: 'active', viewport: { width: 1024, height: 700 } }],
] as const)
  test(`axe-core finds nothing on any screen, nor against good practice: ${name}`, async ({ fixture }) => {
    test.slow()
    await onEach(fixture, options, async (page, path) => {
      // Of forced colours axe-core reads the ground as forced and the words as written: their contrast is the system's.
      const isForced = 'forcedColors' in options
      const found = (await violations(page, WITH_PRACTICE)).filter(
        (line) => !isForced || !line.startsWith('color-contrast'),
      )
      expect.soft(found, path).toEqual([])
    })
  })

test('a second engine finds nothing on any screen either', async ({ fixture }) => {
  test.slow()
  await onEach(fixture, {}, async (page, path) => {
    expect.soft(await failures(page), path).toEqual([])
  })
})

/** What is cut off by a frame that does not scroll, and could only be reached by a key, with no way back. */
const CUT_OFF = `[...document.querySelectorAll('body *')].flatMap((element) =>
  element.clientHeight > 200 && getComputedStyle(element).overflowY === 'hidden' &&
  element.scrollHeight > element.clientHeight + 1 ? [element.className] : [])`

test('the console stays empty, each screen has one heading of level 1 and a title of its own', async ({ fixture }) => {
  test.slow()
  const said: string[] = []
  const titles = new Map<string, string>()
  const heard = new WeakSet<Page>()
  await onEach(fixture, {}, async (page, path) => {
    if (!heard.has(page)) {
      heard.add(page)
      page.on('console', (message) => said.push(`${page.url()} ${message.type()}: ${message.text()}`))
      await page.reload()
    }
    await page.waitForTimeout(300)
    expect.soft(await page.locator('h1').count(), path).toBe(1)
    expect.soft(await page.evaluate(CUT_OFF), path).toEqual([])
    titles.set(path.split('?')[0]!, await page.title())
  })
  expect(said).toEqual([])
  expect(new Set(titles.values()).size, [...titles.values()].join(' | ')).toBe(titles.size)
})

/** What shows whether something has the focus: of itself and of what is around it. */
const LOOK = `(element) => {
  const parts = []
  for (let at = element, depth = 0; at && depth < 4; at = at.parentElement, depth++) {
    const style = getComputedStyle(at)
    parts.push(style.outlineStyle, style.outlineWidth, style.outlineColor, style.boxShadow, style.borderColor, style.backgroundColor, style.clipPath)
  }
  return parts.join(' ')
}`

/** Whether nothing of an element can be seen, because something else lies on it (WCAG 2.2, 2.4.11). */
const IS_COVERED = `async (element) => {
  const isCovered = () => {
  const { left, right, top, bottom, width, height } = element.getBoundingClientRect()
  if (width < 2 || height < 2) return false
  for (const x of [0.05, 0.5, 0.95])
    for (const y of [0.1, 0.5, 0.9]) {
      const hit = document.elementFromPoint(left + width * x, top + height * y)
      if (hit && (element.contains(hit) || hit.contains(element) || hit.closest('label')?.control === element)) return false
    }
  return true
  }
  // It may still be on its way into sight.
  for (let look = 0; look < 20 && isCovered(); look++) await new Promise((done) => setTimeout(done, 50))
  return isCovered()
}`

/** Goes through a screen by Tab; gives what is reached, and what of it does not show that it has the focus. */
async function tabThrough(page: Page): Promise<{ stops: number; unseen: string[]; covered: string[] }> {
  const unseen: string[] = []
  const covered: string[] = []
  let stops = 0
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
  for (; stops < 150; stops++) {
    await page.keyboard.press('Tab')
    const found = await page.evaluate(`(async () => {
      const look = ${LOOK}
      const element = document.activeElement
      if (!element || element === document.body || element.dataset.passed) return null
      element.dataset.passed = 'yes'
      // A frame shows the focus within itself; what is written in shows its cursor.
      if (element.tagName === 'IFRAME' || element.isContentEditable) return { same: false, end: element.classList.contains('ProseMirror') }
      const isCovered = await (${IS_COVERED})(element)
      const on = look(element)
      element.blur()
      const off = look(element)
      element.focus()
      return { same: on === off, isCovered, end: false, html: element.outerHTML.slice(0, 140) }
    })()`)
    const stop = found as { same: boolean; isCovered?: boolean; end: boolean; html?: string } | null
    if (!stop || stop.end) break
    if (stop.same) unseen.push(stop.html ?? '')
    if (stop.isCovered) covered.push(stop.html ?? '')
  }
  return { stops, unseen, covered }
}

test('every stop of Tab shows that it has the focus, nothing lies on it, and there are few', async ({ fixture }) => {
  test.slow()
  const stops = new Map<string, number>()
  await onEach(fixture, {}, async (page, path) => {
    await page.waitForTimeout(300)
    const found = await tabThrough(page)
    expect.soft(found.unseen, path).toEqual([])
    expect.soft(found.covered, path).toEqual([])
    stops.set(path, found.stops)
  })
  for (const [path, count] of stops) expect.soft(count, path).toBeLessThan(path.startsWith('/sign-in') ? 20 : 60)
})

test('nothing lies on what has the focus on a narrow screen either', async ({ fixture }) => {
  test.slow()
  await onEach(fixture, { viewport: { width: 390, height: 600 }, reducedMotion: 'reduce' }, async (page, path) => {
    await page.waitForTimeout(300)
    expect.soft((await tabThrough(page)).covered, path).toEqual([])
  })
})

test('no screen scrolls sideways at 320 pixels, nor with the spacing of WCAG 1.4.12', async ({ fixture }) => {
  test.slow()
  await onEach(fixture, { viewport: { width: 320, height: 640 } }, async (page, path) => {
    await page.waitForTimeout(200)
    const width = (): Promise<number> => page.evaluate(() => document.documentElement.scrollWidth)
    expect.soft(await width(), path).toBe(320)
    // The policy of the pages allows no style element; a sheet made by script is the browser's own.
    await page.evaluate(() => {
      const sheet = new CSSStyleSheet()
      sheet.replaceSync(
        '* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important } p { margin-block-end: 2em !important }',
      )
      document.adoptedStyleSheets = [sheet]
    })
    expect.soft(await width(), `${path}, spaced`).toBe(320)
  })
})
