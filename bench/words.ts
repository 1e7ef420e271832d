import { createHunspellFromFiles } from 'hunspell-wasm'
import type { Node } from 'prosemirror-model'
import { readPage } from '../core/html/read.ts'
import { findIn, linesOf } from '../core/find/find.ts'
import { wrongAmong } from '../core/spelling/speller.ts'
import { wordsOf } from '../core/spelling/words.ts'
import { startApp } from '../test/server/setup/app.ts'
import { longPage } from './html.ts'
import { longestTask } from './long-tasks.ts'
import { type Figure, inTurn, median, percentile } from './measure.ts'
import { addPages, openAs, withBrowser } from './sheet-page.ts'

/** Some 20,000 words. */
const BYTES = 122_000
/** A key of the find field may take so long, the longest task of the main thread, and a change in the worker, in ms. */
const [MOST_OF_A_KEY, MOST_OF_A_TASK, MOST_OF_A_CHANGE] = [16, 50, 20]

const textblocks = (page: Node): { node: Node; start: number }[] => {
  const found: { node: Node; start: number }[] = []
  page.descendants((node, position) => void (node.isTextblock && found.push({ node, start: position + 1 })))
  return found
}

/** Finding all in 20,000 words at each key, against the language's own search through the same words. */
async function finding(page: Node): Promise<Figure> {
  const lines = linesOf(page)
  const text = lines.map((line) => line.text).join('\n')
  const typed = ['w', 'wa', 'wal', 'wall', 'walls', 'walls t', 'the', 'e']
  const [ours, theirs] = await inTurn(
    25,
    () => typed.forEach((words) => findIn(lines, { words, isCase: false, isWhole: false, isPattern: false })),
    () => typed.forEach((words) => [...text.matchAll(new RegExp(words, 'giu'))]),
  )
  const mine = percentile(ours, 0.95) / typed.length
  return {
    name: 'Finding all in 20,000 words at a key, against the language’s own search',
    ratio: median(ours) / median(theirs),
    goal: `at most ${MOST_OF_A_KEY} ms`,
    isReached: mine <= MOST_OF_A_KEY,
    detail: `${mine.toFixed(1)} ms a key (p95), ${(median(theirs) / typed.length).toFixed(1)} ms its own (median)`,
  }
}

/** What the worker of the dictionaries has to do after one change, against all words for the first time. */
async function spelling(page: Node): Promise<Figure> {
  const dictionary = 'node_modules/dictionary-en-gb/index'
  const speller = await createHunspellFromFiles(`${dictionary}.aff`, `${dictionary}.dic`)
  const blocks = textblocks(page)
  const wordsIn = (some: typeof blocks): string[] =>
    some.flatMap(({ node, start }) => wordsOf(node, start, 'en-GB').map(({ text }) => text))
  const longest = blocks.toSorted((a, b) => b.node.content.size - a.node.content.size).slice(0, 1)
  const [change, all] = await inTurn(
    15,
    () => wrongAmong([speller], wordsIn(longest)),
    () => wrongAmong([speller], wordsIn(blocks)),
  )
  const mine = percentile(change, 0.95)
  return {
    name: 'Spelling after a change in the longest paragraph, against all 20,000 words',
    ratio: median(change) / median(all),
    goal: `at most ${MOST_OF_A_CHANGE} ms`,
    isReached: mine <= MOST_OF_A_CHANGE,
    detail: `${mine.toFixed(1)} ms (p95) against ${median(all).toFixed(0)} ms (median)`,
  }
}

/** The longest task of the main thread while all words of an open page are looked at anew. */
async function spellingOnTheSheet(url: string, html: string): Promise<Figure> {
  await addPages({ spelled: `${html}<p>Hosue.</p>` })
  const app = await startApp(url, { environment: { LOG_LEVEL: 'silent' } })
  const [still, looked] = await withBrowser(async (browser) => {
    const page = await openAs(browser, app, url, 'author')
    await page.goto(`${app.address}/courses/course/items/spelled`)
    const wrong = page.locator('.ProseMirror .misspelled', { hasText: 'Hosue' })
    await wrong.waitFor({ timeout: 60_000 })
    await wrong.click({ button: 'right' })
    const own = page.getByRole('menuitem', { name: /my words/i })
    await own.waitFor()
    const nothing = await longestTask(page, () => page.waitForTimeout(1500))
    const all = await longestTask(page, async () => {
      await own.click()
      await wrong.waitFor({ state: 'detached', timeout: 60_000 })
    })
    return [nothing, all] as const
  })
  await app.stop()
  return {
    name: 'The longest task of the main thread while 20,000 words are looked at anew, against doing nothing',
    ratio: looked / still,
    goal: `at most ${MOST_OF_A_TASK} ms`,
    isReached: looked <= MOST_OF_A_TASK,
    detail: `${looked.toFixed(0)} ms against ${still.toFixed(0)} ms (tasks below 50 ms are not told)`,
  }
}

/** Finding and spelling in a page of 20,000 words. */
export async function benchWords(url: string): Promise<Figure[]> {
  const html = longPage(BYTES)
  const { page } = readPage(html)
  return [await finding(page), await spelling(page), await spellingOnTheSheet(url, html)]
}
