import { DOMParser } from '@xmldom/xmldom'
import type { Node } from 'prosemirror-model'
import { plainText } from '../document/plain-text.ts'
import { schema } from '../document/schema.ts'
import { attribute, element, type HtmlNode, isElement, text } from '../tree/tree.ts'
import { parsed } from '../html/parsed.ts'
import { readNodes } from '../html/read.ts'
import { tellComment } from '../html/untaken.ts'
import { decodedPlace } from '../tree/addresses.ts'
import { type ReadNote, ReadReport } from '../html/report.ts'
import { retitle } from '../structure/retitle.ts'
import { pathFrom, readArchive } from './archive.ts'
import { type ImportedPage, type ImportResult, countNotes } from './imported.ts'
import { relink } from './relink.ts'
import { IncomingPictures } from './incoming-pictures.ts'

/*
 * Reading EPUB 3.3 and EPUB 2 (OCF container, package document, navigation document), as far as pages need it. XML is
 * read by a parser that fetches nothing and knows no entities but XML's own.
 */
const DAMAGED = 'This is no EPUB, or it is damaged: '

/** An EPUB as a book: each text of its reading order a chapter; a first one that only names the book is the opening. */
export function readEpub(bytes: Uint8Array, name: string, freshId: () => string): ImportResult {
  const archive = readArchive(bytes)
  if (!archive.ok) return archive
  const { files } = archive
  const found = packageOf(files)
  if (!found.ok) return found
  const { title, spine, nav, items } = found
  const ids = new Map(spine.map((path) => [path, freshId()]))
  const pictures = new IncomingPictures(freshId)
  const notes: ReadNote[] = []
  const linked = placesLinkedIn(spine.map((path) => files.get(path)!))
  const read = (path: string, fallback: string): ImportedPage => {
    const report = new ReadReport()
    const nodes = pictures.place(without(bodyOf(files.get(path)!, report)), (src) => {
      const picture = pathFrom(path, src)
      const content = picture === null ? undefined : files.get(picture)
      return picture !== null && content ? pictures.take(picture, picture.split('/').at(-1)!, content) : null
    })
    relink(nodes, path, ids)
    const result = readNodes(firstHeading(nodes), { linked, report })
    notes.push(...result.notes)
    const own = result.page.firstChild?.textContent.trim()
    return { id: ids.get(path)!, page: own ? result.page : retitle(result.page, fallback) }
  }
  const bookTitle = title || name
  const [first = '', ...others] = spine
  const begin = read(first, bookTitle)
  const isOpening = namesTheBook(begin.page, bookTitle)
  const opening = isOpening ? begin : { id: freshId(), page: emptyOpening() }
  const parts = partsOf(nav === null ? null : parseXml(files.get(nav)), nav ?? '', isOpening ? others : spine)
  return {
    ok: true,
    imported: {
      opening: { ...opening, page: retitle(opening.page, bookTitle) },
      parts: parts.map((part) => ({
        title: part.title,
        chapters: part.files.map((path, at) =>
          path === first ? begin : read(path, part.names.get(path) ?? `Chapter ${at + 1}`),
        ),
      })),
      pictures: pictures.pictures,
      notes: [...countNotes(notes), ...pictures.notes(), ...media(items)],
    },
  }
}

interface Package {
  readonly ok: true
  /** Empty when it says none. */
  readonly title: string
  /** Paths of the texts in their reading order, at least one. */
  readonly spine: readonly string[]
  /** Path of the navigation document. */
  readonly nav: string | null
  readonly items: readonly { readonly type: string }[]
}

