import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { strToU8, zipSync } from 'fflate'
import { serializeOuter } from 'parse5'
import type { Node } from 'prosemirror-model'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { mapShelfItems } from '../document/shelf-items.ts'
import { plainText } from '../document/plain-text.ts'
import { mathOf } from '../equations/math.ts'
import { readPage } from '../html/read.ts'
import { printSource } from '../source/print.ts'
import { MOST_UNPACKED, pathFrom, readArchive } from './archive.ts'
import type { Book } from './book.ts'
import { type Imported, type ImportResult, keptOf } from './imported.ts'
import { EBOOK_STYLE } from './ebook-style.ts'
import { epubFiles } from './epub.ts'
import { markdownFiles } from './markdown-book.ts'
import { readEpub } from './read-epub.ts'
import { readMarkdown, readMarkdownArchive } from './read-markdown.ts'
import { readWord } from './read-word.ts'
import { zipEpub, zipFiles } from './zip.ts'

const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNoAAAAggCBd81ytgAAAABJRU5ErkJggg==',
  'base64',
)
let ids = 0
const freshId = (): string => `n${ids++}`
const folder = mkdtempSync(join(tmpdir(), 'bring-'))

function imported(result: ImportResult): Imported {
  if (!result.ok) throw new Error(result.reason)
  return result.imported
}
const pagesOf = ({ opening, parts }: Imported): Node[] => [
  opening.page,
  ...parts.flatMap(({ chapters }) => chapters.map(({ page }) => page)),
]
const source = (page: Node): string => printSource(page).html.trim()

/*
 * pandoc (from Debian), a converter of documents that is not ours: it makes the Word files, and reads them beside us.
 */
function wordOf(markdown: string, name: string): Uint8Array {
  writeFileSync(join(folder, `${name}.md`), markdown)
  execFileSync('pandoc', ['-f', 'markdown', join(folder, `${name}.md`), '-o', join(folder, `${name}.docx`)], {
    cwd: folder,
  })
  return new Uint8Array(readFileSync(join(folder, `${name}.docx`)))
}
const pandocReads = (name: string): string =>
  execFileSync('pandoc', ['-f', 'docx', '-t', 'html', '--wrap=none', join(folder, `${name}.docx`)], {
    encoding: 'utf8',
  })

const HANDBOOK = `---
title: A waller's year
---

Before the *first* heading.

# Winter work

Cold **hands**, warm heart. See [the map](https://maps.example/x).

## Tools

- hammer
- bar
    - long
    - short
- line

1. lift
2. place
    1. turn
    2. seat

### Small ones

| Stone   | Weight |
|---------|--------|
| Flag    | 12     |
| Through | 40     |

# Spring work

> Two on one.

Straße, naïve, 石壁, جدار: all words.

## Lambs

Text again.
`

test('a Word document reads as pandoc reads it: same headings, lists, tables, words', async () => {
  const word = wordOf(HANDBOOK, 'handbook')
  const ours = imported(await readWord(word, 'page', 'handbook', freshId)).opening.page
  const theirs = readPage(pandocReads('handbook')).page
  const shape = (page: Node): { headings: string[]; lists: string[]; cells: string[] } => {
    const found = { headings: [] as string[], lists: [] as string[], cells: [] as string[] }
    page.descendants((node, _position, parent) => {
      if (node.type.name === 'heading') found.headings.push(node.textContent)
      if (node.type.name === 'listItem') found.lists.push(`${parent!.type.name} ${node.firstChild!.textContent}`)
      if (node.type.name === 'tableCell' || node.type.name === 'tableHeader')
        found.cells.push(`${node.type.name} ${node.textContent}`)
    })
    return found
  }
  expect(shape(ours)).toEqual(shape(theirs))
  expect(shape(ours).headings).toEqual(['Winter work', 'Tools', 'Small ones', 'Spring work', 'Lambs'])
  const words = (text: string): string[] => text.match(/[\p{L}\p{N}]+/gu) ?? []
  const body = (page: Node): string =>
    plainText(page)
      .split('\n')
      .slice(page.firstChild!.textContent === '' ? 0 : 1)
      .join('\n')
  // pandoc keeps the title in its metadata, not in the text.
  expect(words(body(ours))).toEqual(words(plainText(theirs)))
})

