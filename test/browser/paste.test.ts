import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { schema } from '../../core/document/schema.ts'
import { markKinds, nodeKinds } from '../../core/kinds/registry.ts'
import type { NodeJson } from '../../core/kinds/kind.ts'
import { writePage } from '../../core/html/write.ts'
import { ADDRESSES, foreignHtml } from '../shared/foreign-html.ts'
import { Random } from '../shared/random-edits.ts'
import { cursorAfter, expect, kept, sheet, storedPage, storedText, test } from './setup/fixture.ts'

interface Pasted {
  html: string
  words: readonly string[]
}

/** Pastes each of these into the field that has the cursor; gives back those of which a word is missing. */
const vanished = (page: Page, all: readonly Pasted[]): Promise<string[]> =>
  page.evaluate(async (pastes) => {
    const field = document.activeElement!
    const missing: string[] = []
    for (const { html, words } of pastes) {
      const clipboardData = new DataTransfer()
      clipboardData.setData('text/html', html)
      clipboardData.setData('text/plain', words.join(' '))
      field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
      for (let wait = 0; wait < 40 && !words.every((word) => field.textContent.includes(word)); wait++)
        await new Promise((done) => setTimeout(done, 25))
      const gone = words.filter((word) => !field.textContent.includes(word))
      if (gone.length > 0) missing.push(`${gone.join(' ')} of ${html}`)
    }
    return missing
  }, all)

function fragments(count: number, prefix: string): Pasted[] {
  let words = 0
  return Array.from({ length: count }, (_, seed) => foreignHtml(new Random(seed + 1), () => `${prefix}${words++}.`))
}

test('what a paste lost waits beside the page once something else is written, and not where it was taken back', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Here.</p>'))
  await cursorAfter(page, 'Here.')
  const html = '<p>Stones first.</p><svg></svg><p hidden>An answer.</p>'
  expect(await vanished(page, [{ html, words: ['first.'] }])).toEqual([])
  await expect(page.locator('.paste-notice')).toContainText('Left out')
  await page.keyboard.press('Control+z')
  await expect(sheet(page)).not.toContainText('Stones first.')
  await page.keyboard.type(' One.')
  await kept(page)
  await expect(page.getByRole('tab', { name: 'Set aside' })).toHaveCount(0)
  expect(await vanished(page, [{ html, words: ['first.'] }])).toEqual([])
  await expect(page.locator('.paste-notice')).toContainText('Left out')
  await page.keyboard.type(' Two.')
  await page.getByRole('tab', { name: 'Set aside' }).click()
  await expect(page.getByRole('tabpanel')).toContainText(
    'Of what was pasted: Words that are hidden were left out: “An answer.”.',
  )
  await expect(sheet(page)).toContainText('Stones first. Two.')
})

test('none of 500 pastes with links that no page may have vanishes on the sheet', async ({ fixture }) => {
  test.setTimeout(180_000)
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Here.</p>'))
  for (let from = 0; from < 500; from += 50) {
    await cursorAfter(page, from === 0 ? 'Here.' : 'Start')
    expect(await vanished(page, fragments(500, 'w').slice(from, from + 50))).toEqual([])
    await page.keyboard.press('Control+a')
    await page.keyboard.press('Delete')
    await page.keyboard.type('Start')
    await expect(sheet(page)).toHaveText(/^Walls.*Start$/)
  }
})

test('a paste of which nothing is left says so, and what was left out', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Here.</p>'))
  await cursorAfter(page, 'Here.')
  await page.evaluate(() => {
    const clipboardData = new DataTransfer()
    clipboardData.setData('text/html', '<video src="https://walls.example/wall.mp4"></video>')
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    )
  })
  await expect(page.getByText(/^Nothing was pasted: .* a film/)).toBeVisible()
})

