import type { Page } from '@playwright/test'

/** Milliseconds of the longest task of the main thread while something is done and shown. */
export async function longestTask(page: Page, work: () => Promise<unknown>): Promise<number> {
  await page.evaluate(() => {
    const tasks: number[] = []
    Object.assign(window, { tasks })
    new PerformanceObserver((list) => list.getEntries().forEach(({ duration }) => tasks.push(duration))).observe({
      type: 'longtask',
    })
  })
  await work()
  await page.waitForTimeout(1500)
  // Tasks of less than 50 ms are not told: the bound itself stands for them.
  return page.evaluate(() => Math.max(50, ...(window as unknown as { tasks: number[] }).tasks))
}
