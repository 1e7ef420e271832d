import { writePage } from '../../core/html/write.ts'
import { withClient } from '../server/setup/app.ts'
import { cursorAfter, expect, kept, sheet, storedPage, test } from './setup/fixture.ts'

const section = (title: string, words: string): string => `<section><h3>${title}</h3><p>${words}</p></section>`
const THREE = section('Lay', 'One on two.') + section('Pack', 'Heart as you go.') + section('Cope', 'Pin it.')
const IN_TURN = `<h1>In turn</h1>
<div data-piece="tabs" data-in-steps data-along="side" style="border-color: #b0762a">${THREE}</div>
<h2>On the way</h2>
<div data-piece="carousel">${THREE}</div>
<div data-piece="open-question"><div data-part="open-prompt"><p>Why a batter?</p></div><details><p>The faces lean.</p></details></div>
<ul data-piece="self-check"><li><label><input type="checkbox">I can set a line.</label></li><li><label><input type="checkbox">I can heart.</label></li></ul>`

test('tabs as steps and a carousel: forth and back by key, at their ends, by finger, on a phone and without script', async ({
  fixture,
}) => {
  await fixture.addPage('turn', IN_TURN, { isPublished: true })
  const page = await fixture.open('student', '/read/course/turn')
  const tabs = page.locator('.tabs')
  const next = tabs.getByRole('button', { name: 'Next' })
  await expect(tabs.getByRole('tab')).toHaveText(['Lay', 'Pack', 'Cope'])
  await expect(tabs.getByRole('tablist')).toHaveAttribute('aria-orientation', 'vertical')
  await next.focus()
  await page.keyboard.press('Enter')
  await expect(tabs.locator('.part:not([hidden])')).toContainText('Heart as you go.')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  // At the end the button says that it leads no further, and keeps the focus.
  await expect(tabs.getByRole('tab', { name: 'Cope' })).toHaveAttribute('aria-selected', 'true')
  await expect(next).toHaveAttribute('aria-disabled', 'true')
  await expect(next).toBeFocused()
  await tabs.getByRole('tab', { name: 'Cope' }).focus()
  await page.keyboard.press('ArrowDown')
  await expect(tabs.getByRole('tab', { name: 'Lay' })).toBeFocused()
  await page.keyboard.press('ArrowUp')
  await expect(tabs.getByRole('tab', { name: 'Cope' })).toBeFocused()
  await page.setViewportSize({ width: 390, height: 800 })
  await page.keyboard.press('ArrowLeft')
  await expect(tabs.getByRole('tab', { name: 'Pack' })).toBeFocused()

  const carousel = page.getByRole('group', { name: 'On the way' })
  await expect(carousel).toHaveAttribute('aria-roledescription', 'carousel')
  await expect(carousel.getByRole('group')).toHaveCount(1)
  await carousel.getByRole('button', { name: 'Next' }).press('Enter')
  await expect(carousel.getByRole('group', { name: '2 of 3' })).toContainText('Heart as you go.')
  await carousel.locator('.slides').evaluate((track) => {
    const touch = (clientX: number): Touch => new Touch({ identifier: 1, target: track, clientX, clientY: 5 })
    track.dispatchEvent(new TouchEvent('touchstart', { touches: [touch(300)], bubbles: true }))
    track.dispatchEvent(new TouchEvent('touchend', { changedTouches: [touch(120)], bubbles: true }))
  })
  await expect(carousel.getByRole('group', { name: '3 of 3' })).toContainText('Pin it.')

  const plain = await fixture.open('student', '/read/course/turn', { javaScriptEnabled: false })
  for (const words of ['Lay', 'Pack', 'Cope'])
    await expect(plain.getByRole('heading', { name: words })).toHaveText([words, words])
})

test('what students write and tick for themselves is there again, and stays in their browser', async ({ fixture }) => {
  await fixture.addPage('turn', IN_TURN, { isPublished: true })
  const page = await fixture.open('student', '/read/course/turn')
  const sent: string[] = []
  page.on('request', (request) => request.method() !== 'GET' && sent.push(request.url()))
  const answer = page.getByLabel('Your answer')
  await expect(answer).toHaveAccessibleDescription('Only you see it: it is kept in this browser.')
  await expect(page.getByText('The faces lean.')).toBeHidden()
  await answer.fill('So that it leans in.')
  await page.getByText('Model answer').click()
  await expect(page.getByText('The faces lean.')).toBeVisible()
  await page.getByLabel('I can heart.').check()
  await page.reload()
  await expect(answer).toHaveValue('So that it leans in.')
  await expect(page.getByLabel('I can heart.')).toBeChecked()
  await expect(page.getByLabel('I can set a line.')).not.toBeChecked()
  expect(sent).toEqual([])

  await withClient(fixture.url, (client) => client.query("update courses set language = 'ar', direction = 'rtl'"))
  const arabic = await fixture.open('student', '/read/course/turn')
  await expect(arabic.getByLabel('إجابتك')).toBeVisible()
  await expect(arabic.getByRole('group', { name: '1 من 3' })).toContainText('One on two.')
})

