import { expect, test } from './setup/fixture.ts'

const words = (count: number): string => `<p>${'word '.repeat(count)}</p>`

test('a page is done when its end was in sight, and by hand without script; the count follows', async ({ fixture }) => {
  await fixture.addPage('one', `<h1>One</h1>${words(900)}`, { isPublished: true })
  await fixture.addPage('two', '<h1>Two</h1><p>x</p>', { isPublished: true })
  const page = await fixture.open('student', '/read/course/one')
  await expect(page.getByRole('button', { name: 'Mark as read' })).not.toBeInViewport()
  await page.waitForTimeout(3500)
  await expect(page.locator('.lesson li', { hasText: 'One' }).first()).toContainText('to do')
  await page.getByRole('button', { name: 'Mark as read' }).scrollIntoViewIfNeeded()
  await expect(page.getByRole('button', { name: 'Read. Mark as unread' })).toBeVisible()
  await expect(page.locator('.lesson li', { hasText: 'One' }).first()).toContainText('done')
  await page.goto('/read/course')
  await expect(page.locator('.done-count')).toHaveText('1 of 2 done')
  const bare = await fixture.open('student', '/read/course/two', { javaScriptEnabled: false })
  await bare.getByRole('button', { name: 'Mark as read' }).click()
  await expect(bare).toHaveURL(/\/read\/course\/two$/)
  await expect(bare.locator('.done-count')).toHaveText('2 of 2 done')
  await bare.getByRole('button', { name: 'Read. Mark as unread' }).click()
  await expect(bare.locator('.done-count')).toHaveText('1 of 2 done')
})

test('what is not open yet says when, or after what; authors read it all the same', async ({ fixture }) => {
  const later = new Date(Date.now() + 9 * 86_400_000).toISOString()
  await fixture.addPage('one', '<h1>One</h1><p>x</p>', { isPublished: true })
  await fixture.addPage('later', '<h1>Later</h1><p>secret</p>', { isPublished: true, opensAt: later })
  await fixture.addPage('three', '<h1>Three</h1><p>third</p>', { isPublished: true })
  const author = await fixture.open('author', '/courses/course/plan')
  await author.getByRole('treeitem', { name: 'Lesson one' }).focus()
  await author.keyboard.press('Alt+Enter')
  await author.getByLabel(/One after the other/).check()
  await expect(author.getByText('Saved.')).toBeVisible()
  const page = await fixture.open('student', '/read/course/later')
  await expect(page.getByRole('main')).toContainText('This opens on')
  expect(await page.content()).not.toContain('secret')
  await page.goto('/read/course/three')
  await expect(page.getByRole('main')).toContainText('This opens after “One” is done.')
  expect(await page.content()).not.toContain('third')
  await page.getByRole('main').getByRole('link', { name: 'Go to One' }).click()
  await page.getByRole('button', { name: 'Mark as read' }).click()
  await expect(page.locator('.done-form')).toHaveAttribute('data-done', 'yes')
  await page.goto('/read/course/three')
  await expect(page.getByRole('main')).toContainText('This opens after “Later” is done.')
  await author.goto('/read/course/later')
  await expect(author.getByRole('main')).toContainText('secret')
})

test('the author looks as a made-up student, on another date, with other things done', async ({ fixture }) => {
  const opensAt = '2031-03-03T09:00:00.000Z'
  await fixture.addPage('one', '<h1>One</h1><p>x</p>', { isPublished: true })
  const address = await fixture.addPage('spring', '<h1>Spring</h1><p>Frost is out.</p>', { isPublished: true, opensAt })
  const page = await fixture.open('author', address)
  await page.getByRole('button', { name: 'As a student' }).click()
  const frame = page.frameLocator('iframe[title="The page as a student sees it"]')
  await expect(frame.getByRole('main')).toContainText('This opens on March 3, 2031')
  await page.getByLabel('On which date; empty is now').fill('2031-03-03T09:30')
  await expect(frame.getByRole('main')).toContainText('Frost is out.')
  await page.getByLabel('having done').selectOption('all before this')
  await expect(frame.locator('.lesson li', { hasText: 'One' }).first()).toContainText('done')
  await expect(frame.getByRole('button', { name: 'Mark as read' })).toBeDisabled()
})

test('a lesson says what for, in what order, and shows its notes between its items', async ({ fixture }) => {
  await fixture.addPage('one', '<h1>One</h1><p>x</p>', { isPublished: true })
  await fixture.addPage('note', '<h1>A note</h1><p>Bring <strong>gloves</strong>.</p>', {
    isPublished: true,
    kind: 'note',
  })
  await fixture.addPage('out', '<h1>Weather diary</h1><p>Frost last winter.</p>', {
    isPublished: true,
    kind: 'link',
    settings: { address: 'https://walls.example/weather' },
  })
  const page = await fixture.open('author', '/courses/course/plan')
  await page.getByRole('treeitem', { name: 'Lesson one' }).focus()
  await page.keyboard.press('Alt+Enter')
  await page.getByLabel('Aims, one a line').fill('read a slope\nfind the water')
  await page.getByLabel('Opens for students').focus()
  await expect(page.getByText('Saved.')).toBeVisible()
  const student = await fixture.open('student', '/read/course/lesson')
  await expect(student.getByRole('main').locator('.aims li')).toHaveText(['read a slope', 'find the water'])
  await expect(student.getByRole('main').locator('.items > li')).toHaveText([
    /One/,
    'Bring gloves.',
    /Weather diary\s+web link/,
  ])
  await student
    .getByRole('main')
    .getByRole('link', { name: /Weather diary/ })
    .click()
  const link = student.getByRole('main').getByRole('link', { name: /Open Weather diary/ })
  await expect(link).toHaveAttribute('href', 'https://walls.example/weather')
  await expect(link).toHaveAccessibleName(/opens a new window/)
})