test('each unusable address loses its link and keeps its words, on the sheet and in a post, and that is told', async ({
  fixture,
}) => {
  const simple = ADDRESSES.map((address, at) => ({
    html: `<p>before${at} <a href="${address}">link${at}</a> after${at}</p>`,
    words: [`before${at}`, `link${at}`, `after${at}`],
  }))
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Here.</p>'))
  await cursorAfter(page, 'Here.')
  expect(await vanished(page, simple)).toEqual([])
  // A lone NUL is a name of a file like any other once HTML is read (U+FFFD); it and the last two may be linked to.
  await expect(sheet(page).locator('a')).toHaveCount(3)
  await expect(page.locator('.paste-notice')).toBeVisible()
  // Where no block has a place, the words come without what they were.
  await sheet(page).locator('h1').click()
  expect(
    await vanished(page, [{ html: '<p>in the <a href="javascript:x">title</a></p>', words: ['in the title'] }]),
  ).toEqual([])
  await kept(page)

  await fixture.addPage('talk', '<h1>Talk</h1><p>Say.</p>', { kind: 'discussion', isPublished: true })
  const student = await fixture.open('student', '/discuss/course/talk')
  await student.getByRole('textbox').first().click()
  await expect(student.locator('.ProseMirror')).toBeVisible()
  await student.locator('.ProseMirror').click()
  expect(await vanished(student, [...simple, ...fragments(40, 'p')])).toEqual([])
})

/** Every example of every kind, one page each. */
const examples = (): NodeJson[] => [
  ...Object.values(nodeKinds)
    .flatMap((kind) => kind.examples as readonly NodeJson[])
    .filter(({ type }) => schema.nodes[type]?.isInGroup('block')),
  ...Object.values(markKinds)
    .flatMap((kind) => kind.examples as readonly NodeJson[])
    .map((text): NodeJson => ({ type: 'paragraph', content: [text] })),
]

test('what is copied on one sheet comes onto another with all its settings', async ({ fixture }) => {
  const blocks = examples().map((json) => schema.nodeFromJSON(json))
  const whole = schema.node('doc', null, [
    schema.node('title', null, schema.text('All')),
    schema.node('paragraph', null, schema.text('Start.')),
    ...blocks,
    schema.node('paragraph', null, schema.text('End.')),
  ])
  const from = await fixture.open('author', await fixture.addPage('all', writePage(whole, 'source')))
  const to = await from.context().newPage()
  await to.goto(await fixture.addPage('empty', '<h1>Empty</h1><p>x</p>'))
  await from.bringToFront()
  await sheet(from).locator('p', { hasText: 'End.' }).click()
  await from.keyboard.press('Control+End')
  await from.keyboard.press('Control+a')
  const html = await from.evaluate(() => {
    const field = document.querySelector<HTMLElement>('.ProseMirror')!
    const clipboardData = new DataTransfer()
    field.dispatchEvent(new ClipboardEvent('copy', { clipboardData, bubbles: true, cancelable: true }))
    return clipboardData.getData('text/html')
  })
  await to.bringToFront()
  await cursorAfter(to, 'x')
  await to.evaluate((copied) => {
    const clipboardData = new DataTransfer()
    clipboardData.setData('text/html', copied)
    clipboardData.setData('text/plain', 'words')
    document
      .querySelector('.ProseMirror')!
      .dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
  }, html)
  await expect.poll(() => storedText(fixture.url, 'empty')).toContain('End.')
  // Nobody knows who wrote a clipboard: settings that no page may have bring the words alone.
  await to.evaluate(() => {
    const clipboardData = new DataTransfer()
    const hostile = [
      { type: 'player', attrs: { address: 'javascript:alert(1)' } },
      {
        type: 'paragraph',
        content: [{ type: 'text', text: 'hostile', marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }] }],
      },
    ]
    clipboardData.setData(
      'text/html',
      `<div data-fieldstone='${JSON.stringify(hostile)}' data-pm-slice='0 0 []'>hostile</div>`,
    )
    document
      .querySelector('.ProseMirror')!
      .dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
  })
  await expect(sheet(to)).toContainText('hostile')
  await expect(sheet(to).locator('[href^=javascript]')).toHaveCount(0)
  await kept(to)
  const came = await storedPage(fixture.url, 'empty')
  const names = (node: typeof whole): string[] =>
    node.children
      .slice(1)
      .flatMap((block) =>
        block.textContent === '' && block.type.name === 'paragraph' ? [] : [JSON.stringify(block.toJSON())],
      )
  const there = new Set(names(came))
  const missing = names(whole).filter((block) => !there.has(block) && !/Start\.|End\./.test(block))
  expect(missing).toEqual([])
})

/** Pastes into the field that has the cursor. */
const paste = (page: Page, kinds: Readonly<Record<string, string>>): Promise<void> =>
  page.evaluate((given) => {
    const clipboardData = new DataTransfer()
    for (const [type, words] of Object.entries(given)) clipboardData.setData(type, words)
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
    )
  }, kinds)

