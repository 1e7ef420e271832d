import { expect, test } from './setup/fixture.ts'

/*
 * What assistive technology is given (the accessibility tree), of the main screens and of dialogs, as reviewed
 * snapshots: roles, names and states, not how they look. A change here is a change for whoever listens.
 */

const PAGE =
  '<h1>Walls</h1><p>Stones.</p><h2>Kinds</h2><ul><li>one</li></ul><div data-piece="tabs"><div data-piece-part><h3>On the flat</h3><p>Level.</p></div></div><table><tr><th>Stone<tr><td>slate</table>'

test('the sheet with pieces on it', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', PAGE))
  await expect(page.getByRole('textbox', { name: 'The page' })).toMatchAriaSnapshot({ name: 'sheet.yml' })
})

test('the plan', async ({ fixture }) => {
  await fixture.addPage('walls', PAGE, { isPublished: true })
  await fixture.addPage('lime', '<h1>Lime</h1>', { kind: 'assignment' })
  const page = await fixture.open('author', '/courses/course/plan')
  await expect(page.getByRole('tree')).toMatchAriaSnapshot({ name: 'plan.yml' })
})

test('the bank of questions', async ({ fixture }) => {
  const page = await fixture.open('author', '/courses/course/questions')
  await expect(page.getByRole('main')).toMatchAriaSnapshot({ name: 'bank.yml' })
})

test('dialogs: insert, link, publish', async ({ fixture }) => {
  const page = await fixture.open('author', await fixture.addPage('walls', '<h1>Walls</h1><p>Stones.</p>'))
  for (const [open, name] of [
    [() => page.keyboard.press('Control+k'), 'link'],
    [() => page.keyboard.press('Control+/'), 'insert'],
    [() => page.getByRole('button', { name: /^Publish/ }).click(), 'publish'],
  ] as const) {
    await open()
    await expect(page.getByRole('dialog')).toMatchAriaSnapshot({ name: `${name}.yml` })
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toHaveCount(0)
  }
})

test('home of an author and of a student', async ({ fixture }) => {
  await fixture.addPage('walls', PAGE, { isPublished: true })
  for (const person of ['author', 'student']) {
    const page = await fixture.open(person, '/')
    await expect(page.getByRole('main')).toMatchAriaSnapshot({ name: `home-${person}.yml` })
  }
})