test('a self-check list, a pull quotation and an open question are put in by what they are for', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('new', '<h1>New</h1><p>First.</p>'))
  const insert = async (purpose: string): Promise<void> => {
    await page.getByRole('button', { name: 'Insert', exact: true }).click()
    await page.getByRole('combobox', { name: /^Name of a piece/ }).fill(purpose)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await expect(sheet(page)).toBeFocused()
  }
  await cursorAfter(page, 'First.')
  await insert('model answer')
  await page.keyboard.type('Why?')
  await page.locator('.page-editor .model-answer > p').click()
  await page.keyboard.type('Because.')
  await page.keyboard.press('Control+Enter')
  await insert('pull')
  await page.keyboard.type('Large')
  await page.keyboard.press('Control+Enter')
  await insert('self-check')
  await page.keyboard.type('I can.')
  await kept(page)
  const stored = writePage(await storedPage(fixture.url, 'new'), 'source')
  expect(stored).toContain(
    '<div data-piece="open-question"><div data-part="open-prompt"><p>Why?</p></div><details><summary></summary><p>Because.</p></details></div>',
  )
  expect(stored).toContain('<blockquote data-pulled="across"><p>Large</p></blockquote>')
  expect(stored).toMatch(/<ul data-piece="self-check"><li class="task"><label><input/)
})

test('a term is defined in the dialog of words, explained at the word by focus, pointer and finger, and in the glossary', async ({
  fixture,
}) => {
  const page = await fixture.open('author', await fixture.addPage('term', '<h1>Stones</h1><p>A through ties.</p>'))
  await cursorAfter(page, 'A through')
  await page.keyboard.press('Home')
  for (let press = 0; press < 4; press++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Control+Shift+L')
  const field = page.getByLabel('Definition, for the glossary')
  await field.fill('A long stone that ties both faces.')
  await page.getByRole('button', { name: 'Apply' }).click()
  await kept(page)
  expect(writePage(await storedPage(fixture.url, 'term'), 'source')).toContain(
    '<dfn data-definition="A long stone that ties both faces.">through</dfn>',
  )

  const text = '<p>A <dfn data-definition="A long stone.">through</dfn> ties.</p>'
  await fixture.addPage('read', `<h1>Throughs</h1>${text}`, { isPublished: true })
  await fixture.addPage('later', `<h1>Later</h1><p><dfn data-definition="Secret.">hidden</dfn></p>`)
  const reading = await fixture.open('student', '/read/course/read')
  const term = reading.locator('dfn > a')
  const tip = reading.locator('.term-tip')
  await expect(term).toHaveAccessibleDescription(/^A long stone/)
  await term.focus()
  await expect(tip).toHaveText('A long stone.')
  await reading.keyboard.press('Escape')
  await expect(tip).toBeHidden()
  await term.hover()
  await expect(tip).toBeVisible()
  // The pointer may go onto it.
  await tip.hover()
  await expect(tip).toBeVisible()
  await reading.getByRole('heading', { name: 'Throughs' }).click()
  await expect(tip).toBeHidden()
  await reading.getByRole('link', { name: 'All terms of the course' }).click()
  await expect(reading.getByRole('term')).toHaveText(['through'])
  await expect(reading.getByRole('definition')).toContainText('A long stone.')
  await reading.getByRole('main').getByRole('link', { name: 'Throughs' }).click()
  await expect(reading).toHaveURL(/#term-1$/)

  const touched = await fixture.open('student', '/read/course/read', { hasTouch: true })
  await touched.locator('dfn > a').tap()
  await expect(touched.locator('.term-tip')).toBeVisible()
  const plain = await fixture.open('student', '/read/course/read', { javaScriptEnabled: false })
  await plain.locator('dfn > a').click()
  await expect(plain).toHaveURL(/#term-1$/)
  await expect(plain.getByRole('term').last()).toBeInViewport()
})
