import { readdirSync, readFileSync } from 'node:fs'
import { parseFragment } from 'parse5'
import { expect, test } from 'vitest'
import { problemOfPage } from '../document/check.ts'
import { cleanHtml } from '../paste/clean.ts'
import { checkSource } from '../source/check/check.ts'
import { readPage } from './read.ts'
import { isElement, type HtmlNode } from '../tree/tree.ts'
import { writePage } from './write.ts'

/*
 * The tree-construction cases of html5lib-tests (as the npm package html5 1.0.5 carries them): the hardest HTML that
 * people who write parsers have collected. Here they are only input: reading never throws and what is written never
 * runs.
 */
const folder = new URL('../../node_modules/html5/test/data/tree-construction/', import.meta.url)
const cases = readdirSync(folder)
  .filter((file) => file.endsWith('.dat'))
  .flatMap((file) =>
    readFileSync(new URL(file, folder), 'utf8')
      .split(/^#data\n/m)
      .slice(1)
      .map((text) => [file, text.split(/\n#errors/)[0]!] as const),
  )

function unsafeIn(nodes: readonly HtmlNode[]): string[] {
  return nodes.flatMap((node) => {
    if (!isElement(node)) return []
    const isSealed =
      node.tagName === 'iframe' &&
      node.attrs.every(({ name, value }) => !name.startsWith('on') && (name !== 'src' || /^https?:/.test(value)))
    return [
      ...(/^(script|svg|iframe|style|object|embed|math)$/.test(node.tagName) && !isSealed ? [node.tagName] : []),
      ...node.attrs
        .filter(({ name, value }) => name.startsWith('on') || /^\s*(javascript|data):/i.test(value))
        .map(({ name }) => name),
      ...unsafeIn(node.childNodes),
    ]
  })
}

test('there are as many cases as the package carries', () => expect(cases.length).toBeGreaterThan(1000))

test('every case is read into a right page that cannot run, by source and by paste, and is checked without throwing', () => {
  for (const [file, html] of cases) {
    const { page } = readPage(html, { positions: true })
    expect(problemOfPage(page), `${file}: ${html}`).toBeNull()
    expect(unsafeIn(parseFragment(writePage(page, 'published')).childNodes), `${file}: ${html}`).toEqual([])
    const again = readPage(writePage(page, 'source')).page
    expect(again.eq(page), `${file}: ${html}`).toBe(true)
    cleanHtml(html)
    checkSource(html)
  }
})
