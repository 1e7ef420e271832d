import type { Page } from 'playwright-core'
import { startApp } from '../test/server/setup/app.ts'
import { longestTask } from './long-tasks.ts'
import { type Figure, median, percentile } from './measure.ts'
import { addPages, openAs, withBrowser } from './sheet-page.ts'

/** Keys typed into the source of each page, and how long one waits between them, in milliseconds. */
const [KEYS, PAUSE] = [12, 700]
/** From a key to the sheet, p95, in milliseconds; and the longest task of the main thread. */
const [LATEST, LONGEST] = [250, 50]

const table = (number: number): string =>
  `<table><tbody><tr><th scope="col">Stone ${number}</th><th scope="col">Weight</th></tr><tr><td>cell ${number}</td>` +
  `<td>What it weighs is seen when it is lifted, and not before</td></tr></tbody></table><p>Between tables ${number}, in some words.</p>`
const pageOf = (count: number): string =>
  `<h1>Tables</h1>${Array.from({ length: count }, (_, at) => table(at + 1)).join('')}`

/** From each of some keys in a cell of the source until the sheet has it, in milliseconds, measured in the page. */
async function keys(page: Page): Promise<number[]> {
  await page.locator('.cm-content').click()
  await page.keyboard.press('Control+f')
  await page.locator('.cm-search [name=search]').pressSequentially('cell 100<')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await page.keyboard.press('ArrowLeft')
  const times: number[] = []
  for (let at = 0; at < KEYS; at++) {
    const arrived = page.evaluate(
      ([words]) =>
        new Promise<number>((done) => {
          const sheet = document.querySelector('.ProseMirror')!
          let pressed = 0
          window.addEventListener('keydown', () => void (pressed = performance.now()), { once: true, capture: true })
          const watch = new MutationObserver(() => {
            if (pressed === 0 || !sheet.textContent.includes(words!)) return
            watch.disconnect()
            done(performance.now() - pressed)
          })
          watch.observe(sheet, { subtree: true, characterData: true, childList: true })
        }),
      [`${'x'.repeat(at + 1)}cell 100`],
    )
    await page.keyboard.press('x')
    times.push(await arrived)
    await page.waitForTimeout(PAUSE)
  }
  return times
}

/** A key in the source of a page with 360 tables (100 kB), and of one with ten times as many. */
export async function benchSource(url: string): Promise<Figure[]> {
  await addPages({ tables: pageOf(360), 'more-tables': pageOf(3600) })
  const app = await startApp(url, { environment: { LOG_LEVEL: 'silent' } })
  const found: Figure[] = []
  for (const [id, name, most] of [
    ['tables', '360 tables', LATEST],
    ['more-tables', '3,600 tables', 1500],
  ] as const)
    await withBrowser(async (browser) => {
      const page = await openAs(browser, app, url, 'author')
      await page.goto(`${app.address}/courses/course/items/${id}`)
      await page.locator('.ProseMirror p').last().waitFor()
      await page.waitForTimeout(4000)
      await page.getByRole('button', { name: 'Source' }).click()
      await page.locator('.cm-content').waitFor()
      await page.waitForTimeout(3000)
      let times: number[] = []
      const longest = await longestTask(page, async () => void (times = await keys(page)))
      const late = percentile(times, 0.95)
      found.push({
        name: `From a key in the source of ${name} to the sheet, p95, in parts of what it may take`,
        ratio: late / most,
        goal: `at most 1 (${most} ms)`,
        isReached: late <= most,
        detail: `${late.toFixed(0)} ms (median ${median(times).toFixed(0)} ms); the longest task of the main thread ${longest.toFixed(0)} ms, of ${LONGEST}`,
      })
    })
  await app.stop()
  return found
}
