import { withClient } from '../server/setup/app.ts'
import { expect, scriptHasCome, test } from './setup/fixture.ts'

const TOMORROW = new Date(Date.now() + 86_400_000).toISOString()

test('plan, sheet and dialogs say what students truly see: a chapter in a book that is not published, what opens later, what has closed', async ({
  fixture,
}) => {
  await fixture.addPage('book', '<h1>A book</h1><p>x</p>', { kind: 'book' })
  const chapter = await fixture.addPage('chapter', '<h1>A chapter</h1><p>Found.</p>', {
    kind: 'chapter',
    parent: 'book',
    isPublished: true,
  })
  const later = await fixture.addPage('later', '<h1>Later</h1><p>x</p>', { isPublished: true, opensAt: TOMORROW })
  await fixture.addPage('talk', '<h1>Talk</h1><p>x</p>', {
    kind: 'discussion',
    isPublished: true,
    settings: { closesAt: '2026-01-02T10:00:00.000Z' },
  })
  const author = await fixture.open('author', '/courses/course/plan')
  await expect(
    author.getByRole('treeitem', { name: 'Chapter: A chapter, Published, book not published' }),
  ).toBeVisible()
  await expect(author.getByRole('treeitem', { name: /Discussion: Talk, Published, closed/ })).toBeVisible()
  await expect(author.getByText('1 published in a book that is not')).toBeVisible()

  await author.goto(chapter)
  await expect(author.locator('.ProseMirror')).toBeVisible()
  await expect(author.locator('.foot')).toContainText('Students can’t read edition 1')
  await expect(author.locator('.foot')).toContainText('The book “A book” is not published.')
  await author.getByRole('button', { name: 'As a student' }).click()
  // It is shown all the same, in the book as it will stand.
  await expect(author.frameLocator('iframe').getByRole('heading', { name: 'A chapter' })).toBeVisible()
  await expect(author.getByRole('dialog')).toContainText('The book “A book” is not published.')
  await author.keyboard.press('Escape')
  await author.locator('.ProseMirror p').click()
  await author.keyboard.type('More. ')
  await author.getByRole('button', { name: 'Publish edition 2' }).click()
  const dialog = author.getByRole('dialog', { name: 'Publish edition 2' })
  await expect(dialog).toContainText('Students will not see this chapter yet. The book “A book” is not published.')
  await expect(dialog.getByRole('checkbox')).toBeDisabled()

  await author.goto(later)
  await expect(author.locator('.ProseMirror')).toBeVisible()
  await expect(author.locator('.foot')).toContainText(/Students can’t read edition 1.* It opens /)
  const student = await fixture.open('student', '/read/course')
  await expect(student.getByRole('main')).not.toContainText('A chapter')
  await student.goto('/read/course/chapter')
  await expect(student.locator('body')).not.toContainText('Found.')
})

test('what others have written under an item is said before it is deleted; a post taken back comes back', async ({
  fixture,
}) => {
  await fixture.addPage('talk', '<h1>Talk</h1><p>Say it.</p>', { kind: 'discussion', isPublished: true })
  const student = await fixture.open('student', '/discuss/course/talk')
  await student.getByRole('textbox', { name: 'Your post' }).click()
  await student.keyboard.type('Frost did it.')
  await student.getByRole('button', { name: 'Send' }).click()
  await student.getByRole('button', { name: 'Delete my post' }).click()
  await expect(student.getByText('Your post was deleted.')).toBeVisible()
  await expect(student.getByRole('button', { name: 'Restore it' })).toBeFocused()
  await student.keyboard.press('Enter')
  await expect(student.getByRole('article', { name: /Test student/ })).toContainText('Frost did it.')

  const author = await fixture.open('author', '/courses/course/plan')
  const row = author.getByRole('treeitem', { name: /Talk/ })
  await row.focus()
  await author.keyboard.press('Delete')
  const asked = author.getByRole('dialog')
  await expect(asked).toContainText('1 post or comment stands under it.')
  await asked.getByRole('button', { name: 'Keep it' }).click()
  await expect(row).toBeFocused()
  await author.keyboard.press('Delete')
  await asked.getByRole('button', { name: 'Delete' }).click()
  await expect(row).toHaveCount(0)
  await expect(author.locator('.plan-undo')).toContainText('“Talk” deleted. 1 post or comment stands under it.')
  await author.getByRole('button', { name: 'Restore' }).click()
  await expect(row).toBeVisible()
})

