import { startApp, withClient } from '../server/setup/app.ts'
import { expect, kept, sheet, test } from './setup/fixture.ts'
import { startTray } from './setup/tray.ts'

test('a lesson is published as a whole, or not at all; students are told here and by mail; the author sees who did what', async ({
  fixture,
}) => {
  test.slow()
  const tray = await startTray()
  // One process alone, so that no other takes the mail from the queue.
  await fixture.stop()
  const app = await startApp(fixture.url, { environment: { SMTP_URL: tray.address } })
  try {
    await fixture.addPage('one', '<h1>What fell</h1><p>x</p>')
    await fixture.addPage('two', '<h1>Gaps you have seen</h1><p>x</p>', { kind: 'discussion' })
    await fixture.addPage('three', '<h1>How many?</h1><p>x</p>', { kind: 'exercise' })
    await fixture.addPage('old', '<h1>Already there</h1><p>x</p>', { isPublished: true })
    const author = await fixture.open('author', '/courses/course/plan', { app })
    const lesson = author.getByRole('treeitem', { name: 'Lesson one' })
    const publish = async (): Promise<void> => {
      await lesson.getByRole('button', { name: 'What can be done with Lesson one' }).click()
      await author.getByRole('menuitem', { name: 'Publish this lesson…' }).click()
    }
    await publish()
    const dialog = author.getByRole('dialog')
    await expect(dialog.getByRole('listitem')).toHaveText([/What fell/, /Gaps you have seen/, /How many\?/])
    await dialog.getByRole('button', { name: 'Publish 3 items' }).click()
    await expect(dialog.getByRole('alert')).toContainText(
      '“How many?” can’t be published, so nothing was. An exercise needs a question',
    )
    await author.keyboard.press('Escape')
    const student = await fixture.open('student', '/read/course', { app })
    await expect(student.getByRole('main')).not.toContainText('What fell')
    await author.getByRole('treeitem', { name: 'How many?' }).focus()
    await author.keyboard.press('Delete')
    await expect(author.getByText('“How many?” deleted.')).toBeVisible()
    await publish()
    await dialog.getByLabel('What is new (optional, students see it)').fill('the first of three')
    await dialog.getByRole('button', { name: 'Publish 2 items' }).click()
    await expect(author.getByText('2 items of “Lesson one” published.')).toBeVisible()
    await student.reload()
    await expect(student.getByRole('main')).toContainText('What fell')
    await expect(student.getByRole('link', { name: 'Notices 1 new' })).toBeVisible()
    await student.getByRole('link', { name: 'Notices 1 new' }).click()
    await student.getByRole('link', { name: '“Lesson one”: 2 items are new or changed: the first of three.' }).click()
    await student.getByRole('main').getByRole('link', { name: 'What fell' }).click()
    await expect(student.locator('.facts'), 'a first edition changes nothing').not.toContainText('changed')
    await student.getByRole('button', { name: 'Mark as read' }).click()
    await student.goto('/discuss/course/two')
    await student.getByRole('textbox', { name: 'Your post' }).click()
    await student.keyboard.type('One by the mill.')
    await student.getByRole('button', { name: 'Send', exact: true }).click()
    await expect(student.locator('.post')).toHaveCount(1)
    await expect.poll(() => tray.of('student'), { timeout: 20_000 }).toContain('the first of three')
    await author.goto('/courses/course/readers')
    await expect(author.getByRole('row', { name: /^What fell/ })).toContainText('1 100 %')
    await expect(
      author
        .getByRole('row', { name: /^Gaps you have seen/ })
        .getByRole('cell')
        .nth(1),
    ).toHaveText('1')
    await expect(author.getByRole('row', { name: /^Test student/ })).toContainText('2 of 3')
    await expect(author.locator('.readers-chart svg').first()).toBeVisible()
    // Two at once: one does it, the other finds nothing left to do.
    await author.goto('/courses/course/items/one')
    await sheet(author).getByText('x').click()
    await author.keyboard.type('y')
    await kept(author)
    const both = await Promise.all(
      ['author', 'coauthor'].map(async (person) => {
        const page = await fixture.open(person, '/courses/course/plan', { app })
        return page.evaluate(() =>
          fetch('/courses/course/plan-lines', {
            method: 'POST',
            body: JSON.stringify({ intent: 'publish', id: 'lesson', note: '', isTold: false }),
            headers: { 'Content-Type': 'application/json' },
          }).then((response) => response.json() as Promise<{ ok: boolean }>),
        )
      }),
    )
    expect(both.map(({ ok }) => ok).sort()).toEqual([false, true])
    expect(
      await withClient(
        fixture.url,
        async (client) =>
          (await client.query(`select max(number) as number from editions where document_id = 'one'`)).rows,
      ),
    ).toEqual([{ number: 2 }])
  } finally {
    await app.stop()
    tray.stop()
  }
})
