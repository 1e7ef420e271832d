import type { Page } from '@playwright/test'
import { withClient } from '../server/setup/app.ts'
import { expect, type Fixture, test } from './setup/fixture.ts'
import { violations, WITH_PRACTICE } from './setup/axe.ts'

/*
 * A course in Arabic is whole: the room speaks Arabic, from right to left, with its plural forms and dates, and no word
 * of another language is left in what is read, pressed or told to screen readers.
 */

const PAGE =
  '<h1>أين الشمال؟</h1><h2>ثلاث علامات</h2><p>انظر أولًا.</p><h2>الريح</h2><p>ثم الكتابة.</p><div data-piece="practice"><div data-part="prompt"><p>أين؟</p></div><div data-part="answer" data-right="yes"><p>فوق</p><div data-part="feedback"><p>نعم</p></div></div><div data-part="answer"><p>تحت</p><div data-part="feedback"><p>لا</p></div></div></div>'

async function arabic(fixture: Fixture): Promise<void> {
  await withClient(fixture.url, async (client) => {
    await client.query(`update courses set language = 'ar', direction = 'rtl', title = 'الخرائط' where id = 'course'`)
    await client.query(`update plan_entries set title = 'الوحدة' where id = 'unit'`)
    await client.query(`update plan_entries set title = 'الدرس' where id = 'lesson'`)
    await client.query(`update people set name = 'ليلى' where id in ('student', 'author')`)
  })
}

/** Words in Latin letters that are read, or told to screen readers; keys are called the same everywhere. */
const latinWords = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = []
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT | NodeFilter.SHOW_ELEMENT)
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      if (node instanceof Element) {
        for (const name of ['aria-label', 'title', 'placeholder', 'data-unsent', 'data-words'])
          found.push(node.getAttribute(name) ?? '')
      } else if (!node.parentElement?.closest('script, style, noscript')) found.push(node.textContent ?? '')
    }
    return found
      .map((words) => words.replace(/"\w+":|Ctrl\+[\w.,]+|LaTeX|Enter|Fieldstone|https?:|mailto|#place/g, ''))
      .filter((words) => /[A-Za-z]{2}/.test(words))
  })

test('a page, its search, contents and marks speak Arabic', async ({ fixture }) => {
  await fixture.addPage('north', PAGE, { isPublished: true })
  await fixture.addPage('names', '<h1>الأسماء</h1><p>كلمات.</p>', { isPublished: true })
  await arabic(fixture)
  const page = await fixture.open('student', '/read/course/north')
  expect(await page.locator('html').evaluate((html: HTMLElement) => [html.lang, html.dir])).toEqual(['ar', 'rtl'])
  await expect(page.getByRole('button', { name: 'اجعلها مقروءة' })).toBeVisible()
  await expect(page.locator('.standing')).toHaveText('1 من 2 في هذا الدرس')
  await page.getByRole('button', { name: 'تحقّق' }).click()
  await expect(page.getByText('اختر إجابة أولًا.')).toBeVisible()
  await page.getByRole('button', { name: 'لا', exact: true }).click()
  await expect(page.getByLabel('ما الذي ينقصها؟')).toBeVisible()
  expect(await latinWords(page)).toEqual([])
  expect(await violations(page, WITH_PRACTICE)).toEqual([])
  for (const path of ['/read/course', '/read/course/mine', '/read/course/search?words=كلمات', '/read/course/unit']) {
    await page.goto(path)
    expect(await latinWords(page), path).toEqual([])
    expect(await violations(page, WITH_PRACTICE), path).toEqual([])
  }
})

test('a discussion and an assignment speak Arabic, and so does what is written in them', async ({ fixture }) => {
  await fixture.addPage('talk', '<h1>نقاش</h1><p>ماذا ترى؟</p>', { isPublished: true, kind: 'discussion' })
  await fixture.addPage('task', '<h1>واجب</h1><p>ارسم.</p>', { isPublished: true, kind: 'assignment' })
  await arabic(fixture)
  const page = await fixture.open('student', '/discuss/course/talk')
  expect(await page.locator('html').evaluate((html: HTMLElement) => [html.lang, html.dir])).toEqual(['ar', 'rtl'])
  expect(await latinWords(page)).toEqual([])
  await page.getByRole('textbox', { name: 'مشاركتك' }).click()
  await page.keyboard.type('شمال')
  await page.getByRole('button', { name: 'أرسل', exact: true }).click()
  await expect(page.locator('.post')).toContainText('شمال')
  await expect(page.getByRole('button', { name: 'احذف مشاركتي' })).toBeVisible()
  await page.goto('/assignments/course/task')
  expect(await latinWords(page)).toEqual([])
})

test('the writing field, its tools and its dialogs speak Arabic', async ({ fixture }) => {
  await fixture.addPage('talk', '<h1>نقاش</h1><p>ماذا ترى؟</p>', { isPublished: true, kind: 'discussion' })
  await arabic(fixture)
  const page = await fixture.open('student', '/discuss/course/talk')
  await page.getByRole('textbox', { name: 'مشاركتك' }).click()
  await expect(page.getByRole('toolbar')).toBeVisible()
  await page.keyboard.type('شمال')
  expect(await latinWords(page)).toEqual([])
  await page.getByRole('button', { name: 'رابط' }).click()
  await page.keyboard.type('javascript:alert(1)')
  await page.keyboard.press('Enter')
  await expect(page.getByText('هذا ليس عنوانًا يجوز الربط به.')).toBeVisible()
  expect(await latinWords(page)).toEqual([])
  await page.keyboard.press('Escape')
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'صورة' }).click(),
  ])
  await chooser.setFiles({ name: 'note.png', mimeType: 'image/png', buffer: Buffer.from('words, not a picture') })
  await expect(page.getByText('ملف نصي، وليس صورة', { exact: false })).toBeVisible()
})