test('a search finds pages and posts, and leads to the very post', async ({ fixture }) => {
  await fixture.addPage('page', '<h1>Frost</h1><p>Frost lifts stones.</p>', { isPublished: true })
  await fixture.addPage('talk', '<h1>Talk</h1><p>Say it.</p>', { kind: 'discussion', isPublished: true })
  await withClient(fixture.url, async (client) => {
    // One long thread, and many after it: what is found is on no first part of the list.
    const add = (id: string, root: string, minutes: number, words: string) =>
      client.query(
        `insert into posts (id, entry_id, parent_id, root_id, person_id, content, html, words, created_at, search) values ($1, 'talk', $2, $3, 'author', '{}', '<p>' || $4 || '</p>', $4, now() - interval '1 day' + $5 * interval '1 minute', search_words('course', 'en', '', $4))`,
        [id, id === root ? null : root, root, words, minutes],
      )
    await add('old', 'old', 0, 'An old thread.')
    for (let at = 0; at < 60; at++)
      await add(`reply-${at}`, 'old', 1 + at, at === 10 ? 'Mine was lifted by the frost.' : `Answer ${at}.`)
    for (let at = 0; at < 15; at++) await add(`new-${at}`, `new-${at}`, 100 + at, `Thread ${at}.`)
  })
  const student = await fixture.open('student', '/read/course/search?words=lift frost')
  await expect(student.getByRole('status')).toHaveText('1 page, 1 post or comment')
  await student.getByRole('link', { name: /Test author/ }).click()
  const post = student.locator('#post-reply-10')
  await expect(post).toBeInViewport()
  await scriptHasCome(student)
  await student.getByRole('button', { name: 'Show 10 earlier replies' }).click()
  await expect(student.locator('#post-reply-0')).toBeVisible()
  await student.getByRole('button', { name: 'Earlier threads' }).click()
  await expect(student.locator('.threads > li')).toHaveCount(16)
  // Still each thread once, newest first.
  const order = await student.locator('.threads > li > .post').evaluateAll((posts) => posts.map(({ id }) => id))
  expect(order).toEqual([...Array.from({ length: 15 }, (_none, at) => `post-new-${14 - at}`), 'post-old'])
})

test('on a phone the way on and the contents stand at the top and the end of the text, before what is asked; lists stand once', async ({
  fixture,
}) => {
  await fixture.addPage('one', '<h1>One</h1><p>First.</p>', { isPublished: true })
  await fixture.addPage('two', '<h1>Two</h1><p>Second.</p>', { isPublished: true })
  await fixture.addPage('three', '<h1>Three</h1><p>Third.</p>', { isPublished: true })
  await fixture.addPage('book', '<h1>A book</h1><p>x</p>', { kind: 'book', isPublished: true })
  await fixture.addPage('chapter', '<h1>A chapter</h1><p>Found.</p>', {
    kind: 'chapter',
    parent: 'book',
    isPublished: true,
  })
  const page = await fixture.open('student', '/read/course/two', {
    viewport: { width: 390, height: 844 },
    javaScriptEnabled: false,
  })
  const top = async (selector: string): Promise<number> => (await page.locator(selector).boundingBox())!.y
  const way = page.getByRole('navigation', { name: 'Previous, contents, next' })
  await expect(way).toContainText('Contents, 2 of 4 in this lesson')
  const order = [
    await top('.way'),
    await top('h1'),
    await top('.neighbours'),
    await top('.marks'),
    await top('#contents'),
  ]
  expect([...order].sort((a, b) => a - b)).toEqual(order)
  // Read and stepped through in the order in which it stands.
  expect(
    await page.evaluate(() =>
      [...document.querySelectorAll('.way, h1, .neighbours, .marks, #contents')].map(
        (each) => each.className || each.id || each.localName,
      ),
    ),
  ).toEqual(['way', 'h1', 'neighbours', 'marks', 'lesson'])
  await way.getByRole('link', { name: 'Next: Three' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Three')
  await page.locator('.neighbours').getByRole('link', { name: 'Contents' }).click()
  await expect(page.locator('#contents')).toBeInViewport()
  // In a chapter nothing but its book; in a lesson, and on the opening page of a book, what the page lists is listed
  // once.
  await page.goto('/read/course/chapter')
  await expect(page.locator('#contents')).not.toContainText('Unit one')
  await page.getByRole('link', { name: 'Back to Lesson one' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Lesson one')
  await expect(page.getByRole('link', { name: 'Two' })).toHaveCount(1)
  await page.goto('/read/course/book')
  await expect(page.getByRole('link', { name: /A chapter/ }).and(page.locator('li a'))).toHaveCount(1)
})

test('without script no field stands that can’t be sent', async ({ fixture }) => {
  await fixture.addPage('talk', '<h1>Talk</h1><p>Say it.</p>', { kind: 'discussion', isPublished: true })
  await fixture.addPage('task', '<h1>Task</h1><p>Build.</p>', { kind: 'assignment', isPublished: true })
  for (const path of ['/discuss/course/talk', '/assignments/course/task']) {
    const page = await fixture.open('student', path, { javaScriptEnabled: false })
    await expect(page.locator('noscript p')).toBeVisible()
    await expect(page.locator('noscript p')).toContainText('turn on JavaScript in your browser')
    await expect(page.getByRole('textbox').and(page.locator('main *'))).toHaveCount(0)
  }
})
