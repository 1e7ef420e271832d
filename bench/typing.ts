import type { Page } from '@playwright/test'
import { readPage } from '../core/html/read.ts'
import { statistics } from '../core/document/statistics.ts'
import { type RunningApp, startApp } from '../test/server/setup/app.ts'
import { longPage } from './html.ts'
import { type Figure, percentile } from './measure.ts'
import { addPages, openAs, withBrowser } from './sheet-page.ts'

const KEYS = 120
const ROUNDS = 3
/** The long page may take so many times what the empty one takes. */
const MOST_TIMES = 1.2

/** Main-thread milliseconds of each key: from the key event to the end of the frame's work it causes. */
async function keys(page: Page): Promise<number[]> {
  await page.locator('.ProseMirror p').first().click()
  await page.keyboard.press('End')
  await page.evaluate(() => {
    const times: number[] = []
    Object.assign(window, { keyTimes: times })
    window.addEventListener(
      'keydown',
      () => {
        const start = performance.now()
        // After the frame in which the key is shown: a task of its own, when the main thread is free again.
        requestAnimationFrame(() => {
          const frame = performance.now()
          const channel = new MessageChannel()
          channel.port1.onmessage = () =>
            times.push(performance.now() - frame + Number((window as unknown as { keyWork?: number }).keyWork ?? 0))
          channel.port2.postMessage(null)
        })
        // The work of the key itself: until the event has been handled and its microtasks have run.
        setTimeout(() => Object.assign(window, { keyWork: performance.now() - start }), 0)
      },
      true,
    )
  })
  for (let key = 0; key < KEYS; key++) await page.keyboard.type('abcdefgh '[key % 9]!, { delay: 25 })
  await page.waitForTimeout(300)
  return page.evaluate(() => (window as unknown as { keyTimes: number[] }).keyTimes.slice(10))
}

async function measured(app: RunningApp, url: string, path: string): Promise<number[]> {
  return withBrowser(async (browser) => {
    const page = await openAs(browser, app, url, 'author')
    await page.goto(app.address + path)
    await page.locator('.ProseMirror').waitFor()
    await page.waitForTimeout(1500)
    return keys(page)
  })
}

/** The same text, where the browser alone takes the keys. */
async function bare(html: string): Promise<number[]> {
  return withBrowser(async (browser) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.setContent(`<!doctype html><div class="ProseMirror" contenteditable>${html}</div>`)
    await page.waitForTimeout(1500)
    return keys(page)
  })
}

/** So many equations stand in the long page, each at the end of a paragraph. */
const EQUATIONS = 100

/** A long page with equations between its words. */
function pageWithEquations(bytes: number): string {
  let count = 0
  return longPage(bytes).replace(/\.<\/p>/g, (end) =>
    count++ < EQUATIONS ? ` <span data-piece="equation">\\frac{h_${count}}{2}</span>${end}` : end,
  )
}

/** Typing in a page of 20,000 words with 100 equations, spelling and proof on, against an empty page. */
export async function benchTyping(url: string): Promise<Figure[]> {
  const long = pageWithEquations(122_000)
  const { words } = statistics(readPage(long).page)
  await addPages({ 'typing-empty': '<h1>Empty</h1><p>x</p>', 'typing-long': long })
  const app = await startApp(url, { environment: { LOG_LEVEL: 'silent' } })
  const [empty, full, browsers]: [number[], number[], number[]] = [[], [], []]
  // In turn: what warms up by the first must not count for one of them alone.
  for (let round = 0; round < ROUNDS; round++) {
    empty.push(...(await measured(app, url, '/courses/course/items/typing-empty')))
    full.push(...(await measured(app, url, '/courses/course/items/typing-long')))
    browsers.push(...(await bare(long)))
  }
  await app.stop()
  const [base, mine] = [percentile(empty, 0.95), percentile(full, 0.95)]
  const most = Math.max(MOST_TIMES * base, 16)
  return [
    {
      name: `A key in a page of ${words.toLocaleString('en')} words and ${EQUATIONS} equations, p95 of main-thread time, against an empty page`,
      ratio: mine / base,
      goal: `at most ${(most / base).toFixed(2)} (the larger of ${MOST_TIMES} times and 16 ms)`,
      isReached: mine <= most,
      detail: `${mine.toFixed(1)} ms against ${base.toFixed(1)} ms, ${full.length} keys; the same text in a bare contenteditable ${percentile(browsers, 0.95).toFixed(1)} ms`,
    },
  ]
}
