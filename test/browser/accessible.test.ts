import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { withClient } from '../server/setup/app.ts'
import { violations } from './setup/axe.ts'
import { expect, kept, sheet, test } from './setup/fixture.ts'

const PIECES =
  '<h1>Pieces</h1><nav data-piece="contents"></nav><h2>Parts</h2><div data-piece="tabs"><section><h3>One</h3><p>First words</p></section><section><h3>Two</h3><p>Second words</p></section></div><div data-piece="accordion"><section><h3>Lay</h3><p>Laying</p></section><section><h3>Pack</h3><p>Packing</p></section></div><details><summary>Why?</summary><p>Hidden</p></details><div data-piece="columns"><div><p>Left</p></div><div><p>Right</p></div></div><div data-piece="practice"><div data-part="prompt"><p>Which?</p></div><div data-part="answer"><p>Hearting</p></div><div data-part="answer" data-right="yes"><p>A through</p></div></div><iframe srcdoc="x" title="Gauge"></iframe><div data-piece="link-card"><a href="https://maps.example/">A map</a></div>'
const SOURCE =
  '<h1>Slope</h1><p>Text with a <a href="https://walls.example">link</a>.</p><h2>Near</h2><ul><li>a<ul><li>b</li></ul></li></ul><div style="background:#efe6d3"><p>A box.</p></div><table><tr><th>Stone<th>Weight<tr><td>a<td>b</table><blockquote>quoted</blockquote>'

for (const colorScheme of ['light', 'dark'] as const)
  test(`no violations on any screen, ${colorScheme}`, async ({ fixture }) => {
    test.slow()
    const address = await fixture.addPage('one', SOURCE, { isPublished: true })
    await fixture.addPage('pieces', PIECES, { isPublished: true })
    await fixture.addPage('two', '<h1>Second</h1><p>x</p>')
    const page = await fixture.open('author', '/', { colorScheme })
    const check = async (name: string): Promise<void> => expect.soft(await violations(page), name).toEqual([])
    await check('courses')
    await page.goto('/courses/course/plan')
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await check('plan with the composer')
    await page.goto(address)
    await sheet(page).getByText('A box.').click()
    await check('sheet')
    await page.getByRole('button', { name: 'All tools' }).click()
    await page.getByRole('tab', { name: 'History' }).click()
    await expect(page.getByRole('tabpanel')).toContainText('Edition 1')
    await check('all tools, past')
    await page.getByRole('tab', { name: /Proof/ }).click()
    await expect(page.getByRole('tabpanel')).toContainText('checked while you write')
    await page.getByText('Why it matters').first().click()
    await check('proof')
    await page.getByRole('tab', { name: 'Outline' }).click()
    await page.getByRole('button', { name: 'Source' }).click()
    await expect(page.locator('.cm-content')).toBeVisible()
    await check('source, outline')
    await page.getByRole('button', { name: 'As a student' }).click()
    await expect(page.frameLocator('iframe').getByRole('heading', { level: 1 })).toBeVisible()
    await check('as a student')
    await page.keyboard.press('Escape')
    await sheet(page).getByText('A box.').click()
    await page.keyboard.press('Control+k')
    await check('link')
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Insert', exact: true }).click()
    await check('insert')
    await page.getByRole('button', { name: 'From the shelf' }).click()
    await expect(page.getByRole('dialog')).toContainText('The shelf of this course is empty')
    await check('shelf')
    await page.goto('/courses/course/items/pieces')
    for (const words of ['First words', 'Laying', 'Hidden', 'Left', 'A through']) {
      const place = sheet(page).getByText(words).first()
      if (!(await place.isVisible()))
        await sheet(page).locator('.accordion .part-title, .reveal .part-title').first().click()
      if (await place.isVisible()) await place.click()
      await check(`pieces: ${words}`)
    }
    await page.getByText('First words').click()
    await page.keyboard.press('End')
    await page.keyboard.type(' and more')
    await kept(page)
    await sheet(page).locator('figure.html-piece span').first().click()
    await page.getByRole('button', { name: 'Edit the code' }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'Run', exact: true }).click()
    await expect(page.getByRole('dialog').frameLocator('iframe').getByText('x')).toBeVisible()
    await check('code')
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await page.getByRole('tab', { name: 'History' }).click()
    await page.getByRole('button', { name: 'Compare or restore' }).first().click()
    const first = page.getByRole('dialog').getByLabel('First')
    await first.selectOption({ index: (await first.locator('option').count()) - 1 })
    await expect(page.getByRole('dialog').locator('ins').first()).toBeVisible()
    await check('two moments compared')
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await page.getByText('First words').click()
    await page.getByRole('button', { name: 'Insert', exact: true }).click()
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('dialog').getByRole('button', { name: 'Picture', exact: true }).click(),
    ])
    await chooser.setFiles({
      name: 'wall.png',
      mimeType: 'image/png',
      buffer: await sharp({ create: { width: 400, height: 300, channels: 3, background: '#4b6b3c' } })
        .png()
        .toBuffer(),
    })
    const shown = page.getByRole('dialog', { name: 'What does the picture show?' })
    await expect(shown.getByLabel(/Alternative text/)).toBeFocused()
    await check('alternative text')
    await page.keyboard.type('IMG_1.png')
    await page.keyboard.press('Enter')
    await expect(shown.getByRole('alert')).toBeVisible()
    await check('alternative text refused')
    await page.goto('/read/course/pieces')
    await check('pieces read')
    await page.getByRole('tab', { name: 'Two' }).click()
    for (const fold of await page.locator('.fold-button, .reveal > summary').all()) await fold.click()
    await page.getByRole('radio').first().check()
    await page.getByRole('button', { name: 'Check' }).click()
    await expect(page.getByRole('status')).toContainText('right')
    await check('pieces read, all open')
    for (const path of ['/read/course', '/read/course/one', '/no/such/place']) {
      await page.goto(path)
      await check(path)
    }
    await page.context().clearCookies()
    await page.goto('/sign-in')
    await check('sign in')
  })