test('a Word document becomes a book with a chapter for each main heading', async () => {
  const book = imported(await readWord(wordOf(HANDBOOK, 'book'), 'book', 'book', freshId))
  expect(pagesOf(book).map((page) => page.firstChild!.textContent)).toEqual([
    'A waller’s year',
    'Winter work',
    'Spring work',
  ])
  expect(source(book.opening.page)).toBe('<h1>A waller’s year</h1>\n<p>Before the <em>first</em> heading.</p>')
  expect(source(book.parts[0]!.chapters[0]!.page)).toContain('<h2>Tools</h2>')
  expect(source(book.parts[0]!.chapters[0]!.page)).toContain('<h3>Small ones</h3>')
  expect(keptOf(book)).toMatchObject({ chapters: 2, headings: 5, lists: 4, tables: 1 })
  expect(book.notes).toEqual([])
})

test('footnotes of Word stand where they belong, in whichever chapter', async () => {
  const book = imported(
    await readWord(
      wordOf(
        '# One\n\nA[^a] and b[^b].\n\n# Two\n\nC[^c].\n\n[^a]: First.\n[^b]: Second.\n[^c]: Third, with *stress*.\n',
        'notes',
      ),
      'book',
      'notes',
      freshId,
    ),
  )
  const [one, two] = book.parts[0]!.chapters.map(({ page }) => source(page))
  expect(one).toContain(
    '<p>A<span role="doc-footnote">First.</span> and b<span role="doc-footnote">Second.</span>.</p>',
  )
  expect(book.notes).toEqual([])
  expect(two).toContain('<p>C<span role="doc-footnote">Third, with <em>stress</em>.</span>.</p>')
})

/** A Word document written by hand (ECMA-376, part 1), for what no converter makes. */
function word(body: string, more: Record<string, string | Uint8Array> = {}): Uint8Array {
  const relations = Object.keys(more)
    .filter((path) => path.startsWith('word/media/'))
    .map(
      (path, at) =>
        `<Relationship Id="p${at}" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/image" Target="${path.slice(5)}"/>`,
    )
  return zipFiles({
    '[Content_Types].xml':
      '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Default Extension="png" ContentType="image/png"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
    '_rels/.rels':
      '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
    'word/_rels/document.xml.rels': `<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">${relations.join('')}</Relationships>`,
    'word/document.xml': `<?xml version="1.0"?><w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships" xmlns:m="http://schemas.openxmlformats.org/officeDocument/2006/math" xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main" xmlns:wp="http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing" xmlns:pic="http://schemas.openxmlformats.org/drawingml/2006/picture"><w:body>${body}</w:body></w:document>`,
    ...more,
  })
}
const run = (text: string): string => `<w:r><w:t xml:space="preserve">${text}</w:t></w:r>`
const drawing = (relation: string, alt: string): string =>
  `<w:p><w:r><w:drawing><wp:inline><wp:docPr id="1" name="x" descr="${alt}"/><a:graphic><a:graphicData><pic:pic><pic:blipFill><a:blip r:embed="${relation}"/></pic:blipFill></pic:pic></a:graphicData></a:graphic></wp:inline></w:drawing></w:r></w:p>`

test('what a page can’t hold of a Word document is counted in words', async () => {
  const made = word(
    `<w:p><w:pPr><w:pStyle w:val="Odd"/></w:pPr>${run('Saved.')}</w:p><w:p><m:oMath></m:oMath><w:ins w:id="1">${run('put in')}</w:ins><w:del w:id="2"><w:r><w:delText>struck</w:delText></w:r></w:del></w:p>`,
  )
  const { opening, notes } = imported(await readWord(made, 'page', 'Hand-made', freshId))
  expect(plainText(opening.page)).toBe('Hand-made\nSaved.\nput in')
  expect(notes.map(({ message }) => message)).toEqual(
    expect.arrayContaining([
      'Formulas that could not be read were left out.',
      'Words that a tracked change had put in were kept as if accepted.',
      'Words that a tracked change had struck out were left out.',
    ]),
  )
})

