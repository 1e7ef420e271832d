import type { Node } from 'prosemirror-model'
import { schema } from '../document/schema.ts'
import { readNodes } from '../html/read.ts'
import { parsedQuickly } from '../html/parsed.ts'
import { leftOutIn, type ReadNote, ReadReport } from '../html/report.ts'
import { type HtmlNode, isElement } from '../tree/tree.ts'
import { tagWords } from './looks.ts'
import { isPlaceAlone, withoutPlaces } from './picture-places.ts'
import { placesForPictures } from './pictures.ts'
import { type PastedPicture, settlePictures } from './settle-pictures.ts'
import { blocksOfText } from './typed-text.ts'
import { tableFromText } from './tabbed.ts'
import { nothingTidied, type Tidied, tidy } from './tidy.ts'
import { cleanText as cleanCharacters } from '../tree/characters.ts'
import { isA, markOn } from '../kinds/facts.ts'

/** What a paste becomes, and what is told about it. */
export interface Cleaned {
  /** The blocks, right for any place where blocks stand. */
  readonly blocks: readonly Node[]
  /** One line for the author: what came, and what was left behind. */
  readonly report: string
  readonly notes: readonly ReadNote[]
  /** What was left out other than looks, in sentences. */
  readonly leftOut: readonly string[]
  /** The pictures that came with it. Each has its place in the blocks, by its number here (`pictures.ts`). */
  readonly pictures: readonly PastedPicture[]
  /** Addresses of pictures on the web, which are linked to where they stood. */
  readonly onTheWeb: readonly string[]
}

/** What HTML comes with. */
export interface Origin {
  /** The language of the page it goes into (BCP 47): passages in another stay marked as such. */
  readonly language?: string | undefined
  /** The same in Rich Text Format, which holds pictures that the HTML only names. */
  readonly rtf?: string | undefined
  /** Where the pictures of our own pages are: whoever pastes can read those. */
  readonly site?: string | undefined
}

/** So many things that were left behind are named; a line that nobody reads to its end says nothing. */
const MOST_NAMED = 6

/**
 * The blocks of HTML from a clipboard: what the words are is kept, how they looked goes, unless `keepsLooks`. Never
 * throws.
 */
export function cleanHtml(unsafeHtml: string, origin: Origin = {}, keepsLooks = false): Cleaned {
  const report = new ReadReport()
  const nodes = body(withoutPlaces(unsafeHtml), report)
  const tidied = nothingTidied(keepsLooks, nodes)
  return cleanedOf(tidy(nodes, tidied), tidied, origin, report)
}

/** The blocks of HTML as they stand there, with all that a page has a place for. Never throws. */
export function asItCame(unsafeHtml: string, origin: Origin = {}): Cleaned {
  const tidied = nothingTidied()
  const report = new ReadReport()
  return cleanedOf(placesForPictures(body(withoutPlaces(unsafeHtml), report), tidied.pictures), tidied, origin, report)
}

function cleanedOf(nodes: readonly HtmlNode[], tidied: Tidied, origin: Origin, told: ReadReport): Cleaned {
  const { language } = origin
  const { page, notes } = readNodes([...nodes], { isPassage: true, report: told, ...(language ? { language } : {}) })
  const { blocks, pictures, onTheWeb, unreachable } = settlePictures(page.children.slice(1), tidied.pictures, origin)
  const kept = withoutEdges(blocks)
  const linked = onTheWeb.length > 0 ? ` Linked: ${count(onTheWeb.length, 'picture', 'pictures')} on the web.` : ''
  const report = reportOf(kept, tidied, notes, { came: pictures.length, unreachable }) + linked
  const leftOut = [...new Set(tidied.lost), ...leftOutIn(notes)]
  return { blocks: kept, report, notes, leftOut, pictures, onTheWeb }
}

/** What comes with words alone. */
const WORDS = { notes: [], leftOut: [], pictures: [], onTheWeb: [] }

/** The blocks of plain text in which tabs stand between cells; its lines where they make no table. */
export function rowsOf(unsafeText: string): Cleaned {
  const table = tableFromText(unsafeText)
  return table ? { ...WORDS, blocks: [table], report: 'Pasted: 1 table.' } : typedText(unsafeText)
}

/** The blocks of plain text as it was typed, lists as lists. */
export function typedText(unsafeText: string): Cleaned {
  const blocks = blocksOfText(unsafeText)
  return { ...WORDS, blocks, report: reportOf(blocks, nothingTidied(), []) }
}

/** The blocks of plain text: a paragraph for each line that is not empty. */
export function cleanText(unsafeText: string): Cleaned {
  const lines = cleanCharacters(unsafeText.replace(/\r\n?/g, '\n'))
    .split('\n')
    .map((line) => line.replace(/[ \t]+$/, ''))
    .filter((line) => line.trim() !== '')
  const { paragraph } = schema.nodes
  const blocks = lines.map((line) => paragraph.create(null, schema.text(line)))
  return { ...WORDS, blocks, report: `Pasted as text only: ${count(blocks.length, 'paragraph', 'paragraphs')}.` }
}

/**
 * What stands between the marks that clipboards put around the part that was copied; the whole where there are none.
 */
function body(unsafeHtml: string, report: ReadReport): HtmlNode[] {
  const marked = /<!--\s*StartFragment\s*-->([^]*?)<!--\s*EndFragment\s*-->/i.exec(unsafeHtml)?.[1] ?? unsafeHtml
  // Some spreadsheets put the marks inside their table: rows alone are read as rows of one.
  const fragment = /^\s*<(tr|td|th|tbody|thead|tfoot|colgroup|col|caption)\b/i.test(marked)
    ? `<table>${marked}</table>`
    : marked
  return contentOf(parsedQuickly(fragment, report))
}

