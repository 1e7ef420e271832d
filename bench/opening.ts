import { readFileSync } from 'node:fs'
import type { Browser, Page } from '@playwright/test'
import { statistics } from '../core/document/statistics.ts'
import { readPage } from '../core/html/read.ts'
import { writePage } from '../core/html/write.ts'
import { proof } from '../core/proof/proof.ts'
import { startApp } from '../test/server/setup/app.ts'
import { longPage } from './html.ts'
import { type Figure, inTurn, median } from './measure.ts'
import { addPages, openAs, withBrowser } from './sheet-page.ts'

const RUNS = 9
const PIECES = 100
const words = (at: number): string =>
  `Words of the passage ${at}, enough of them that it takes two lines on a sheet of the usual width, as passages do.`

/**
 * One hundred pieces in twenty-five nests four deep (box, tabs, accordion, reveal); and the same words as plain
 * headings and paragraphs.
 */
function nests(): { pieces: string; plain: string } {
  const at = Array.from({ length: PIECES / 4 }, (_, nest) => nest)
  const pieces = at.map(
    (nest) =>
      `<div data-piece="box"><p>${words(nest)}</p><div data-piece="tabs"><section><h3>One</h3><div data-piece="accordion"><section><h4>Fold</h4><details open><summary>Why</summary><p>${words(nest + 1)}</p></details></section></div></section><section><h3>Two</h3><p>${words(nest + 2)}</p></section></div></div>`,
  )
  const plain = at.map(
    (nest) =>
      `<p>${words(nest)}</p><h3>One</h3><h4>Fold</h4><p>Why</p><p>${words(nest + 1)}</p><h3>Two</h3><p>${words(nest + 2)}</p>`,
  )
  return { pieces: `<h1>T</h1>${pieces.join('')}`, plain: `<h1>T</h1>${plain.join('')}` }
}

/**
 * Milliseconds from asking for the sheet to its text standing in a frame, and to the main thread being free after that.
 */
async function opened(page: Page, address: string): Promise<number> {
  const start = performance.now()
  await page.goto(address, { waitUntil: 'commit' })
  await page.locator('.ProseMirror p').last().waitFor({ state: 'attached' })
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestIdleCallback(() => done(null)))))
  return performance.now() - start
}

/** How long axe-core takes over the same page, alone in a tab. */
async function axeTime(browser: Browser, html: string): Promise<number> {
  const page = await browser.newPage()
  await page.setContent(`<!doctype html><html lang="en"><title>T</title><main>${html}</main></html>`)
  await page.evaluate(readFileSync('node_modules/axe-core/axe.min.js', 'utf8'))
  const times: number[] = []
  for (let run = -1; run < 3; run++) {
    const time = await page.evaluate(async () => {
      const start = performance.now()
      await (window as unknown as { axe: { run: (options: object) => Promise<unknown> } }).axe.run({
        runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'],
      })
      return performance.now() - start
    })
    if (run >= 0) times.push(time)
  }
  await page.close()
  return median(times)
}

/**
 * A sheet of a hundred pieces opening, against the same words without; and the proof against axe-core, for knowledge.
 */
export async function benchOpening(url: string): Promise<Figure[]> {
  const { pieces, plain } = nests()
  if (statistics(readPage(pieces).page).words !== statistics(readPage(plain).page).words)
    throw new Error('The two pages must hold the same words.')
  await addPages({ 'opening-pieces': pieces, 'opening-plain': plain })
  const app = await startApp(url, { environment: { LOG_LEVEL: 'silent' } })
  return withBrowser(async (browser) => {
    const page = await openAs(browser, app, url, 'author')
    const times: [number[], number[]] = [[], []]
    for (let run = -2; run < RUNS; run++)
      for (const [at, id] of ['opening-pieces', 'opening-plain'].entries()) {
        const time = await opened(page, `${app.address}/courses/course/items/${id}`)
        if (run >= 0) times[at]!.push(time)
      }
    await app.stop()
    const [mine, base] = [median(times[0]), median(times[1])]
    const long = readPage(longPage(32_000)).page
    const html = writePage(long, 'published')
    const [ours] = await inTurn(
      15,
      () => proof(long),
      () => null,
    )
    const axe = await axeTime(browser, html)
    return [
      {
        name: `A sheet of ${PIECES} pieces nested to 4 opens, against the same words without`,
        ratio: mine / base,
        goal: 'at most 2',
        isReached: mine <= 2 * base,
        detail: `${mine.toFixed(0)} ms against ${base.toFixed(0)} ms (median of ${RUNS})`,
      },
      {
        name: 'Proof of a page of 5,000 words, against axe-core in Chromium over its HTML',
        ratio: median(ours) / axe,
        goal: 'reported',
        isReached: true,
        detail: `${median(ours).toFixed(1)} ms against ${axe.toFixed(0)} ms; they look for different things`,
      },
    ]
  })
}