test('formulas of a Word document, as pandoc writes them, say what pandoc was given', async () => {
  const formulas = [
    'E = mc^2',
    '\\frac{a+b}{c}',
    '\\sqrt[3]{x_1^2 + y}',
    '\\sum_{i=1}^{n} i^2',
    '\\int_0^1 f(x)\\,dx',
    '\\left( \\frac{1}{2} \\right)',
    '\\alpha \\leq \\beta',
    '\\begin{matrix} a & b \\\\ c & d \\end{matrix}',
    '\\vec{v} + \\hat{x}',
    '\\sin x + \\log y',
    'x \\text{ if } y > 0',
  ]
  const markdown = formulas.map((tex) => `Words $${tex}$ and more.`).join('\n\n')
  const file = wordOf(`${markdown}\n\n$$a^2 + b^2 = c^2$$\n`, 'formulas')
  const { opening, notes } = imported(await readWord(file, 'page', 'formulas', freshId))
  const found: string[] = []
  let displayed = ''
  opening.page.descendants((node) => {
    if (node.type.name === 'equation') found.push(String(node.attrs.tex))
    if (node.type.name === 'displayEquation') displayed = String(node.attrs.tex)
  })
  // What is seen of a formula: its signs, without the invisible ones and the spaces.
  const signs = (tex: string): string => {
    const set = mathOf(tex, false)
    if (!('math' in set)) throw new Error(`“${tex}” can’t be set.`)
    const annotation = /<annotation[^]*?<\/annotation>/g
    return serializeOuter(set.math)
      .replace(annotation, '')
      .replace(/<[^>]*>/g, '')
      .replace(/&nbsp;|&#?\w+;|[\s\u2061-\u2064\u200b\u2009\u200a\u2005\u00a0]/g, (sign) =>
        /^&(lt|gt|amp);/.test(sign) ? sign : '',
      )
  }
  expect(found.map(signs)).toEqual(formulas.map(signs))
  expect(signs(displayed)).toBe(signs('a^2 + b^2 = c^2'))
  expect(notes).toEqual([])
  expect(plainText(opening.page)).toContain('Words E=m')
})

test('pictures of a Word document come along, the same bytes once', async () => {
  const made = word(drawing('p0', 'A wall') + drawing('p1', 'Again'), {
    'word/media/a.png': PIXEL,
    'word/media/b.png': PIXEL,
  })
  const { opening, pictures } = imported(await readWord(made, 'page', 'x', freshId))
  expect(pictures).toHaveLength(1)
  expect(source(opening.page).match(new RegExp(`/files/${pictures[0]!.id}/`, 'g'))).toHaveLength(2)
  expect(source(opening.page)).toContain('alt="Again"')
})

test('a Word file with 10,000 pictures gives the most that are taken, and says how many were not', async () => {
  const count = 10_000
  const media = Object.fromEntries(
    Array.from({ length: count }, (_, at) => [`word/media/${at}.png`, Buffer.concat([PIXEL, Buffer.from(String(at))])]),
  )
  const { pictures, notes, opening } = imported(
    await readWord(
      word(Array.from({ length: count }, (_, at) => drawing(`p${at}`, `Stone ${at}`)).join(''), media),
      'page',
      'x',
      freshId,
    ),
  )
  expect(pictures).toHaveLength(1000)
  expect(notes.find(({ message }) => message.startsWith('At most 1,000'))?.count).toBe(9000)
  expect(opening.page.textContent).toContain('Stone 9999')
}, 60_000)

/** A ZIP that says its one file has this size (APPNOTE, 4.3.7 and 4.3.12: local and central headers). */
function saying(zip: Uint8Array, size: number): Uint8Array {
  const view = new DataView(zip.buffer)
  for (let at = 0; at + 4 <= zip.length; at++) {
    const signature = view.getUint32(at, true)
    if (signature === 0x04034b50) view.setUint32(at + 22, size, true)
    else if (signature === 0x02014b50) view.setUint32(at + 24, size, true)
  }
  return zip
}

test('damaged and hostile files are refused with a sentence', async () => {
  const whole = wordOf('# A\n\ntext', 'whole')
  for (const bytes of [whole.slice(0, whole.length / 2), whole.slice(0, 10), new Uint8Array()])
    expect(await readWord(bytes, 'page', 'x', freshId)).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/damaged|nothing/) as unknown,
    })
  expect(await readWord(zipFiles({ 'a.txt': 'x' }), 'page', 'x', freshId)).toMatchObject({
    ok: false,
    reason: expect.stringContaining('no Word document') as unknown,
  })
  expect(await readWord(word('<w:p><unclosed'), 'page', 'x', freshId)).toMatchObject({ ok: false })
  // A bomb: it says that it is larger than anything that is read, and is refused before anything is unpacked.
  expect(readArchive(saying(zipFiles({ 'word/document.xml': 'x' }), MOST_UNPACKED + 1))).toMatchObject({
    ok: false,
    reason: expect.stringContaining('Unpacked') as unknown,
  })
  // A liar: it says that it is small. It gets no more memory than it says.
  const read = readArchive(saying(zipSync({ 'word/document.xml': [new Uint8Array(5_000_000), { level: 9 }] }), 1))
  if (read.ok) expect(read.files.get('word/document.xml')!.length).toBeLessThanOrEqual(1)
  for (const name of ['../../etc/passwd', '/etc/passwd', 'C:\\x', 'a/../../b', '..\\up'])
    expect(readArchive(zipSync({ [name]: strToU8('x') })), name).toMatchObject({
      ok: false,
      reason: expect.stringContaining('leads out of it') as unknown,
    })
})

