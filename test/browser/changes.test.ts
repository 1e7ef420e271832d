import { cursorAfter, expect, kept, test } from './setup/fixture.ts'

test('students see what a new edition changed, with script off too, and nothing that is kept back', async ({
  fixture,
}) => {
  const address = await fixture.addPage(
    'page',
    '<h1>Throughs</h1><p>One row at knee height.</p><p>Stays.</p><p>Stays too.</p><p>And this.</p><div data-piece="practice"><div data-part="prompt"><p>Which?</p></div><div data-part="answer" data-right="yes"><p>this one</p><div data-part="feedback"><p>kept back</p></div></div></div>',
    { isPublished: true },
  )
  const student = await fixture.open('student', '/read/course/page', { javaScriptEnabled: false })
  await expect(student.getByRole('link', { name: 'What changed' })).toHaveCount(0)
  const author = await fixture.open('author', address)
  await cursorAfter(author, 'One row at knee height.')
  await author.keyboard.type(' A second at the hip.')
  await cursorAfter(author, 'kept back')
  await author.keyboard.type(' and more')
  await kept(author)
  await author.getByRole('button', { name: 'Publish edition 2' }).click()
  await author.getByLabel(/What changed/).fill('the second row')
  await author.getByRole('dialog').getByRole('button', { name: 'Publish edition 2' }).click()
  await expect(author.getByText(/Students read edition 2/)).toBeVisible()

  await student.reload()
  await expect(student.locator('.facts')).toContainText('changed: the second row')
  await student.getByRole('link', { name: 'What changed' }).click()
  await expect(student.getByRole('heading', { level: 1 })).toHaveText('What changed in “Throughs”')
  await expect(student.getByRole('status')).toHaveText('1 passage differs from edition 1.')
  await expect(student.locator('ins')).toHaveText(' A second at the hip.')
  await expect(student.getByText('paragraphs alike')).toBeVisible()
  expect(await student.content()).not.toMatch(/kept back|and more/)
  await student.getByRole('link', { name: 'Read it as it is now' }).click()
  await expect(student).toHaveURL(/\/read\/course\/page$/)
  // An edition that there is not.
  expect((await student.goto('/read/course/page/changes?since=9'))?.status()).toBe(404)
})
