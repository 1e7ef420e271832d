import { sayIn } from '../words/say.ts'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { strToU8, zipSync } from 'fflate'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { plainText } from '../document/plain-text.ts'
import { schema } from '../document/schema.ts'
import { readPage } from '../html/read.ts'
import { nodeKinds } from '../kinds/registry.ts'
import { ebookPage } from './ebook-page.ts'
import type { Book } from './book.ts'
import { epubFiles } from './epub.ts'
import { toXhtml } from './xhtml.ts'

/** One grey pixel in PNG. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNoAAAAggCBd81ytgAAAABJRU5ErkJggg==',
  'base64',
)

const book = (parts: Book['parts'], language = 'en-GB', direction: 'ltr' | 'rtl' = 'ltr'): Book => ({
  identifier: 'urn:fieldstone:test:book',
  language,
  direction,
  authors: ['Ines & Tobias <both>'],
  modified: '2026-11-25T21:00:00Z',
  opening: readPage('<h1>A “book” & more</h1><p>Opening.</p>').page,
  parts,
  pictures: new Map(
    ['wall-1', 'wall-2', 'wall-3', 'a'].map((item) => [item, { bytes: PIXEL, mediaType: 'image/png', ending: 'png' }]),
  ),
})

/* EPUBCheck (w3c/epubcheck, from Debian), the conformance checker of the EPUB specifications. */
function epubcheck(made: Book, name: string): string[] {
  const folder = mkdtempSync(join(tmpdir(), 'epub-'))
  const { mimetype, ...others } = epubFiles(made, 'p { margin: 0 }')
  writeFileSync(
    join(folder, `${name}.epub`),
    zipSync({
      mimetype: [strToU8(String(mimetype)), { level: 0 }],
      ...Object.fromEntries(
        Object.entries(others).map(([path, content]) => [
          path,
          typeof content === 'string' ? strToU8(content) : content,
        ]),
      ),
    }),
  )
  const report = join(folder, 'report.json')
  try {
    execFileSync('java', ['-jar', '/usr/bin/epubcheck', join(folder, `${name}.epub`), '--json', report], {
      stdio: 'ignore',
    })
  } catch {
    // What it has found stands in the report.
  }
  const { messages } = JSON.parse(execFileSync('cat', [report], { encoding: 'utf8', maxBuffer: 1 << 26 })) as {
    messages: {
      severity: string
      ID: string
      message: string
      locations: { path: string; context?: string | null }[]
    }[]
  }
  return messages
    .filter(({ severity }) => severity !== 'INFO' && severity !== 'USAGE')
    .map(({ ID, message, locations }) => `${ID} ${message} ${locations[0]?.path ?? ''}`)
}

test('a book of every kind has no error and no warning', () => {
  const chapters = Object.values(nodeKinds).flatMap((kind) =>
    schema.nodes[kind.name]!.isInGroup('block')
      ? kind.examples.map((example, at) => ({
          id: `${kind.name}-${at}`,
          number: '',
          page: schema.nodeFromJSON({
            type: 'doc',
            content: [
              { type: 'title', content: [{ type: 'text', text: kind.label }] },
              { type: 'heading', attrs: { level: 2 }, content: [{ type: 'text', text: 'Section' }] },
              example,
            ],
          }),
        }))
      : [],
  )
  expect(chapters.length).toBeGreaterThan(15)
  expect(
    epubcheck(
      book([
        { title: 'I · All kinds', chapters: chapters.map((chapter, at) => ({ ...chapter, number: String(at + 1) })) },
      ]),
      'kinds',
    ),
  ).toEqual([])
})

test('generated books have no error and no warning, in either direction', () => {
  for (const [seed, language, direction] of [
    [1, 'en', 'ltr'],
    [2, 'ar', 'rtl'],
  ] as const) {
    const chapters = fc
      .sample(anyPage, { seed, numRuns: 40 })
      .map((page, at) => ({ id: `c${at}`, number: String(at + 1), page }))
    expect(epubcheck(book([{ title: null, chapters }], language, direction), `generated-${seed}`)).toEqual([])
  }
})

test('links lead to chapters that are there, sections are numbered, what only runs in a browser is named', () => {
  const { page } = readPage(
    '<h1>C</h1><h2 id="own">One</h2><p><a href="#own">own</a> <a href="#gone">gone</a> <a href="b#x">other</a> <a href="/read/course/b">whole</a> <a href="elsewhere">away</a></p><h2>Two</h2><iframe srcdoc="secret" title="Gauge"></iframe><div data-piece="practice"><div data-part="prompt"><p>?</p></div><div data-part="answer" data-right="yes"><p>yes</p><div data-part="feedback"><p>told</p></div></div></div>',
  )
  const html = toXhtml(
    ebookPage(
      page,
      { say: sayIn('en'), picture: () => null, chapter: (id) => (id === 'b' ? 'chapter-b.xhtml' : null) },
      '3',
    ),
  )
  expect(html).toContain('<span class="number">3.1 </span>One</h2>')
  expect(html).toContain('<span class="number">3.2 </span>Two</h2>')
  expect(html).toContain(
    '<a href="#own">own</a> gone <a href="chapter-b.xhtml">other</a> <a href="chapter-b.xhtml">whole</a> away',
  )
  expect(html).toContain('something runs here: Gauge.')
  expect(html).not.toMatch(/secret|told|<form|<input|<button/)
  expect(plainText(page)).toContain('told')
})
