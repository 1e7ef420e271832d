import { expect, test } from './setup/fixture.ts'

test('an answer is kept as a draft, looked at, handed in with a file, returned with a comment, and done again', async ({
  fixture,
}) => {
  await fixture.addPage('task', '<h1>Your own metre</h1><p>Build one metre and say how it went.</p>', {
    isPublished: true,
    kind: 'assignment',
    settings: { dueAt: '2020-01-01T12:00:00.000Z' },
  })
  const student = await fixture.open('student', '/read/course/task')
  await expect(student).toHaveURL(/\/assignments\/course\/task$/)
  await student.getByRole('textbox', { name: 'Your answer' }).click()
  await student.keyboard.type('One metre, two falls.')
  await expect(student.getByText(/^Draft saved/)).toBeVisible()
  const [chooser] = await Promise.all([
    student.waitForEvent('filechooser'),
    student.getByRole('button', { name: 'Add a file' }).click(),
  ])
  await chooser.setFiles({ name: 'measures & notes.txt', mimeType: 'image/png', buffer: Buffer.from('height 1.1 m\n') })
  await expect(student.getByRole('link', { name: 'measures & notes.txt' })).toBeVisible()
  await expect(student.getByText(/^Draft saved/)).toBeVisible()
  const author = await fixture.open('author', '/courses/course/hand-ins/task')
  await expect(author.getByRole('main')).toContainText('Nobody has handed in yet')
  await student.reload()
  await expect(student.getByRole('textbox', { name: 'Your answer' })).toContainText('One metre, two falls.')
  await student.getByRole('button', { name: 'Preview' }).click()
  await expect(student.getByRole('region', { name: 'As your teacher will see it' })).toContainText(
    'One metre, two falls.',
  )
  await student.getByRole('button', { name: 'Hand in' }).click()
  await expect(student.locator('.handed-in summary')).toContainText('late')
  await expect(student.locator('.lesson li', { hasText: 'Your own metre' })).toContainText('done')

  await author.reload()
  await expect(author.getByText('1 of 1 handed in, 1 waits for a comment')).toBeVisible()
  const [download] = await Promise.all([
    author.waitForEvent('download'),
    author.getByRole('link', { name: 'measures & notes.txt' }).click(),
  ])
  expect(download.suggestedFilename()).toBe('measures & notes.txt')
  await author.getByRole('button', { name: 'Return with this comment' }).click()
  await expect(author.getByRole('alert')).toContainText('Write a comment before')
  await author.getByRole('textbox', { name: 'Your comment' }).click()
  await author.keyboard.type('The batter is right; watch the joints.')
  await author.getByRole('button', { name: 'Return with this comment' }).click()
  await expect(author.getByText('1 of 1 handed in, 0 wait for a comment')).toBeVisible()

  await student.reload()
  await expect(student.getByRole('region', { name: 'Comment of Test author' })).toContainText('watch the joints')
  await student.getByRole('button', { name: 'Change and hand in again' }).click()
  await expect(student.getByRole('textbox', { name: 'Your answer' })).toContainText('One metre, two falls.')
  await student.getByRole('textbox', { name: 'Your answer' }).click()
  await student.keyboard.press('Control+End')
  await student.keyboard.type(' Now without a fall.')
  await student.getByRole('button', { name: 'Hand in' }).click()
  await expect(student.locator('.handed-in')).toHaveCount(2)
  // What was handed in is between student and authors.
  const other = await fixture.open('guest', '/assignments/course/task')
  await expect(other.getByText('You read here as a guest')).toBeVisible()
  const file = await student.locator('.handed-in').first().getByRole('link').getAttribute('href')
  expect((await other.request.get(fixture.app.address + file)).status()).toBe(404)
})
