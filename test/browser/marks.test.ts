import { expect, test } from './setup/fixture.ts'

test('a reader says whether a page helped, bookmarks and follows it, comments on it; their own list has all of it', async ({
  fixture,
}) => {
  await fixture.addPage('one', '<h1>What fell</h1><p>x</p>', { isPublished: true })
  await fixture.addPage('two', '<h1>Other</h1><p>x</p>', { isPublished: true })
  // All but the comment without script.
  const bare = await fixture.open('student', '/read/course/one', { javaScriptEnabled: false })
  await bare.getByRole('button', { name: 'No' }).click()
  await bare.getByRole('button', { name: 'Yes' }).click()
  await expect(bare.getByRole('button', { name: 'Yes' })).toHaveAttribute('aria-pressed', 'true')
  await expect(bare.getByRole('button', { name: 'No' })).toHaveAttribute('aria-pressed', 'false')
  await bare.getByRole('button', { name: 'Bookmark' }).click()
  await bare.getByRole('button', { name: 'Follow' }).click()
  await expect(bare.getByRole('button', { name: 'Followed' })).toBeVisible()
  const student = await fixture.open('student', '/read/course/one')
  await student.getByRole('link', { name: 'Write a comment' }).click()
  await expect(student.getByRole('heading', { level: 1 })).toHaveText('On “What fell”')
  await student.getByRole('textbox', { name: 'Your post' }).click()
  await student.keyboard.type('Which end first?')
  await student.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(student.locator('.post')).toHaveCount(1)
  const author = await fixture.open('author', '/discuss/course/one')
  await author.getByRole('button', { name: 'Reply to Test student' }).click()
  await author.keyboard.type('The far one.')
  await author.getByRole('button', { name: 'Send the answer' }).click()
  await expect(student.locator('.replies')).toContainText('The far one.')
  await student.goto('/read/course/mine')
  for (const heading of ['Bookmarks', 'Followed', 'Where you wrote'])
    await expect(
      student.locator('section', { has: student.getByRole('heading', { name: heading }) }).getByRole('link'),
    ).toHaveText(['What fell'])
  await expect(student.getByRole('link', { name: 'Notices 1 new' })).toBeVisible()
  await author.goto('/courses/course/readers')
  await expect(author.getByRole('row', { name: /^What fell/ })).toContainText('1 of 1')
})
