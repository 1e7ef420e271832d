import type { Page } from '@playwright/test'
import { schema } from '../../core/document/schema.ts'
import { writePage } from '../../core/html/write.ts'
import type { NodeJson } from '../../core/kinds/kind.ts'
import { nodeKinds } from '../../core/kinds/registry.ts'
import { expect, test } from './setup/fixture.ts'

/*
 * What holds for every kind of piece as students read it: a new kind is in it by its examples.
 */

const READ = '/read/course/all'

/** Every block of the registry as each of its examples has it, in one page. */
function everyPiece(): string {
  const blocks = Object.values(nodeKinds).flatMap(({ name, examples }): readonly NodeJson[] =>
    schema.nodes[name]!.isInGroup('block') ? examples : [],
  )
  const title = { type: 'title', content: [{ type: 'text', text: 'All' }] }
  return writePage(schema.nodeFromJSON({ type: 'doc', content: [title, ...blocks] }), 'source')
}

/** Words of the page that are not to be seen: neither drawn nor read by whoever sees the page. */
const unseen = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = []
    const words = document.createTreeWalker(document.querySelector('main article')!, NodeFilter.SHOW_TEXT)
    // What is said to screen readers alone, names of drawings, what is pressed where nothing can be, what the script
    // of a slider or carousel puts there: on paper all of its values and slides stand instead.
    const others =
      'script, style, template, title, desc, annotation, noscript, button, option, .visually-hidden, ' +
      '[aria-hidden=true], .part-ways, .slider-live'
    for (let node = words.nextNode(); node; node = words.nextNode()) {
      const holder = node.parentElement!
      if (node.textContent!.trim() === '' || holder.closest(others)) continue
      const range = document.createRange()
      range.selectNodeContents(node)
      const { width, height } = range.getBoundingClientRect()
      const isSeen = holder.checkVisibility({ visibilityProperty: true, opacityProperty: true }) && width * height > 0
      if (!isSeen) found.push(`${holder.closest('[class]')?.className}: ${node.textContent!.trim().slice(0, 60)}`)
    }
    return found
  })

test('on paper, and without script, every word of every piece is to be seen', async ({ fixture }) => {
  await fixture.addPage('all', everyPiece(), { isPublished: true })
  const page = await fixture.open('student', READ)
  // As it is read, something is folded away: else this would see nothing.
  expect((await unseen(page)).length).toBeGreaterThan(5)
  await page.emulateMedia({ media: 'print' })
  expect(await unseen(page)).toEqual([])
  const plain = await fixture.open('student', READ, { javaScriptEnabled: false })
  await plain.emulateMedia({ media: 'print' })
  expect(await unseen(plain)).toEqual([])
  // Natively folded is what a press opens, without any script.
  await plain.emulateMedia({ media: 'screen' })
  const folded = await plain.locator('article details:not([open]) > summary').count()
  for (let at = 0; at < folded; at++)
    await plain.locator('article details:not([open]) > summary:visible').first().click()
  // What stands for an HTML piece on paper is not shown beside the piece itself.
  expect((await unseen(plain)).filter((each) => !each.startsWith('instead: '))).toEqual([])
})

test('the browser’s search opens whatever a piece folds away', async ({ fixture }) => {
  await fixture.addPage('all', everyPiece(), { isPublished: true })
  const page = await fixture.open('student', READ)
  const hidden = await page.locator('article [hidden]').count()
  expect(hidden).toBeGreaterThan(3)
  // Hidden for good is what is no words: signs of a script that has not been asked yet.
  const forGood = await page
    .locator('article [hidden]:not([hidden="until-found"])')
    .evaluateAll((all) =>
      all.filter((each) => each.textContent.trim() !== '').map((each) => each.outerHTML.slice(0, 120)),
    )
  expect(forGood).toEqual([])
  const folded = await page.locator('article [hidden="until-found"]').count()
  expect(folded).toBeGreaterThan(3)
  // One after the other: what opens may close what was open before it.
  const closed = await page.evaluate((count) => {
    const parts = [...document.querySelectorAll('article [hidden="until-found"]')].slice(0, count)
    return parts.flatMap((part) => {
      part.dispatchEvent(new Event('beforematch', { bubbles: true }))
      return part.hasAttribute('hidden') ? [part.outerHTML.slice(0, 120)] : []
    })
  }, folded)
  expect(closed).toEqual([])
})

test('nothing moves for whoever asked for that', async ({ fixture }) => {
  await fixture.addPage('all', everyPiece(), { isPublished: true })
  const moving = (page: Page): Promise<string[]> =>
    page.evaluate(() => {
      const time = (value: string): number => Math.max(...value.split(',').map((each) => parseFloat(each) || 0))
      return [...document.querySelectorAll('main *')].flatMap((each) => {
        const style = getComputedStyle(each)
        const isMoving =
          time(style.transitionDuration) > 0.01 ||
          (style.animationName !== 'none' && time(style.animationDuration) > 0.01)
        return isMoving || style.scrollBehavior === 'smooth' ? [`${each.tagName} ${each.className.toString()}`] : []
      })
    })
  const page = await fixture.open('student', READ, { reducedMotion: 'reduce' })
  expect(await moving(page)).toEqual([])
})
