import { sayIn } from '../words/say.ts'
import { type Book, type BookChapter, chaptersOf, type Files, numbered, numberedHeading, titleOf } from './book.ts'
import { ebookPage, placeFinder } from './ebook-page.ts'
import { escapeText } from './escape.ts'
import { toXhtml } from './xhtml.ts'

const fileOf = (id: string): string => `chapter-${id}.xhtml`
const pictureFile = (item: string, ending: string): string => `pictures/${item}.${ending}`

/**
 * A book as the files of an EPUB publication (EPUB 3.3, W3C Recommendation): package document, navigation document, a
 * content document a chapter. To be put into a container with `mimetype` first and uncompressed (OCF ZIP container).
 */
export function epubFiles(book: Book, style: string): Files {
  const chapters = chaptersOf(book)
  const known = new Set(chapters.map(({ id }) => id))
  const picture = (item: string): string | null => {
    const found = book.pictures.get(item)
    return found ? pictureFile(item, found.ending) : null
  }
  const hasPlace = placeFinder(chapters)
  const places = {
    say: sayIn(book.language),
    picture,
    chapter: (id: string, place: string) =>
      known.has(id) ? `${fileOf(id)}${hasPlace(id, place) ? `#${encodeURIComponent(place)}` : ''}` : null,
  }
  const document = (title: string, heading: string, body: string): string =>
    xhtml(book, title, `<section class="page-content"><h1>${heading}</h1>${body}</section>`)
  const texts: Readonly<Record<string, string>> = {
    'opening.xhtml': document(
      titleOf(book.opening),
      escapeText(titleOf(book.opening)),
      toXhtml(ebookPage(book.opening, places)),
    ),
    ...Object.fromEntries(
      chapters.map((chapter) => [
        fileOf(chapter.id),
        document(numbered(chapter), numberedHeading(chapter), toXhtml(ebookPage(chapter.page, places, chapter.number))),
      ]),
    ),
  }
  return {
    mimetype: 'application/epub+zip',
    'META-INF/container.xml':
      '<?xml version="1.0" encoding="UTF-8"?>\n<container version="1.0" xmlns="urn:oasis:names:tc:opendocument:xmlns:container"><rootfiles><rootfile full-path="book/package.opf" media-type="application/oebps-package+xml"/></rootfiles></container>\n',
    'book/package.opf': packageDocument(book, chapters, texts),
    'book/nav.xhtml': navigation(book),
    'book/style.css': style,
    ...Object.fromEntries(Object.entries(texts).map(([name, text]) => [`book/${name}`, text])),
    ...Object.fromEntries(
      [...book.pictures].map(([item, { bytes, ending }]) => [`book/${pictureFile(item, ending)}`, bytes]),
    ),
  }
}

function xhtml({ language, direction }: Book, title: string, body: string): string {
  return `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE html>
<html xmlns="http://www.w3.org/1999/xhtml" xmlns:epub="http://www.idpf.org/2007/ops" lang="${language}" xml:lang="${language}" dir="${direction}">
<head><meta charset="utf-8"/><title>${escapeText(title)}</title><link rel="stylesheet" href="style.css"/></head>
<body>${body}</body>
</html>
`
}

function navigation(book: Book): string {
  const line = (chapter: BookChapter): string =>
    `<li><a href="${fileOf(chapter.id)}">${escapeText(numbered(chapter))}</a></li>`
  const parts = book.parts.map(({ title, chapters }) =>
    title === null
      ? chapters.map(line).join('')
      : `<li><span>${escapeText(title)}</span><ol>${chapters.map(line).join('')}</ol></li>`,
  )
  const title = titleOf(book.opening)
  return xhtml(
    book,
    title,
    `<nav epub:type="toc" role="doc-toc" aria-labelledby="toc"><h1 id="toc">${escapeText(title)}</h1><ol><li><a href="opening.xhtml">${escapeText(title)}</a></li>${parts.join('')}</ol></nav>`,
  )
}

/** A file with MathML or SVG in it says so (EPUB 3.3, “Manifest properties”). */
function propertiesOf(file: string): string {
  const found = [...(file.includes('<math ') ? ['mathml'] : []), ...(file.includes('<svg ') ? ['svg'] : [])]
  return found.length > 0 ? ` properties="${found.join(' ')}"` : ''
}

/** Metadata and accessibility metadata (EPUB Accessibility 1.1), every file, and the reading order. */
function packageDocument(
  book: Book,
  chapters: readonly BookChapter[],
  texts: Readonly<Record<string, string>>,
): string {
  const items = [
    '<item id="nav" href="nav.xhtml" media-type="application/xhtml+xml" properties="nav"/>',
    '<item id="style" href="style.css" media-type="text/css"/>',
    `<item id="opening" href="opening.xhtml" media-type="application/xhtml+xml"${propertiesOf(texts['opening.xhtml']!)}/>`,
    ...chapters.map(
      ({ id }) =>
        `<item id="c-${id}" href="${fileOf(id)}" media-type="application/xhtml+xml"${propertiesOf(texts[fileOf(id)]!)}/>`,
    ),
    ...[...book.pictures].map(
      ([item, { ending, mediaType }]) =>
        `<item id="p-${item}" href="${pictureFile(item, ending)}" media-type="${mediaType}"/>`,
    ),
  ]
  return `<?xml version="1.0" encoding="UTF-8"?>
<package xmlns="http://www.idpf.org/2007/opf" version="3.0" unique-identifier="id" xml:lang="${book.language}">
<metadata xmlns:dc="http://purl.org/dc/elements/1.1/">
<dc:identifier id="id">${escapeText(book.identifier)}</dc:identifier>
<dc:title>${escapeText(titleOf(book.opening))}</dc:title>
<dc:language>${book.language}</dc:language>
${book.authors.map((name) => `<dc:creator>${escapeText(name)}</dc:creator>`).join('\n')}
<meta property="dcterms:modified">${book.modified}</meta>
<meta property="schema:accessMode">textual</meta>
${book.pictures.size > 0 ? '<meta property="schema:accessMode">visual</meta>\n' : ''}<meta property="schema:accessModeSufficient">textual</meta>
<meta property="schema:accessibilityFeature">structuralNavigation</meta>
<meta property="schema:accessibilityFeature">alternativeText</meta>
<meta property="schema:accessibilityHazard">none</meta>
<meta property="schema:accessibilitySummary">${escapeText(sayIn(book.language)('pieces.bookSummary'))}</meta>
</metadata>
<manifest>
${items.join('\n')}
</manifest>
<spine page-progression-direction="${book.direction}">
<itemref idref="opening"/>
${chapters.map(({ id }) => `<itemref idref="c-${id}"/>`).join('\n')}
</spine>
</package>
`
}
