import { withClient } from '../server/setup/app.ts'
import { expect, kept, sheet, test } from './setup/fixture.ts'

test('a computed question is made in the bank, looked through, put into an exercise, published, and done by a student', async ({
  fixture,
}) => {
  test.slow()
  await fixture.addPage('ex', '<h1>How many tonnes?</h1><p>Reckon before you order.</p>', {
    kind: 'exercise',
    settings: { attempts: 2 },
  })
  const author = await fixture.open('author', '/courses/course/questions')
  await expect(author.getByText('The bank is empty')).toBeVisible()
  await author.getByRole('button', { name: 'New folder' }).click()
  await author.keyboard.type('Weights')
  await author.keyboard.press('Enter')
  await expect(author.getByLabel('Folder', { exact: true }).first()).toContainText('Weights')
  await author.getByRole('button', { name: 'New', exact: true }).click()
  await author.getByRole('menuitem', { name: 'Number' }).click()
  await author.getByLabel('Title of the question').fill('Tonnes for a length')
  await author.getByRole('button', { name: 'Add a variable' }).click()
  await author.getByLabel('Name of variable 1').fill('l')
  await author.getByLabel('Least l').fill('0')
  await author.getByLabel('Most l').fill('2')
  await author.getByRole('textbox', { name: 'What is asked' }).click()
  await author.keyboard.type('How many tonnes for ')
  await author.getByRole('button', { name: 'Value' }).first().click()
  await author.getByRole('button', { name: 'l', exact: true }).click()
  await author.keyboard.type(' metres?')
  await author.getByLabel('Value', { exact: true }).fill('1.6 / l')
  const versions = author.getByRole('tabpanel')
  await expect(versions).toContainText('1 can’t be used')
  await expect(versions).toContainText('The right answer has no value: a division by zero')
  await author.getByLabel('Value', { exact: true }).fill('1.6 * l')
  await author.getByLabel('Least l').fill('1')
  await author.getByLabel('Unit, if any').fill('t')
  await expect(versions).toContainText('2 versions of 2 combinations. All can be used.')
  await author.getByRole('button', { name: 'Add a hint' }).click()
  await author.getByRole('textbox', { name: 'Hint 1' }).click()
  await author.keyboard.type('One metre is 1.6 tonnes.')
  await author.getByRole('textbox', { name: 'Worked solution' }).click()
  await author.keyboard.type('Length times 1.6.')
  await expect(author.locator('.question-standing')).toHaveText('Saved')
  await author.getByRole('tab', { name: 'Try it' }).click()
  await expect(versions).toContainText(/How many tonnes for [12] metres\?/)
  await versions.getByLabel(/Your answer/).fill('99')
  await versions.getByRole('button', { name: 'Check' }).click()
  await expect(versions).toContainText('Not right.')
  await author.reload()
  await expect(author.locator('.bank-list li')).toHaveText(/Tonnes for a length\s*Number/)
  await expect(author.getByLabel('Title of the question')).toHaveValue('Tonnes for a length')

  // A second one is made from the exercise itself, without leaving it.
  await author.goto('/courses/course/items/ex')
  const questions = author.getByRole('region', { name: 'Questions of the exercise' })
  await questions.getByRole('button', { name: 'Add a question' }).click()
  await author
    .getByRole('dialog')
    .getByRole('button', { name: /Tonnes for a length/ })
    .click()
  await expect(questions.getByRole('listitem')).toHaveCount(1)
  await questions.getByRole('button', { name: 'Add a question' }).click()
  const dialog = author.getByRole('dialog')
  await dialog.getByText('One of many').click()
  await dialog.getByRole('textbox', { name: 'What is asked' }).click()
  await author.keyboard.type('Which ties both faces?')
  for (const [at, words] of ['a through', 'hearting'].entries()) {
    await dialog.getByRole('textbox', { name: `Choice ${at + 1}`, exact: true }).click()
    await author.keyboard.type(words)
  }
  await expect(dialog).toContainText('Choice 3 is empty.')
  await dialog.getByRole('button', { name: 'Remove choice 3' }).click()
  await dialog.getByRole('textbox', { name: 'Feedback for choice 2' }).click()
  await author.keyboard.type('That fills the middle.')
  await expect(dialog.locator('.question-standing')).toHaveText('Saved')
  await dialog.getByRole('button', { name: 'Add the question' }).click()
  await expect(questions.getByRole('listitem')).toHaveCount(2)
  await author.getByRole('button', { name: 'Publish edition 1' }).click()
  await author.getByRole('dialog').getByRole('button', { name: 'Publish edition 1' }).click()
  await expect(author.getByRole('button', { name: 'Nothing new to publish' })).toBeVisible()

  const student = await fixture.open('student', '/read/course/ex')
  await expect(student.getByRole('main')).toContainText('2 questions, 2 points.')
  await student.getByRole('button', { name: 'Begin' }).click()
  expect(await student.content()).not.toMatch(/That fills the middle|Length times 1\.6|One metre is 1\.6/)
  const first = student.getByRole('region', { name: 'Question 1' })
  const metres = Number(/for (\d) metres/.exec((await first.textContent()) ?? '')?.[1])
  await first.getByRole('button', { name: 'Hint' }).click()
  await expect(first.locator('.hint')).toContainText('One metre is 1.6 tonnes.')
  await first.getByLabel(/Your answer in t/).fill('1e999')
  await first.getByRole('button', { name: 'Check' }).click()
  await expect(first.getByRole('status')).toContainText('not a number that can be read')
  await first.getByLabel(/Your answer in t/).fill(`${metres * 1600} kg`)
  await first.getByRole('button', { name: 'Check' }).click()
  await expect(first.getByRole('status')).toContainText(/Right\..*kg is/)
  const second = student.getByRole('region', { name: 'Question 2' })
  await second.getByLabel('hearting').check()
  await second.getByRole('button', { name: 'Check' }).click()
  await expect(second.getByRole('status')).toContainText('Not right.')
  await expect(second.getByRole('status')).toContainText('That fills the middle.')
  await expect(student.getByText('Everything is answered.')).toBeVisible()
  await student.getByRole('button', { name: 'Finish' }).click()
  await expect(student.getByText('1 of 2 points.')).toBeVisible()
  await expect(student.locator('.lesson li', { hasText: 'How many tonnes?' })).toContainText('done')
  // The same without script; then there is no third attempt.
  const bare = await fixture.open('student', '/read/course/ex', { javaScriptEnabled: false })
  await bare.getByRole('button', { name: 'Try again' }).click()
  // What is open is asked about, and nothing is over before the answer.
  await bare.getByRole('button', { name: 'Finish' }).click()
  await expect(bare.getByText('2 questions are not answered yet.')).toBeVisible()
  await expect(bare.getByText('Unanswered questions get no points')).toBeVisible()
  await bare.getByRole('link', { name: 'Go to the unanswered questions' }).click()
  await bare.getByRole('region', { name: 'Question 2' }).getByLabel('a through').check()
  await bare.getByRole('region', { name: 'Question 2' }).getByRole('button', { name: 'Check' }).click()
  await expect(bare.getByRole('region', { name: 'Question 2' }).getByRole('status')).toContainText('Right.')
  // With script the question is asked in the page: what is typed in another field stays.
  await student.goto('/read/course/ex')
  await student
    .getByRole('region', { name: 'Question 1' })
    .getByLabel(/Your answer in t/)
    .fill('12')
  await student.getByRole('button', { name: 'Finish' }).click()
  await expect(student.getByRole('link', { name: 'Go to the unanswered questions' })).toBeFocused()
  await expect(student.getByRole('region', { name: 'Question 1' }).getByLabel(/Your answer in t/)).toHaveValue('12')
  await bare.getByRole('button', { name: 'Finish' }).click()
  await bare.getByRole('button', { name: 'Finish anyway' }).click()
  await expect(bare.getByText('You have had your 2 attempts.')).toBeVisible()
})