test('paths in an archive lead to what is in it', () => {
  expect(pathFrom('book/text/a.xhtml', '../pictures/p%20q.png?x#y')).toBe('book/pictures/p q.png')
  expect(pathFrom('book/a.xhtml', '/top.png')).toBe('top.png')
  for (const out of ['../../x', 'https://a.example/x', '//a.example/x', 'file:///etc/passwd', 'data:text/html,x'])
    expect(pathFrom('book/a.xhtml', out), out).toBe(null)
})

const book = (
  parts: Book['parts'],
  opening = readPage('<h1>A “book” &amp; more</h1><p>Opening, see <a href="c0#there">there</a>.</p>').page,
): Book => ({
  identifier: 'urn:x',
  language: 'en',
  direction: 'ltr',
  authors: ['A'],
  modified: '2026-11-25T21:00:00Z',
  opening,
  parts,
  pictures: new Map(
    ['a', 'wall-1'].map((item, at) => [
      item,
      { bytes: Buffer.concat([PIXEL, Buffer.from([at])]), mediaType: 'image/png', ending: 'png' },
    ]),
  ),
})

test('a book comes back from its Markdown files as it was: parts, order, links, pictures', () => {
  const pages = fc.sample(anyPage, { seed: 7, numRuns: 24 })
  const chapters = pages.map((page, at) => ({ id: `c${at}`, number: String(at + 1), page }))
  const back = imported(
    readMarkdownArchive(
      zipFiles(
        markdownFiles(
          book([
            { title: 'Stone & *ground*', chapters: chapters.slice(0, 10) },
            { title: null, chapters: chapters.slice(10, 12) },
            { title: 'Building', chapters: chapters.slice(12) },
          ]),
        ),
      ),
      'book',
      'x',
      freshId,
    ),
  )
  expect(back.parts.map(({ title, chapters: inside }) => [title, inside.length])).toEqual([
    ['Stone & *ground*', 10],
    [null, 2],
    ['Building', 12],
  ])
  const first = back.parts[0]!.chapters[0]!.id
  expect(source(back.opening.page)).toContain(`<a href="${first}#there">there</a>`)
  // Pictures have the ids of this course now, links those of the new chapters; everything else is as it was.
  const plain = (page: Node): unknown => mapShelfItems(page, () => ({ item: 'same', width: 1, height: 1 })).toJSON()
  pagesOf(back)
    .slice(1)
    .forEach((page, at) => {
      const before = pages[at]!
      if (before.firstChild!.textContent !== '') expect(plain(page), `chapter ${at}`).toEqual(plain(before))
    })
})

test('a single page goes out as one file and comes back', () => {
  const page = readPage(
    '<h1>Walls</h1><p>One <b>on</b> two.</p><div data-piece="tabs"><section><h2>A</h2><p>a</p></section></div>',
  ).page
  const files = markdownFiles(book([], page))
  expect(Object.keys(files)).toEqual(['Walls.md'])
  expect(imported(readMarkdown(String(files['Walls.md']), 'page', 'x', freshId)).opening.page.toJSON()).toEqual(
    page.toJSON(),
  )
  expect(
    imported(readMarkdown('# Year\n\n## Spring\n\na\n\n## Autumn\n\nb', 'book', 'x', freshId)).parts[0]!.chapters,
  ).toHaveLength(2)
  expect(imported(readMarkdown('just words', 'book', 'My notes', freshId)).opening.page.textContent).toBe(
    'My notesjust words',
  )
})