test('the last paste has its other readings a click away, and plain text its lines, lists and HTML', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Here.</p>'))
  await cursorAfter(page, 'Here.')
  await page.keyboard.press('Enter')
  await paste(page, {
    'text/html': '<p><span style="color: #c00000">Red</span> stone</p><p>a<br><br>b</p>',
    'text/plain': 'Red stone\na\nb',
  })
  const notice = page.locator('.paste-notice')
  await expect(notice).toContainText('Left out: text colour.')
  await expect(sheet(page).locator('p')).toHaveText(['Here.', 'Red stone', 'a', 'b'])
  await notice.getByRole('button', { name: 'Keep colours and sizes' }).click()
  await expect(sheet(page).locator('[data-colour="#c00000"]')).toHaveText('Red')
  await notice.getByRole('button', { name: 'As it came' }).click()
  await expect(sheet(page).locator('p').last().locator('br')).toHaveCount(2)
  await notice.getByRole('button', { name: 'Keep text only' }).click()
  await expect(sheet(page).locator('[data-colour]')).toHaveCount(0)
  await notice.getByRole('button', { name: 'Clean it' }).click()
  await expect(sheet(page).locator('p')).toHaveText(['Here.', 'Red stone', 'a', 'b'])
  await page.keyboard.press('Enter')
  await paste(page, { 'text/plain': 'Take\n- gloves\n- boots' })
  await expect(sheet(page).locator('li')).toHaveText(['gloves', 'boots'])
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await paste(page, { 'text/plain': '<div class="box"><h2>Set apart</h2></div>' })
  await expect(sheet(page)).toContainText('<div class="box">')
  await notice.getByRole('button', { name: 'Read it as HTML' }).click()
  await expect(sheet(page).locator('.box h2')).toHaveText('Set apart')
  await kept(page)
})

test('what stands on the page is cleaned as a paste is, with one step back', async ({ fixture }) => {
  const page = await fixture.open(
    'author',
    await fixture.addPage('walls', '<h1>Walls</h1><p><span style="color: #c00000">Red</span></p><p></p><p>End</p>'),
  )
  await cursorAfter(page, 'End')
  await page.getByRole('button', { name: /^More for words/ }).click()
  await page.getByRole('menuitem', { name: /^Clean this page/ }).click()
  await expect(page.locator('.paste-notice')).toContainText('Cleaned: 1 colour, size or font, 1 empty line.')
  await expect(sheet(page).locator('p')).toHaveText(['Red', 'End'])
  await page.keyboard.press('Control+z')
  await expect(sheet(page).locator('[data-colour]')).toHaveText('Red')
  await expect(sheet(page).locator('p')).toHaveCount(3)
})

const png = async (width: number): Promise<string> =>
  `data:image/png;base64,${(
    await sharp({ create: { width, height: 40, channels: 3, background: '#456' } })
      .png()
      .toBuffer()
  ).toString('base64')}`

test('pictures in a paste go to the shelf and stand where they stood, while one writes on', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Here.</p><p>There.</p>'))
  await cursorAfter(page, 'Here.')
  // At a person's distance from the server, so that there is a while in which one writes.
  await page.route('**/uploads?*', async (route) => {
    await new Promise((done) => setTimeout(done, 250))
    await route.continue()
  })
  await paste(page, {
    'text/html': `<p>One</p><p><img src="${await png(60)}" alt="A wall"></p><p>Two</p><figure><img src="${await png(61)}" alt="A gate"><figcaption>Seen <i>late</i></figcaption></figure><p>Three</p>`,
  })
  await expect(page.locator('.paste-notice')).toContainText('3 paragraphs, 2 pictures')
  await page.keyboard.type(' and on')
  await expect(sheet(page).locator('figure.picture')).toHaveCount(2)
  await page.keyboard.type(' further')
  await kept(page)
  expect(writePage(await storedPage(fixture.url, 'walls'), 'source').replace(/\/files\/[\w-]+\//g, '/files/X/')).toBe(
    `<h1>Walls</h1>
<p>Here.One</p>
<figure data-piece="picture" data-align="center" style="width: 100%"><img src="/files/X/60" width="60" height="40" alt="A wall"><figcaption></figcaption></figure>
<p>Two</p>
<figure data-piece="picture" data-align="center" style="width: 100%"><img src="/files/X/61" width="61" height="40" alt="A gate"><figcaption>Seen <em>late</em></figcaption></figure>
<p>Three and on further</p>
<p>There.</p>`,
  )
})

