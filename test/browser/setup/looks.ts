import type { Page } from '@playwright/test'
import { violations, WITH_PRACTICE } from './axe.ts'
import { expect } from './fixture.ts'
import { failures } from './second-engine.ts'

/** How wide and in which colours what stands on a screen is looked at. */
const LOOKS = [
  { name: '1280 wide, light', width: 1280, height: 800, colorScheme: 'light', forcedColors: 'none' },
  { name: '1024 wide, forced colours', width: 1024, height: 700, colorScheme: 'light', forcedColors: 'active' },
  { name: '390 wide, dark', width: 390, height: 780, colorScheme: 'dark', forcedColors: 'none' },
  { name: '320 wide, light', width: 320, height: 640, colorScheme: 'light', forcedColors: 'none' },
] as const
type Look = (typeof LOOKS)[number]

/** Shows what stands on the screen in this look, without opening it anew. */
async function lookAs(page: Page, { width, height, colorScheme, forcedColors }: Look): Promise<void> {
  await page.emulateMedia({ colorScheme, forcedColors, reducedMotion: 'reduce' })
  await page.setViewportSize({ width, height })
  await page.waitForTimeout(250)
}

/**
 * What axe-core finds in a look, good practice included. Of forced colours it reads the ground as forced and the words
 * as written: their contrast is the system's. An open menu stands at the end of the document, outside its landmarks: it
 * is named by its button and holds the focus while it is open, so nobody looks for it by landmarks.
 */
async function violationsIn(page: Page, look: Look, within: string | null): Promise<string[]> {
  const found = await violations(page, WITH_PRACTICE, within)
  return found
    .filter((line) => look.forcedColors === 'none' || !line.startsWith('color-contrast'))
    .filter((line) => !line.startsWith('region: <ul class="ant-dropdown-menu'))
}

/** Whether something has to be scrolled sideways to be read: the page, or a dialog on it. */
const scrollsSideways = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [document.documentElement, ...document.querySelectorAll('[role="dialog"], [role="menu"]')]
      .filter((each) => each.scrollWidth > each.clientWidth + 1 && getComputedStyle(each).overflowX !== 'visible')
      .map(
        (each) => `${each.tagName} ${each.getAttribute('aria-label') ?? ''} ${each.scrollWidth} > ${each.clientWidth}`,
      ),
  )

/**
 * Looks at what is open now; what stands in the side desk is brought over the work where there is no room for both.
 * With `within` axe-core looks at that alone, where the rest of the screen has been looked at before.
 */
export async function lookAt(page: Page, name: string, isInDesk = false, within: string | null = null): Promise<void> {
  const desk = page.getByRole('button', { name: 'Side desk', expanded: false })
  for (const look of LOOKS) {
    await lookAs(page, look)
    if (isInDesk && (await desk.isVisible())) await desk.click()
    expect.soft(await violationsIn(page, look, within), `${name}, ${look.name}`).toEqual([])
    expect.soft(await scrollsSideways(page), `${name}, ${look.name}`).toEqual([])
  }
  await lookAs(page, LOOKS[0])
  expect.soft(await failures(page), name).toEqual([])
}

/** What the browser says in its console, from now on. */
export function listen(page: Page): string[] {
  const said: string[] = []
  page.on('console', (message) => {
    // axe-core asks sealed frames, which hear nothing from the page.
    if (!message.text().includes("Failed to execute 'postMessage'"))
      said.push(`${page.url()} ${message.type()}: ${message.text()}`)
  })
  return said
}