/** What the package document says (EPUB 3.3, 5): found by the container, refused when its texts are encrypted. */
function packageOf(files: ReadonlyMap<string, Uint8Array>): Package | { readonly ok: false; readonly reason: string } {
  const container = parseXml(files.get('META-INF/container.xml'))
  const root = container && elements(container, 'rootfile')[0]?.getAttribute('full-path')
  const packagePath = root ? pathFrom('', root) : null
  if (packagePath === null)
    return { ok: false, reason: `${DAMAGED}META-INF/container.xml does not say where its package is.` }
  const opf = parseXml(files.get(packagePath))
  if (!opf)
    return { ok: false, reason: `${DAMAGED}its package “${packagePath.slice(0, 80)}” is not there or can’t be read.` }
  if (areTextsEncrypted(files))
    return { ok: false, reason: 'The texts of this EPUB are locked, so they can’t be read.' }
  const manifest = new Map(
    elements(opf, 'item').map((item) => [
      item.getAttribute('id') ?? '',
      {
        path: pathFrom(packagePath, item.getAttribute('href') ?? ''),
        type: item.getAttribute('media-type') ?? '',
        properties: item.getAttribute('properties') ?? '',
      },
    ]),
  )
  const items = [...manifest.values()]
  const nav = items.find(({ properties }) => properties.split(/\s+/).includes('nav'))?.path ?? null
  const spine = elements(opf, 'itemref')
    .map((reference) => manifest.get(reference.getAttribute('idref') ?? ''))
    .flatMap((item) =>
      item?.path && /html/.test(item.type) && item.path !== nav && files.has(item.path) ? [item.path] : [],
    )
  if (spine.length === 0) return { ok: false, reason: `${DAMAGED}there is no text in its reading order.` }
  return { ok: true, title: elements(opf, 'title')[0]?.textContent?.trim() ?? '', spine, nav, items }
}

/** Fonts may be encrypted without harm (OCF, 4.4); texts can't be read then. */
function areTextsEncrypted(files: ReadonlyMap<string, Uint8Array>): boolean {
  const encryption = parseXml(files.get('META-INF/encryption.xml'))
  return (
    encryption !== null &&
    elements(encryption, 'EncryptedData').some((data) =>
      elements(data, 'CipherReference').some((each) => /\.x?html?$/i.test(each.getAttribute('URI') ?? '')),
    )
  )
}