test('another reading takes pictures back that have come, and has none come twice', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Here.</p>'))
  await cursorAfter(page, 'Here.')
  await paste(page, {
    'text/html': `<p>One</p><p><img src="${await png(62)}" alt="A wall"></p><p>Two</p>`,
    'text/plain': 'One Two',
  })
  await expect(sheet(page).locator('figure.picture')).toHaveCount(1)
  await page.getByRole('button', { name: 'Keep text only' }).click()
  await expect(sheet(page)).toHaveText(/^Walls.*Here\.One Two$/)
  await page.getByRole('button', { name: 'As it came' }).click()
  await expect(sheet(page).locator('figure.picture')).toHaveCount(1)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(sheet(page)).toHaveText(/^Walls.*Here\.$/)
})

test('a picture on the web is a link until it is brought in; one that can’t be had stays one', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Here.</p>'))
  await cursorAfter(page, 'Here.')
  await paste(page, { 'text/html': '<p>One</p><p><img src="http://127.0.0.1/wall.png" alt="Frost on a wall"></p>' })
  const link = sheet(page).getByRole('link', { name: 'Frost on a wall' })
  await expect(link).toHaveAttribute('href', 'http://127.0.0.1/wall.png')
  await page.getByRole('button', { name: 'Bring in the picture' }).click()
  await expect(page.getByText('127.0.0.1 belongs to a private network')).toBeVisible()
  await expect(link).toBeVisible()
  // As if its host had given it.
  const item = await page.evaluate(
    async (signs) => {
      const bytes = Uint8Array.from(atob(signs), (sign) => sign.charCodeAt(0))
      const sent = await fetch('/courses/course/uploads?name=frost.png', { method: 'POST', body: bytes })
      return (await sent.json()) as object
    },
    (await png(63)).split(',')[1]!,
  )
  await page.route('**/uploads/from-web', (route) => route.fulfill({ json: item }))
  await page.getByRole('button', { name: 'Bring in the picture' }).click()
  await expect(page.locator('.paste-notice')).toContainText('1 picture is on the page now')
  await kept(page)
  expect(writePage(await storedPage(fixture.url, 'walls'), 'source')).toMatch(
    /<p>Here\.One<\/p>\n<figure .*alt="Frost on a wall"/,
  )
})

test('in a post pictures of a paste go along; in a footnote, where there is room for words alone, that is said; symbols are found there too', async ({
  fixture,
}) => {
  await fixture.addPage('talk', '<h1>Talk</h1><p>x</p>', { kind: 'discussion', isPublished: true })
  const page = await fixture.open('student', '/discuss/course/talk')
  const field = page.getByRole('textbox', { name: 'Your post' })
  await field.click()
  await expect(page.getByRole('button', { name: 'Bold' })).toBeVisible()
  await field.click()
  await paste(page, { 'text/html': `<p>One</p><p><img src="${await png(62)}" alt="A wall"></p><p>Two</p>` })
  await expect(field.locator('figure img')).toHaveAttribute('alt', 'A wall')
  await page.keyboard.press('Control+Alt+u')
  const symbol = page.getByRole('combobox', { name: 'Name of the symbol' })
  await symbol.fill('right arrow')
  await page.keyboard.press('Enter')
  await expect(field).toContainText(/Two.?→/u)
  await page.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(
    page.locator('.post-content, .post').filter({ hasText: 'Two' }).locator('img[alt="A wall"]'),
  ).toBeVisible()
  const author = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Here.</p>'))
  await cursorAfter(author, 'Here.')
  await author.keyboard.press('Control+Alt+f')
  const note = author.getByRole('dialog').getByRole('textbox', { name: 'Footnote' })
  await expect(author.getByRole('dialog').getByRole('button', { name: 'Bold' })).toBeVisible()
  await note.click()
  await paste(author, { 'text/html': `<p>One <img src="${await png(63)}" alt="A wall"> two</p>` })
  await expect(
    author.getByText('Pictures that did not come along: 1. There is room for words alone here.'),
  ).toBeVisible()
  await expect(note).toContainText(/One.*two/)
  await expect(note.locator('img[src]')).toHaveCount(0)
})