test('a question of the bank stands in a page, other numbers for each reader; a question without an answer is not published', async ({
  fixture,
}) => {
  const address = await fixture.addPage('page', '<h1>Walls</h1><p>Text.</p>')
  const content = {
    prompt: {
      type: 'passage',
      content: [
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'Twice ' },
            { type: 'value', attrs: { formula: 'n', decimals: null } },
            { type: 'text', text: '?' },
          ],
        },
      ],
    },
    variables: [{ from: 'range', name: 'n', least: 1, most: 9000, step: 1 }],
    conditions: [],
    answer: {
      sort: 'number',
      value: 'n * 2',
      tolerance: { sort: 'absolute', amount: 0 },
      unit: '',
      whenRight: { type: 'passage', content: [{ type: 'paragraph' }] },
      whenWrong: { type: 'passage', content: [{ type: 'paragraph' }] },
    },
    hints: [],
    solution: { type: 'passage', content: [{ type: 'paragraph' }] },
  }
  await withClient(fixture.url, async (client) => {
    await client.query(
      `insert into questions (id, course_id, title, kind, content, words, created_by, updated_by)
        values ('good', 'course', 'Twice', 'number', $1, 'Twice', 'author', 'author'),
        ('bad', 'course', 'Nothing right', 'number', $2, 'x', 'author', 'author')`,
      [JSON.stringify(content), JSON.stringify({ ...content, answer: { ...content.answer, value: '' } })],
    )
  })
  const author = await fixture.open('author', address)
  const insertQuestion = async (): Promise<void> => {
    await sheet(author).getByText('Text.').click()
    await author.keyboard.press('End')
    await author.keyboard.press('Enter')
    await author.keyboard.type('/')
    await expect(author.getByRole('combobox')).toBeFocused()
    await author.keyboard.type('bank')
    await author.keyboard.press('Enter')
  }
  await insertQuestion()
  await author.getByRole('button', { name: 'Choose or make the question' }).click()
  await author
    .getByRole('dialog')
    .getByRole('button', { name: /Nothing right/ })
    .click()
  await expect(sheet(author).locator('.bank-question')).toContainText('Nothing right')
  await kept(author)
  await author.getByRole('button', { name: 'Publish edition 1' }).click()
  await author.getByRole('dialog').getByRole('button', { name: 'Publish edition 1' }).click()
  await expect(author.getByRole('dialog').getByRole('alert')).toContainText(
    '“Nothing right” can’t be used yet. The right answer is still to be given.',
  )
  await author.keyboard.press('Escape')
  await sheet(author).locator('.bank-question').click()
  await author.getByRole('button', { name: 'Delete the question of the bank' }).click()
  await insertQuestion()
  await author.getByRole('button', { name: 'Choose or make the question' }).click()
  await author
    .getByRole('dialog')
    .getByRole('button', { name: /^Twice/ })
    .click()
  await kept(author)
  await author.getByRole('button', { name: 'Publish edition 1' }).click()
  await author.getByRole('dialog').getByRole('button', { name: 'Publish edition 1' }).click()
  await expect(author.getByRole('dialog')).toHaveCount(0)
  const numbers: string[] = []
  for (const person of ['student', 'coauthor'] as const) {
    const page = await fixture.open(person, '/read/course/page')
    const question = page.getByRole('region', { name: 'Question' })
    const n = /Twice ([\d,]+)\?/.exec((await question.textContent()) ?? '')![1]!.replace(',', '')
    numbers.push(n)
    await question.getByLabel('Your answer').fill(String(Number(n) * 2))
    await page.keyboard.press('Enter')
    await expect(question.getByRole('status')).toContainText('Right.')
    await page.reload()
    await expect(question).toContainText('Right.')
  }
  expect(numbers[0]).not.toBe(numbers[1])
})