for (const colorScheme of ['light', 'dark'] as const)
  test(`no violations where students write and authors see it, ${colorScheme}`, async ({ fixture }) => {
    test.slow()
    const blank = { type: 'passage', content: [{ type: 'paragraph' }] }
    const say = (text: string): object => ({
      type: 'passage',
      content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
    })
    const question = {
      prompt: say('Which ties both faces?'),
      variables: [],
      conditions: [],
      answer: {
        sort: 'choice',
        mode: 'one',
        choices: [
          { id: 'a', text: say('a through'), isRight: true, feedback: blank },
          { id: 'b', text: say('hearting'), isRight: false, feedback: say('It fills.') },
        ],
      },
      hints: [say('Think across.')],
      solution: say('A through.'),
    }
    await fixture.addPage('book', '<h1>Book</h1><p>x</p>', { isPublished: true, kind: 'book' })
    await fixture.addPage('chapter', '<h1>Chapter</h1><p>wall</p><h2>Why</h2><p>x</p><h2>How</h2><p>x</p>', {
      isPublished: true,
      kind: 'chapter',
      parent: 'book',
    })
    await fixture.addPage('later', '<h1>Later</h1><p>x</p>', { isPublished: true, opensAt: '2031-01-01T00:00:00.000Z' })
    await fixture.addPage('talk', '<h1>Talk</h1><p>x</p>', { isPublished: true, kind: 'discussion' })
    await fixture.addPage('task', '<h1>Task</h1><p>x</p>', { isPublished: true, kind: 'assignment' })
    await fixture.addPage('ex', '<h1>Exercise</h1><p>x</p>', { isPublished: true, kind: 'exercise' })
    await withClient(fixture.url, async (client) => {
      await client.query(
        `insert into questions (id, course_id, title, kind, content, words, created_by, updated_by)
          values ('q', 'course', 'Ties', 'one', $1, 'Which', 'author', 'author')`,
        [JSON.stringify(question)],
      )
      await client.query(`insert into exercise_questions (entry_id, question_id, position) values ('ex', 'q', 1)`)
      await client.query(
        `insert into edition_questions (document_id, number, question_id, position, title, content)
          values ('ex', 1, 'q', 1, 'Ties', $1)`,
        [JSON.stringify(question)],
      )
    })
    const student = await fixture.open('student', '/read/course', { colorScheme })
    const checkOn = async (page: Page, name: string): Promise<void> =>
      expect.soft(await violations(page), name).toEqual([])
    for (const path of [
      '/read/course',
      '/read/course/lesson',
      '/read/course/book',
      '/read/course/chapter',
      '/read/course/later',
      '/read/course/search?words=wall',
      '/read/course/mine',
    ]) {
      await student.goto(path)
      await checkOn(student, path)
    }
    await student.goto('/read/course/ex')
    await student.getByRole('button', { name: 'Begin' }).click()
    await student.getByRole('button', { name: 'Hint' }).click()
    await expect(student.locator('.hint')).toBeVisible()
    await student.getByLabel('hearting').check()
    await student.getByRole('button', { name: 'Check' }).click()
    await expect(student.getByRole('status').first()).toContainText('Not right')
    await student.getByText('Worked solution').click()
    await checkOn(student, 'exercise')
    await student.getByRole('button', { name: 'Finish' }).click()
    await checkOn(student, 'exercise, finished')
    await student.goto('/discuss/course/talk')
    await student.getByRole('textbox', { name: 'Your post' }).click()
    await student.keyboard.type('A post.')
    await student.getByRole('button', { name: 'Preview' }).click()
    await expect(student.getByRole('region', { name: 'As others will see it' })).toBeVisible()
    await checkOn(student, 'a post looked at')
    await student.getByRole('button', { name: 'Send', exact: true }).click()
    await expect(student.locator('.post')).toHaveCount(1)
    await student.goto('/assignments/course/task')
    await student.getByRole('textbox', { name: 'Your answer' }).click()
    await student.keyboard.type('Done.')
    await expect(student.getByText(/^Draft saved/)).toBeVisible()
    await checkOn(student, 'an answer being written')
    await student.getByRole('button', { name: 'Hand in' }).click()
    await expect(student.locator('.handed-in')).toBeVisible()
    await checkOn(student, 'handed in')
    await student.goto('/notices')
    await checkOn(student, 'notices')
    for (const path of ['/account', '/new-password', '/new-password?way=used']) {
      await student.goto(path)
      await checkOn(student, path)
    }
    const manager = await fixture.open('manager', '/account', { colorScheme })
    await checkOn(manager, 'the account of a manager')
    await manager.goto('/audit')
    await expect(manager.getByRole('heading', { name: 'Audit trail' })).toBeVisible()
    await checkOn(manager, 'the audit trail')

    const author = await fixture.open('author', '/discuss/course/talk', { colorScheme })
    await author.getByRole('button', { name: 'Hide…' }).click()
    await checkOn(author, 'a post about to be hidden')
    for (const path of [
      '/courses/course/hand-ins/task',
      '/courses/course/readers',
      '/courses/course/questions?question=q',
    ]) {
      await author.goto(path)
      await expect(author.locator('.rich-field, .readers-chart svg').first()).toBeVisible()
      await checkOn(author, path)
    }
    await author.getByRole('tab', { name: 'Try it' }).click()
    await expect(author.getByRole('tabpanel')).toContainText('Which ties both faces?')
    await checkOn(author, 'a question tried')
    await author.goto('/courses/course/items/ex')
    await author.getByRole('tab', { name: 'Exercise' }).click()
    await expect(author.getByLabel('Attempts')).toBeVisible()
    await checkOn(author, 'an exercise on the sheet')
    await author.getByRole('button', { name: 'Add a question' }).click()
    await expect(author.getByRole('dialog').getByRole('button', { name: /Ties/ })).toBeVisible()
    await checkOn(author, 'choosing a question')
    await author.goto('/courses/course/plan')
    await author.getByRole('treeitem', { name: 'Lesson one' }).focus()
    await author.keyboard.press('Alt+Enter')
    await expect(author.getByLabel('Aims, one a line')).toBeVisible()
    await checkOn(author, 'what is set about a lesson')
  })

