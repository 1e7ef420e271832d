import { startApp } from '../test/server/setup/app.ts'
import { longPage } from './html.ts'
import { longestTask } from './long-tasks.ts'
import { type Figure, median } from './measure.ts'
import { addPages, openAs, withBrowser } from './sheet-page.ts'

const ROUNDS = 3
/** A text of 100 pages of 300 words or so. */
const BYTES = 180_000
/** No task of the main thread may take longer, in milliseconds. */
const MOST = 50

/** Pasting a text of 100 pages, against what the browser itself takes for setting the same text. */
export async function benchPasting(url: string): Promise<Figure[]> {
  const html = longPage(BYTES)
  await addPages({ pasting: '<h1>Empty</h1><p>x</p>' })
  const app = await startApp(url, { environment: { LOG_LEVEL: 'silent' } })
  const [bare, pasted]: [number[], number[]] = [[], []]
  for (let round = 0; round < ROUNDS; round++)
    await withBrowser(async (browser) => {
      const page = await openAs(browser, app, url, 'author')
      await page.goto(`${app.address}/courses/course/items/pasting`)
      await page.locator('.ProseMirror p').last().click()
      await page.waitForTimeout(2500)
      bare.push(
        await longestTask(page, () =>
          page.evaluate((words) => {
            const sheet = document.createElement('div')
            sheet.innerHTML = words
            document.querySelector('.ProseMirror')!.parentElement!.append(sheet)
            requestAnimationFrame(() => setTimeout(() => sheet.remove(), 200))
          }, html),
        ),
      )
      pasted.push(
        await longestTask(page, async () => {
          await page.evaluate((words) => {
            const clipboardData = new DataTransfer()
            clipboardData.setData('text/html', words)
            clipboardData.setData('text/plain', 'words')
            document
              .querySelector('.ProseMirror')!
              .dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
          }, html)
          await page.locator('.ProseMirror > p').nth(200).waitFor()
        }),
      )
    })
  await app.stop()
  const [base, mine] = [median(bare), median(pasted)]
  return [
    {
      name: 'The longest task of the main thread while 100 pages are pasted, against the browser’s own for setting them',
      ratio: mine / base,
      goal: `at most ${(MOST / base).toFixed(2)} (${MOST} ms)`,
      isReached: mine <= MOST,
      detail: `${mine.toFixed(0)} ms against ${base.toFixed(0)} ms (median of ${ROUNDS})`,
    },
  ]
}