test('a book comes back from its EPUB: titles, parts, sections, pictures, without the numbers that come by themselves', () => {
  const one = readPage(
    '<h1>What a wall is</h1><p>See <a href="c1#deep">there</a>.</p><h2>The parts</h2><ul><li>face</li></ul><figure data-piece="picture"><img src="/files/a/480" width="9" height="9" alt="A wall"><figcaption>in snow</figcaption></figure>',
  ).page
  const two = readPage('<h1>Choosing stone</h1><h2 id="deep">By hand</h2><table><tr><th>a<td>1</table>').page
  const back = imported(
    readEpub(
      zipEpub(
        epubFiles(
          book([
            { title: 'Stone', chapters: [{ id: 'c0', number: '1', page: one }] },
            { title: null, chapters: [{ id: 'c1', number: '2', page: two }] },
          ]),
          EBOOK_STYLE,
        ),
      ),
      'x',
      freshId,
    ),
  )
  expect(back.parts.map(({ title }) => title)).toEqual(['Stone', null])
  expect(pagesOf(back).map((page) => page.firstChild!.textContent)).toEqual([
    'A “book” & more',
    'What a wall is',
    'Choosing stone',
  ])
  const html = source(back.parts[0]!.chapters[0]!.page)
  expect(html).toMatch(/<h2[^>]*>The parts<\/h2>/)
  expect(html).toContain(`<a href="${back.parts[1]!.chapters[0]!.id}#deep">there</a>`)
  expect(html).toMatch(/alt="A wall"/)
  expect(html).toContain('in snow')
  expect(back.pictures).toHaveLength(1)
  expect(source(back.parts[1]!.chapters[0]!.page)).toContain('<th scope="row">a</th>')
})

test('an EPUB of another maker reads', () => {
  // pandoc's EPUB of the same text.
  writeFileSync(join(folder, 'e.md'), HANDBOOK)
  execFileSync('pandoc', ['-f', 'markdown', join(folder, 'e.md'), '-o', join(folder, 'e.epub')])
  const back = imported(readEpub(new Uint8Array(readFileSync(join(folder, 'e.epub'))), 'e', freshId))
  const all = pagesOf(back)
    .map((page) => plainText(page))
    .join('\n')
  for (const words of ['Before the first heading.', 'hammer', 'Through', 'Two on one.', 'Text again.', '石壁'])
    expect(all).toContain(words)
  expect(pagesOf(back).map((page) => page.firstChild!.textContent)).toEqual(
    expect.arrayContaining(['Winter work', 'Spring work']),
  )
})

test('an EPUB without an opening keeps its first chapter; parts come from its contents', () => {
  const text = (title: string, body: string): string =>
    `<html xmlns="http://www.w3.org/1999/xhtml"><body><h1>${title}</h1><p>${body}</p></body></html>`
  const files = {
    mimetype: 'application/epub+zip',
    'META-INF/container.xml':
      '<container xmlns="urn:oasis:names:tc:opendocument:xmlns:container"><rootfiles><rootfile full-path="OPS/p.opf"/></rootfiles></container>',
    'OPS/p.opf':
      '<package xmlns="http://www.idpf.org/2007/opf"><metadata xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title>The book</dc:title></metadata><manifest><item id="n" href="nav.xhtml" media-type="application/xhtml+xml" properties="nav"/><item id="a" href="t/a.xhtml" media-type="application/xhtml+xml"/><item id="b" href="t/b.xhtml" media-type="application/xhtml+xml"/><item id="s" href="s.mp3" media-type="audio/mpeg"/></manifest><spine><itemref idref="a"/><itemref idref="b"/></spine></package>',
    'OPS/nav.xhtml':
      '<html xmlns="http://www.w3.org/1999/xhtml" xmlns:epub="http://www.idpf.org/2007/ops"><body><nav epub:type="toc"><ol><li><span>Part one</span><ol><li><a href="t/a.xhtml">A</a></li></ol></li><li><a href="t/b.xhtml">B</a></li></ol></nav></body></html>',
    'OPS/t/a.xhtml': text('First steps', 'Go on <a href="b.xhtml#x">there</a>.'),
    'OPS/t/b.xhtml': text('Second steps', 'And on.'),
  }
  const back = imported(readEpub(zipFiles(files), 'x', freshId))
  expect(back.opening.page.textContent).toBe('The book')
  expect(back.parts.map(({ title, chapters }) => [title, chapters.map(({ page }) => plainText(page))])).toEqual([
    ['Part one', ['First steps\nGo on there.']],
    [null, ['Second steps\nAnd on.']],
  ])
  expect(source(back.parts[0]!.chapters[0]!.page)).toContain(`href="${back.parts[1]!.chapters[0]!.id}#x"`)
  expect(back.notes).toEqual([
    {
      type: 'left out',
      message: 'Sound and films of an EPUB are not taken yet; the words around them were kept.',
      count: 1,
    },
  ])
})