for (const colorScheme of ['light', 'dark'] as const)
  test(`no violations in templates, what goes out and comes in, and what changed, ${colorScheme}`, async ({
    fixture,
  }) => {
    test.slow()
    await fixture.addPage('page', '<h1>Diary</h1><p>At <span data-blank="Site">High Tarn</span>.</p>', {
      isPublished: true,
    })
    await withClient(fixture.url, async (client) => {
      await client.query(`insert into editions (document_id, number, version, schema_version, renderer, title, note,
        words, words_text, content, segments, headings, published_by)
        select document_id, 2, version, 1, renderer, title, 'a second row', words, words_text,
          replace(content::text, 'At ', 'Here, at ')::json, segments, headings, published_by from editions
          where document_id = 'page'`)
      await client.query(
        `insert into transfers (id, course_id, person_id, direction, format, entry_id, manner, name, state, step, done,
          total, problem)
          values ('t1', 'course', 'author', 'out', 'epub', 'page', 'written', 'Half done', 'running',
          'Fetching the pictures', 3, 9, null), ('t2', 'course', 'author', 'in', 'word', null, 'book', 'broken.docx',
          'failed', '', 0, 0, 'The file is damaged.')`,
      )
      await client.query(
        `insert into transfers (id, course_id, person_id, direction, format, entry_id, manner, name, state, report,
          made_id) values ('t3', 'course', 'author', 'in', 'word', null, 'book', 'year.docx', 'done', $1, 'page')`,
        [
          JSON.stringify({
            kept: { chapters: 2, words: 40, headings: 3, lists: 1, tables: 0, pictures: 1 },
            notes: [{ type: 'left out', message: 'Formulas were left out.', count: 2 }],
          }),
        ],
      )
    })
    const page = await fixture.open('author', '/courses/course/plan', { colorScheme })
    const check = async (name: string): Promise<void> => expect.soft(await violations(page), name).toEqual([])
    await page.getByRole('tab', { name: /Import and export/ }).click()
    await expect(page.getByText('Formulas were left out.')).toBeVisible()
    await expect(page.getByText('Fetching the pictures, 3 of 9')).toBeVisible()
    await check('out and in')
    await page.getByRole('button', { name: 'Import', exact: true }).click()
    await expect(page.getByRole('dialog', { name: 'Import a document' })).toBeVisible()
    await check('bringing in')
    await page.keyboard.press('Escape')
    for (const [item, dialog] of [
      ['Export…', 'Export “Diary”'],
      ['Save as a template…', 'Save this page as a template'],
    ] as const) {
      await page.getByRole('button', { name: 'What can be done with Diary' }).click()
      await page.getByText(item).click()
      await expect(page.getByRole('dialog', { name: dialog })).toBeVisible()
      if (item.startsWith('Save')) await expect(page.getByLabel('What the blank “High Tarn” is called')).toBeVisible()
      await check(item)
      if (item.startsWith('Save')) await page.getByRole('button', { name: 'Save the template' }).click()
      else await page.keyboard.press('Escape')
      await expect(page.getByRole('dialog', { name: dialog })).toHaveCount(0)
    }
    await page.getByRole('button', { name: 'From a template' }).click()
    await expect(page.getByLabel('Site')).toBeVisible()
    await check('using a template')
    const student = await fixture.open('student', '/read/course/page/changes', { colorScheme })
    await expect(student.locator('ins').first()).toBeVisible()
    expect.soft(await violations(student), 'what changed').toEqual([])
  })

test('the manager’s hosts have no violations', async ({ fixture }) => {
  const page = await fixture.open('manager', '/hosts')
  expect(await violations(page)).toEqual([])
})

test('the sheet is reached and left by keyboard alone', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('one', SOURCE))
  await page.getByRole('button', { name: 'Insert', exact: true }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('button', { name: /Kind of block/ })).toBeFocused()
  await page.getByRole('tab', { name: 'Piece' }).focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('tab', { name: 'Outline' })).toBeFocused()
  await expect(page.getByRole('tabpanel')).toContainText('Near')
})

test('the first answer of the server is styled, with script off', async ({ fixture }) => {
  const page = await fixture.open('author', '/sign-in', { javaScriptEnabled: false })
  await page.context().clearCookies()
  await page.goto('/sign-in')
  await expect(page.getByRole('button', { name: 'Sign in' })).toHaveCSS('background-color', 'rgb(75, 107, 60)')
  await expect(page.locator('h1')).toHaveCSS('font-family', /Literata/)
})
