import { expect, test } from './setup/fixture.ts'

test('a book is read with contents, next and previous; numbers come by themselves, the place is kept, search stays inside', async ({
  fixture,
}) => {
  await fixture.addPage('book', '<h1>A handbook</h1><p>For the first season.</p>', { isPublished: true, kind: 'book' })
  const chapter = (title: string, text: string): string =>
    `<h1>${title}</h1><p>${text}</p><h2>Why</h2><p>${'long words '.repeat(500)}</p><h2>How</h2><p>${'more words '.repeat(500)}</p>`
  await fixture.addPage('strip', chapter('Strip out', 'Take the cope off first.'), {
    isPublished: true,
    kind: 'chapter',
    parent: 'book',
  })
  await fixture.addPage('draft', chapter('No', 'Nobody reads this.'), { kind: 'chapter', parent: 'book' })
  await fixture.addPage('sort', chapter('Sort', 'Lay the hearting apart.'), {
    isPublished: true,
    kind: 'chapter',
    parent: 'book',
  })
  await fixture.addPage('page', '<h1>Elsewhere</h1><p>The cope again.</p>', { isPublished: true })
  const page = await fixture.open('student', '/read/course/book')
  await expect(page.getByRole('navigation', { name: 'Chapters' }).getByRole('link')).toHaveText([
    '1 Strip out',
    '2 Sort',
  ])
  await page.getByRole('link', { name: 'Begin with 1 Strip out' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('1 Strip out')
  await expect(page.getByRole('navigation', { name: 'On this page' }).getByRole('link')).toHaveText([
    '1.1 Why',
    '1.2 How',
  ])
  expect(
    await page
      .getByRole('main')
      .getByRole('heading', { name: 'Why' })
      .evaluate((heading) => getComputedStyle(heading, '::before').content),
  ).toContain('counter(section)')
  await page.locator('a[rel=next]').click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('2 Sort')
  await expect(page.locator('a[rel=next]')).toHaveCount(0)
  const kept = page.waitForResponse(
    (response) =>
      response.request().method() === 'POST' && (response.request().postData() ?? '').includes('heading=how'),
  )
  await page
    .getByRole('main')
    .getByRole('heading', { name: 'How' })
    .evaluate((heading) => heading.scrollIntoView())
  await kept
  await page.goto('/read/course/book')
  await page.getByRole('link', { name: 'Go on at 2 Sort' }).click()
  await expect(page).toHaveURL(/sort#how$/)
  await expect(page.getByRole('main').getByRole('heading', { name: 'How' })).toBeInViewport()
  await page.goto('/read/course/book')
  await page.getByLabel('Search in this book').fill('cope')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('status')).toHaveText('1 page')
  await expect(page.locator('.found mark')).toHaveText('cope')
  await page.getByRole('link', { name: 'Search the whole course' }).click()
  await expect(page.getByRole('status')).toHaveText('2 pages')
  await page.getByLabel('Search what you can read').fill('nobody')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('status')).toContainText('Nothing that you can read')
})
