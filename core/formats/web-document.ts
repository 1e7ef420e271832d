import type { Node } from 'prosemirror-model'
import { sayIn } from '../words/say.ts'
import { serialize } from 'parse5'
import { toBase64 } from '../media/base64.ts'
import { rename } from '../kinds/part/kinds.ts'
import { element, everyElement, type HtmlElement } from '../tree/tree.ts'
import { sealedDocumentInFile } from '../sealed/document.ts'
import { type Book, type BookChapter, chaptersOf, numbered, numberedHeading, titleOf } from './book.ts'
import { ebookPage, type EbookPlaces, placeFinder } from './ebook-page.ts'
import { escapeText } from './escape.ts'

export interface WebOptions {
  /** The style, put into the document. */
  readonly style: string
  /** The script that brings pieces to life, put into the document; none for paper. */
  readonly script: string | null
}

/**
 * A page or a book as one HTML document that needs nothing else, from disk as well: complete without script. Pictures
 * are in it, HTML pieces run in sealed frames, players of other hosts are links. Answers to practice questions stand
 * folded beneath.
 */
export function webDocument(book: Book, { style, script }: WebOptions): string {
  const title = titleOf(book.opening)
  const chapters = chaptersOf(book)
  const known = new Set(chapters.map(({ id }) => id))
  const hasPlace = placeFinder(chapters)
  const isForScreen = script !== null
  const pictures = new Map(
    [...book.pictures].map(([item, { bytes, mediaType }]) => [item, `data:${mediaType};base64,${toBase64(bytes)}`]),
  )
  const say = sayIn(book.language)
  const places = (chapterId: string | null): EbookPlaces => ({
    say,
    picture: (item) => pictures.get(item) ?? null,
    chapter: (id, place) =>
      known.has(id) ? `#${encodeURIComponent(placeIn(id, hasPlace(id, place) ? place : ''))}` : null,
    ...(chapterId === null ? {} : { place: (id: string) => placeIn(chapterId, id) }),
    ...(isForScreen ? { run: sealedFrame, hasAnswers: true } : {}),
  })
  const body = (page: Node, chapter: BookChapter | null): string =>
    inOneDocument(ebookPage(page, places(chapter?.id ?? null), chapter?.number ?? ''), isForScreen)
  const contents = listOfContents(book)
  const sections = chapters.map(
    (chapter) =>
      `<section class="chapter page-content" id="${placeIn(chapter.id, '')}" aria-labelledby="${placeIn(chapter.id, 'title')}">\n<h1 id="${placeIn(chapter.id, 'title')}">${numberedHeading(chapter)}</h1>\n${body(chapter.page, chapter)}\n</section>`,
  )
  return `<!doctype html>
<html lang="${escapeText(book.language)}" dir="${book.direction}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escapeText(title)}</title>
${book.authors.length > 0 ? `<meta name="author" content="${escapeText(book.authors.join(', '))}">\n` : ''}<style>${style.replaceAll('</', '<\\/')}</style>
</head>
<body>
<main>
<section class="opening page-content" aria-labelledby="_title">
<h1 id="_title">${escapeText(title)}</h1>${
    chapters.length > 0 && book.authors.length > 0
      ? `
<p class="authors">${escapeText(book.authors.join(', '))}</p>`
      : ''
  }
${body(book.opening, null)}
</section>
${chapters.length > 0 ? `<nav class="page-content contents" aria-labelledby="_contents">\n<h2 id="_contents">${escapeText(say('pieces.contents'))}</h2>\n<ol>\n${contents.join('\n')}\n</ol>\n</nav>\n` : ''}${sections.join('\n')}
</main>
${script === null ? '' : `<script type="module">${script.replaceAll('</', '<\\/')}</script>\n`}</body>
</html>
`
}

/** The contents, with the parts as lists of their chapters. */
function listOfContents(book: Book): string[] {
  return book.parts.map((part) => {
    const lines = part.chapters
      .map((chapter) => `<li><a href="#${placeIn(chapter.id, '')}">${escapeText(numbered(chapter))}</a></li>`)
      .join('\n')
    return part.title === null ? lines : `<li>${escapeText(part.title)}\n<ol>\n${lines}\n</ol></li>`
  })
}

/** Names of places stay apart from chapter to chapter. */
const placeIn = (chapterId: string, place: string): string => `c-${chapterId}${place && `-${place}`}`

function inOneDocument(nodes: ReturnType<typeof ebookPage>, isForScreen: boolean): string {
  if (!isForScreen) for (const node of everyElement(nodes)) forPaper(node)
  const holder = element('div', {}, nodes)
  return serialize(holder)
}

/**
 * On paper nothing folds. PDF 1.4 has no structure type for stress (ISO 32000-1, 14.8.4), so it is shown, not named.
 */
function forPaper(node: HtmlElement): void {
  if (node.tagName === 'details') node.attrs.push({ name: 'open', value: '' })
  const shown = { strong: 'b', em: 'i' }[node.tagName]
  if (shown) rename(node, shown)
}

/** An HTML piece with nothing but itself: no way out of the frame, no way to the network. */
function sealedFrame(piece: Node): HtmlElement {
  const { title, height, code } = piece.attrs as { title: string; height: number; code: string }
  return element('iframe', {
    class: 'html-piece',
    sandbox: 'allow-scripts',
    title: title || 'A piece without a title',
    height,
    srcdoc: sealedDocumentInFile(code),
  })
}

/** Base64 (RFC 4648, section 4), in pieces that a call can take. */