test('on a page from right to left a number stands before its unit, and signs beside their titles', async ({
  fixture,
}) => {
  const source =
    '<h1>أوزان</h1><div data-piece="accordion"><div data-piece-part><h3>أولًا</h3><p>نص</p></div><div data-piece-part><h3>ثانيًا</h3><p>نص</p></div></div><table><tr><th>الحجر<th>الوزن<tr><td>رملي<td>24 kg<tr><td>كلس<td>−5 °C</table>'
  const address = await fixture.addPage('weights', source, { isPublished: true })
  await arabic(fixture)
  for (const [person, path] of [
    ['author', address],
    ['student', '/read/course/weights'],
  ] as const) {
    const page = await fixture.open(person, path)
    const cells = page.locator('.page-content td')
    await expect(cells.nth(1)).toContainText('24 kg')
    const seen = await cells.evaluateAll((all) =>
      all.map((cell) => {
        const walker = document.createTreeWalker(cell, NodeFilter.SHOW_TEXT)
        const text = walker.nextNode() as Text
        const left = (at: number): number => {
          const range = document.createRange()
          range.setStart(text, at)
          range.setEnd(text, at + 1)
          return range.getBoundingClientRect().left
        }
        const box = cell.getBoundingClientRect()
        const range = document.createRange()
        range.selectNodeContents(text)
        const words = range.getBoundingClientRect()
        // In the order in which they are read, and nearer to the right edge than to the left.
        return {
          inOrder: left(0) < left(text.length - 1),
          atStart: box.right - words.right <= words.left - box.left + 1,
        }
      }),
    )
    expect(seen.map(({ inOrder }) => inOrder)).toEqual([false, true, false, true])
    expect(seen.every(({ atStart }) => atStart)).toBe(true)
  }
  const page = await fixture.open('author', address)
  const title = page.locator('.accordion .part-title').first()
  // The sign at the start of the title has room for itself.
  expect(await title.evaluate((element) => parseFloat(getComputedStyle(element).paddingInlineStart))).toBeGreaterThan(
    20,
  )
  expect(await title.evaluate((element) => parseFloat(getComputedStyle(element).paddingRight))).toBeGreaterThan(20)
})

/* https://www.w3.org/TR/css-writing-modes-3/#valdef-unicode-bidi-plaintext */
test('what is typed into fields runs as it is written, whatever language the screen speaks', async ({ fixture }) => {
  await arabic(fixture)
  await fixture.addPage('north', PAGE)
  for (const path of ['/courses/course/items/north', '/courses/course/plan', '/courses/course/questions']) {
    const page = await fixture.open('author', path)
    if (path.includes('items')) {
      await page.locator('.ProseMirror p').first().click()
      await page.keyboard.press('Control+k')
      await expect(page.getByRole('dialog').getByRole('combobox')).toBeFocused()
    }
    const fields = page.locator(
      'input:is(:not([type]), [type="text"], [type="search"]):not([dir="ltr"]), textarea:not([dir="ltr"])',
    )
    await expect(fields.first(), path).toBeVisible()
    expect(
      await fields.evaluateAll((all) =>
        all.filter((each) => getComputedStyle(each).unicodeBidi !== 'plaintext').map((each) => each.outerHTML),
      ),
    ).toEqual([])
  }
})

test('sign-in, a new password, account and notices speak what the browser asks for', async ({ fixture }) => {
  await arabic(fixture)
  const page = await fixture.open('student', '/account', { locale: 'ar-EG' })
  expect((await latinWords(page)).filter((words) => !words.includes('@'))).toEqual([])
  expect(await violations(page, WITH_PRACTICE)).toEqual([])
  await page.goto('/notices')
  expect(await latinWords(page)).toEqual([])
  expect(await violations(page, WITH_PRACTICE)).toEqual([])
  await page.context().clearCookies()
  await page.goto('/sign-in')
  expect(await page.locator('html').evaluate((html: HTMLElement) => [html.lang, html.dir])).toEqual(['ar-EG', 'rtl'])
  await page.getByRole('button', { name: 'تسجيل الدخول' }).click()
  await expect(page.getByText('اكتب كلمة المرور.')).toBeVisible()
  expect(await latinWords(page)).toEqual([])
  expect(await violations(page, WITH_PRACTICE)).toEqual([])
  await page.goto('/new-password')
  expect(await latinWords(page)).toEqual([])
})

test('in a course whose language the room does not speak it speaks English, and says which words are which', async ({
  fixture,
}) => {
  await fixture.addPage('walls', '<h1>Mauern</h1><p>Steine.</p>', { isPublished: true })
  await withClient(fixture.url, (client) => client.query(`update courses set language = 'de' where id = 'course'`))
  const page = await fixture.open('student', '/read/course/walls')
  expect(await page.locator('html').evaluate((html: HTMLElement) => [html.lang, html.dir])).toEqual(['en', 'ltr'])
  await expect(page.locator('article')).toHaveAttribute('lang', 'de')
  await expect(page.locator('.done-form')).toHaveAttribute('lang', 'en')
  await expect(page.locator('.lesson bdi').first()).toHaveAttribute('lang', 'de')
})