/** What stands in the body, where it came as a whole document. */
const contentOf = (nodes: readonly HtmlNode[]): HtmlNode[] =>
  nodes.flatMap((node) => (isElement(node) && /^(html|body)$/.test(node.tagName) ? contentOf(node.childNodes) : [node]))

/** Without the empty paragraphs that stand at both ends. */
function withoutEdges(blocks: readonly Node[]): Node[] {
  const isEmpty = (node: Node | undefined): boolean => isA(node, 'paragraph') && node?.content.size === 0
  const kept = [...blocks]
  while (kept.length > 1 && isEmpty(kept[0])) kept.shift()
  while (kept.length > 1 && isEmpty(kept.at(-1))) kept.pop()
  return kept
}

const NAMED: readonly (readonly [kind: string, one: string, many: string])[] = [
  ['heading', 'heading', 'headings'],
  ['paragraph', 'paragraph', 'paragraphs'],
  ['list', 'list', 'lists'],
  ['table', 'table', 'tables'],
  ['picture', 'picture', 'pictures'],
  ['footnote', 'footnote', 'footnotes'],
  ['namedPlace', 'named place', 'named places'],
  ['equation', 'equation', 'equations'],
  ['link', 'link', 'links'],
  ['box', 'box', 'boxes'],
  ['snippet', 'snippet', 'snippets'],
  ['aside', 'aside', 'asides'],
  ['callOut', 'call-out', 'call-outs'],
  ['steps', 'set of steps', 'sets of steps'],
  ['timeline', 'timeline', 'timelines'],
  ['buttons', 'row of buttons', 'rows of buttons'],
  ['cards', 'set of cards', 'sets of cards'],
  ['carousel', 'carousel', 'carousels'],
  ['chart', 'chart', 'charts'],
  ['slider', 'slider', 'sliders'],
  ['labelledPicture', 'labelled picture', 'labelled pictures'],
  ['openQuestion', 'open question', 'open questions'],
  ['tabs', 'set of tabs', 'sets of tabs'],
  ['accordion', 'accordion', 'accordions'],
  ['reveal', 'reveal', 'reveals'],
  ['popUp', 'pop-up', 'pop-ups'],
  ['columns', 'set of columns', 'sets of columns'],
]

/** More changes than these are not told one by one: the notice has to be read. */
const MOST_CHANGES = 3

function reportOf(
  blocks: readonly Node[],
  { looks, spacers, ...tidied }: Tidied,
  notes: readonly ReadNote[],
  pictures: { readonly came: number; readonly unreachable: readonly string[] } = { came: 0, unreachable: [] },
): string {
  const counts = new Map<string, number>()
  const add = (name: string): void => void counts.set(name, (counts.get(name) ?? 0) + 1)
  for (const block of blocks) {
    countIn(block, null, add)
    block.descendants((node, _position, parent) => countIn(node, parent, add))
  }
  if (pictures.came > 0) counts.set('picture', pictures.came + (counts.get('picture') ?? 0))
  const came = NAMED.filter(([kind]) => counts.has(kind)).map(([kind, one, many]) =>
    count(counts.get(kind)!, one, many),
  )
  // What something was is more than how it looked. A link without its address is told with the addresses.
  const named = new Set([...notes.flatMap(({ tag }) => (tag && tag !== 'a' ? [tagWords(tag)] : [])), ...looks])
  const leftOut = notes.filter(({ type, tag }) => type === 'left out' && !tag).length
  // A comment in full stands beside its mark.
  const comments = Math.max(tidied.comments, tidied.commentMarks)
  const gone = [
    ...[...named].slice(0, MOST_NAMED),
    named.size > MOST_NAMED ? 'other formatting' : '',
    spacers > 0 ? count(spacers, 'empty line', 'empty lines') : '',
    comments > 0 ? count(comments, 'comment', 'comments') : '',
    unheld(pictures.unreachable),
    leftOut > 0
      ? count(leftOut, 'address or setting that a page may not hold', 'addresses or settings that a page may not hold')
      : '',
  ].filter(Boolean)
  const kept = came.length > 0 ? came.join(', ') : 'words'
  const changed = new Set(notes.flatMap(({ type, tag, message }) => (type === 'left out' || tag ? [] : [message])))
  return [
    `Pasted: ${kept}.`,
    ...(gone.length > 0 ? [`Left out: ${gone.join(', ')}.`] : []),
    ...[...changed].slice(0, MOST_CHANGES),
  ].join(' ')
}

/** Pictures that can't be had, by their words where they have some. */
function unheld(alts: readonly string[]): string {
  if (alts.length === 0) return ''
  const named = alts.filter((alt) => alt !== '').slice(0, MOST_NAMED)
  const words = named.map((alt) => `“${alt.slice(0, 80)}”`).join(', ')
  return `${count(alts.length, 'picture', 'pictures')} that the clipboard does not hold${words && ` (${words})`}`
}

/** Counts what authors have names for; words inside list items, cells and titles are counted with those. */
function countIn(node: Node, parent: Node | null, add: (name: string) => void): boolean {
  const { name } = node.type
  if (node.type.isInGroup('list')) {
    if (!isA(parent, 'listItem')) add('list')
  } else if (name === 'paragraph') {
    if ((parent === null || isA(parent, 'doc')) && !isPlaceAlone(node)) add('paragraph')
  } else if (name !== 'text') add(name)
  if (node.isText && markOn(node, 'link') !== undefined) add('link')
  return true
}

function count(number: number, one: string, many: string): string {
  return `${number.toLocaleString('en')} ${number === 1 ? one : many}`
}