test('an EPUB with tricks: paths that lead out, entities, script, no package', () => {
  const opf = (items: string, spine: string): string =>
    `<?xml version="1.0"?><package xmlns="http://www.idpf.org/2007/opf" version="3.0"><metadata xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title>T</dc:title></metadata><manifest>${items}</manifest><spine>${spine}</spine></package>`
  const container = (path: string): string =>
    `<?xml version="1.0"?><container xmlns="urn:oasis:names:tc:opendocument:xmlns:container"><rootfiles><rootfile full-path="${path}"/></rootfiles></container>`
  const read = (files: Record<string, string>): ImportResult =>
    readEpub(zipFiles({ mimetype: 'application/epub+zip', ...files }), 'x', freshId)
  expect(read({})).toMatchObject({ ok: false, reason: expect.stringContaining('no EPUB') as unknown })
  expect(read({ 'META-INF/container.xml': container('../../../etc/passwd') })).toMatchObject({ ok: false })
  expect(
    read({
      'META-INF/container.xml': container('p.opf'),
      'p.opf': opf(
        '<item id="a" href="../../../etc/passwd" media-type="application/xhtml+xml"/>',
        '<itemref idref="a"/>',
      ),
    }),
  ).toMatchObject({ ok: false, reason: expect.stringContaining('reading order') as unknown })
  const tricked = imported(
    read({
      'META-INF/container.xml': container('p.opf'),
      'p.opf': opf('<item id="a" href="a.xhtml" media-type="application/xhtml+xml"/>', '<itemref idref="a"/>'),
      'a.xhtml':
        '<?xml version="1.0"?><!DOCTYPE html [<!ENTITY x SYSTEM "file:///etc/passwd"><!ENTITY l "lol"><!ENTITY l2 "&l;&l;&l;&l;">]><html xmlns="http://www.w3.org/1999/xhtml"><body><h1>A</h1><p>words &amp; <script>steal()</script><img src="../../../etc/passwd" alt="up"/><a href="javascript:steal()">press</a></p></body></html>',
    }),
  )
  expect(source(tricked.parts[0]!.chapters[0]!.page)).toBe('<h1>A</h1>\n<p>words &amp; uppress</p>')
})

test('comments in the code of an EPUB and of Markdown files are told, and no words are lost however deep they stand', () => {
  const deep = `${'<div>'.repeat(450)}deep words${'</div>'.repeat(450)}`
  const epub = (body: string): Imported =>
    imported(
      readEpub(
        zipFiles({
          mimetype: 'application/epub+zip',
          'META-INF/container.xml':
            '<?xml version="1.0"?><container xmlns="urn:oasis:names:tc:opendocument:xmlns:container"><rootfiles><rootfile full-path="p.opf"/></rootfiles></container>',
          'p.opf':
            '<?xml version="1.0"?><package xmlns="http://www.idpf.org/2007/opf" version="3.0"><metadata xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title>T</dc:title></metadata><manifest><item id="a" href="a.xhtml" media-type="application/xhtml+xml"/></manifest><spine><itemref idref="a"/></spine></package>',
          'a.xhtml': `<html xmlns="http://www.w3.org/1999/xhtml"><body><h1>A</h1>${body}</body></html>`,
        }),
        'x',
        freshId,
      ),
    )
  const markdown = imported(
    readMarkdownArchive(
      zipFiles({ 'a.md': '# A\n\nWords.\n\n<!-- ask Ines -->\n', 'b.md': '# B\n\nMore.\n' }),
      'book',
      'x',
      freshId,
    ),
  )
  // As XML, and as HTML where it is none.
  for (const { notes } of [markdown, epub('<p>a<!-- ask Ines --></p>'), epub('<p>a<!-- ask Ines --><br></p>')])
    expect(notes).toContainEqual({
      ...{ type: 'left out', count: 1 },
      message: 'The comment “ask Ines” was left out: it is no part of a page.',
    })
  expect(
    pagesOf(epub(deep))
      .map((page) => page.textContent)
      .join(' '),
  ).toContain('deep words')
})