/** What links of any text lead to in any other: files may be many, so they are looked through as text. */
function placesLinkedIn(texts: readonly Uint8Array[]): Set<string> {
  const decoder = new TextDecoder()
  return new Set(
    texts.flatMap((bytes) =>
      [...decoder.decode(bytes).matchAll(/\shref\s*=\s*["'][^"'#]*#([^"']+)["']/g)].map(([, place]) =>
        decodedPlace(place!),
      ),
    ),
  )
}

/** A first text that only names the book; with a title of its own, and words, it is a chapter like the others. */
const namesTheBook = (page: Node, title: string): boolean =>
  sameWords(page.firstChild?.textContent ?? '', title) || plainText(page).trim() === page.firstChild?.textContent.trim()

const emptyOpening = (): Node => schema.node('doc', null, [schema.node('title'), schema.node('paragraph')])

const sameWords = (one: string, other: string): boolean => one.trim().toLowerCase() === other.trim().toLowerCase()

function media(items: Iterable<{ type: string }>): { type: 'left out'; message: string; count: number }[] {
  const count = [...items].filter(({ type }) => /^(audio|video)\//.test(type)).length
  return count > 0
    ? [
        {
          type: 'left out',
          message: 'Sound and films of an EPUB are not taken yet; the words around them were kept.',
          count,
        },
      ]
    : []
}

type XmlElement = Element
type XmlNode = Element['childNodes'][number]

function parseXml(bytes: Uint8Array | undefined): XmlElement | null {
  if (!bytes) return null
  let isBroken = false
  const broken = (): void => void (isBroken = true)
  try {
    const { documentElement } = new DOMParser({
      errorHandler: { warning: () => undefined, error: broken, fatalError: broken },
    }).parseFromString(new TextDecoder().decode(bytes), 'text/xml')
    return isBroken ? null : documentElement
  } catch {
    return null
  }
}

/** Elements of a local name, wherever they stand. */
function elements(under: XmlElement, localName: string): XmlElement[] {
  return Array.from(under.getElementsByTagNameNS('*', localName))
}

/** The body of a content document: as XML, which is what it is; as HTML when it is broken. */
function bodyOf(bytes: Uint8Array, report: ReadReport): HtmlNode[] {
  const root = parseXml(bytes)
  const body = root && elements(root, 'body')[0]
  if (body) return Array.from(body.childNodes).flatMap((node) => toHtml(node, report))
  const unsafeHtml = new TextDecoder()
    .decode(bytes)
    .replace(/^[^]*?<body[^>]*>/i, '')
    .replace(/<\/body>[^]*$/i, '')
  return parsed(unsafeHtml, report)
}

const MOST_DEPTH_OF_XML = 400

function toHtml(node: XmlNode, report: ReadReport, depth = 0): HtmlNode[] {
  if (node.nodeType === 3 || node.nodeType === 4) return [text(node.nodeValue ?? '')]
  if (node.nodeType === 8) tellComment(report, node.nodeValue ?? '')
  if (node.nodeType !== 1) return []
  // Only broken or hostile books nest so deep: their words are kept.
  if (depth > MOST_DEPTH_OF_XML) return [text(node.textContent ?? '')]
  const from = node as XmlElement
  const made = element(
    (from.localName ?? from.nodeName).toLowerCase(),
    Object.fromEntries(Array.from(from.attributes).map(({ name, value }) => [name, value])),
    Array.from(from.childNodes).flatMap((child) => toHtml(child, report, depth + 1)),
  )
  for (const child of made.childNodes) child.parentNode = made
  return [made]
}

/** Without the numbers that were put before titles for reading: here they come by themselves. */
function without(nodes: readonly HtmlNode[]): HtmlNode[] {
  return nodes.flatMap((node): HtmlNode[] => {
    if (!isElement(node)) return [node]
    if (node.tagName === 'span' && attribute(node, 'class') === 'number') return []
    node.childNodes = without(node.childNodes)
    return [node]
  })
}

/** What stands in a wrapper around everything, so that the first heading is found to be the title. */
function firstHeading(nodes: HtmlNode[]): HtmlNode[] {
  const real = nodes.filter((node) => isElement(node) || ('value' in node && node.value.trim() !== ''))
  const only = real[0]
  return real.length === 1 && only && isElement(only) && ['section', 'div', 'article', 'main'].includes(only.tagName)
    ? firstHeading(only.childNodes)
    : nodes
}

interface Part {
  title: string | null
  files: string[]
  /** What the contents call a file. */
  names: Map<string, string>
}

/** The parts of a book as its navigation document has them: an entry without a link of its own that holds a list. */
function partsOf(nav: XmlElement | null, navPath: string, files: readonly string[]): Part[] {
  const toc =
    nav &&
    elements(nav, 'nav').find((each) =>
      /\btoc\b/.test(
        each.getAttribute('epub:type') ?? each.getAttributeNS('http://www.idpf.org/2007/ops', 'type') ?? '',
      ),
    )
  const names = new Map<string, string>()
  const partOf = new Map<string, string>()
  for (const link of toc ? elements(toc, 'a') : []) {
    const path = pathFrom(navPath, link.getAttribute('href') ?? '')
    if (path !== null && !names.has(path)) names.set(path, link.textContent?.trim() ?? '')
  }
  for (const item of toc ? elements(toc, 'li') : []) {
    const children = Array.from(item.childNodes).filter((child): child is XmlElement => child.nodeType === 1)
    const [head, list] = [
      children.find(({ localName }) => localName === 'span'),
      children.find(({ localName }) => localName === 'ol'),
    ]
    if (!head || !list) continue
    for (const link of elements(list, 'a'))
      partOf.set(pathFrom(navPath, link.getAttribute('href') ?? '') ?? '', head.textContent?.trim() ?? '')
  }
  const parts: Part[] = []
  for (const path of files) {
    const title = partOf.get(path) ?? null
    if (parts.length === 0 || parts.at(-1)!.title !== title) parts.push({ title, files: [], names })
    parts.at(-1)!.files.push(path)
  }
  return parts
}
