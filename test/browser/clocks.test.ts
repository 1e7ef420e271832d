import { withClient } from '../server/setup/app.ts'
import { cursorAfter, expect, kept, scriptHasCome, storedText, test } from './setup/fixture.ts'

const DAY = 86_400_000

test('a student’s clock that is days ahead opens nothing, and makes nothing late', async ({ fixture }) => {
  const tomorrow = new Date(Date.now() + DAY).toISOString()
  await fixture.addPage('later', '<h1>Later</h1><p>secret</p>', { isPublished: true, opensAt: tomorrow })
  await fixture.addPage('task', '<h1>Task</h1><p>Build.</p>', {
    isPublished: true,
    kind: 'assignment',
    settings: { dueAt: tomorrow },
  })
  const student = await fixture.open('student', '/read/course', { timezoneId: 'Pacific/Auckland' })
  await student.clock.setSystemTime(Date.now() + 3 * DAY)
  await student.goto('/read/course/later')
  await expect(student.getByRole('main')).toContainText('This opens on')
  expect(await student.content()).not.toContain('secret')
  await student.goto('/assignments/course/task')
  await scriptHasCome(student)
  await expect(student.getByText(/^Due /)).not.toContainText('late')
  await student.getByRole('textbox', { name: 'Your answer' }).click()
  await student.keyboard.type('In time.')
  await student.getByRole('button', { name: 'Hand in' }).click()
  await expect(student.locator('.handed-in summary')).toBeVisible()
  await expect(student.locator('.handed-in summary')).not.toContainText('late')
})

test('an author’s clock that is hours behind, in another time zone: what is written is kept, dates are the course’s', async ({
  fixture,
}) => {
  await withClient(fixture.url, (client) =>
    client.query(`update courses set time_zone = 'Europe/London' where id = 'course'`),
  )
  const address = await fixture.addPage('page', '<h1>A page</h1><p>Walls.</p>')
  const author = await fixture.open('author', address, { timezoneId: 'America/Los_Angeles' })
  await author.clock.setSystemTime(Date.now() - 8 * 3_600_000)
  await author.reload()
  await cursorAfter(author, 'Walls.')
  await author.keyboard.type(' And gates.')
  await kept(author)
  expect(await storedText(fixture.url, 'page')).toBe('A pageWalls. And gates.')
  await author.goto('/courses/course/plan')
  const set = async (value: string): Promise<{ shown: string; stored: string }> => {
    await author.getByRole('treeitem', { name: /^A page/ }).focus()
    await author.keyboard.press('Alt+Enter')
    await author.getByLabel('Opens for students').fill(value)
    await author.getByLabel('Opens for students').blur()
    await expect(author.getByText('Saved.')).toBeVisible()
    await author.reload()
    await author.getByRole('treeitem', { name: /^A page/ }).focus()
    await author.keyboard.press('Alt+Enter')
    const shown = await author.getByLabel('Opens for students').inputValue()
    const { rows } = await withClient(fixture.url, (client) =>
      client.query<{ at: Date }>(`select opens_at as at from plan_entries where id = 'page'`),
    )
    return { shown, stored: rows[0]!.at.toISOString() }
  }
  // Summer time in Europe begins on the last Sunday of March at 01:00 UTC and ends on that of October (Directive
  // 2000/84/EC).
  expect(await set('2031-03-29T09:00')).toEqual({ shown: '2031-03-29T09:00', stored: '2031-03-29T09:00:00.000Z' })
  expect(await set('2031-03-31T09:00')).toEqual({ shown: '2031-03-31T09:00', stored: '2031-03-31T08:00:00.000Z' })
  // The hour that is left out becomes a real one, and says so.
  const skipped = await set('2031-03-30T01:30')
  expect(['2031-03-30T00:30', '2031-03-30T02:30']).toContain(skipped.shown)
  // The hour that comes twice is one of the two.
  const twice = await set('2031-10-26T01:30')
  expect(twice.shown).toBe('2031-10-26T01:30')
  expect(['2031-10-26T00:30:00.000Z', '2031-10-26T01:30:00.000Z']).toContain(twice.stored)
})
