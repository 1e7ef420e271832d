import { expect, test } from './setup/house.ts'

const TOMORROW = new Date(Date.now() + 86_400_000).toISOString()

test('plan, sheet and dialogs say what students truly see: a chapter in a book that is not published, what opens later, what has closed', async ({ house }) => {
  await house.addPage('book', '<h1>A book</h1><p>x</p>', { kind: 'book' })
  const chapter = await house.addPage('chapter', '<h1>A chapter</h1><p>Found.</p>', { kind: 'chapter', parent: 'book', isPublished: true })
  const later = await house.addPage('later', '<h1>Later</h1><p>x</p>', { isPublished: true, opensAt: TOMORROW })
  await house.addPage('talk', '<h1>Talk</h1><p>x</p>', { kind: 'discussion', isPublished: true, settings: { closesAt: '2026-01-02T10:00:00.000Z' } })
  const author = await house.open('author', '/courses/course/plan')
  await expect(author.getByRole('treeitem', { name: 'Chapter: A chapter, Published, book not published' })).toBeVisible()
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
  const student = await house.open('student', '/read/course')
  await expect(student.getByRole('main')).not.toContainText('A chapter')
  await student.goto('/read/course/chapter')
  await expect(student.locator('body')).not.toContainText('Found.')
})
