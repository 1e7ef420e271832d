import {
  attribute,
  declarations,
  element,
  type HtmlElement,
  type HtmlNode,
  isElement,
  isText,
  textOf,
} from '../tree/tree.ts'
import type { NodeKind } from '../kinds/kind.ts'
import { nodeKinds } from '../kinds/registry.ts'
import { isNewWindowSaid, saysNewWindow } from '../links/new-window.ts'
import { looksOf } from './looks.ts'
import { withoutBlankLines } from './blank-lines.ts'
import { officeFormula, withoutFormulaPictures } from './office-formulas.ts'
import { officeLists } from './office-lists.ts'
import { type FoundPicture, isOwnPicture, pictureOfFigure, placeFor } from './pictures.ts'
import { isAnchor, linkedPlaces, placeNameOf } from '../html/places-apart.ts'
import { commentsIn, hasWords, isPermalink, type Unseen, unseen, wordsLost } from './unseen.ts'

/** What was found and taken away, for the report. */
export interface Tidied {
  /** Names of what only said how the words looked, as they were found. */
  looks: Set<string>
  /** Empty paragraphs that were only there for their height. */
  spacers: number
  /** Pictures that have a place in what was tidied. */
  readonly pictures: FoundPicture[]
  /** Comments in the margin, and marks in the text that lead to one: a part that is copied may have these alone. */
  comments: number
  commentMarks: number
  /** What words were taken away with what, in sentences. */
  readonly lost: string[]
  /** Looks are kept, where a page has a place for them. */
  readonly keepsLooks: boolean
  /** Names of places that links in what was pasted lead to. */
  readonly linked: ReadonlySet<string>
}

export const nothingTidied = (keepsLooks = false, nodes: readonly HtmlNode[] = []): Tidied => ({
  looks: new Set(),
  spacers: 0,
  pictures: [],
  comments: 0,
  commentMarks: 0,
  lost: [],
  keepsLooks,
  linked: linkedPlaces(nodes),
})

const DROPPED = new Set(['meta', 'link', 'style', 'title', 'base', 'xml', 'o:p', 'colgroup', 'col'])
const BOLD = /^(bold|bolder|[6-9]00)$/
/** Fragment wrappers of other programs: a bold that says it is none, and the like. */
const PLAIN_WEIGHT = /^(normal|400|lighter|[1-3]00)$/

/** Deeper than this nothing is tidied: only broken or hostile HTML goes there. */
const MOST_NESTING = 300

/**
 * Makes the HTML of a clipboard say what its words are, no longer how they looked: emphasis from styles, lists and
 * headings from the ways in which word processors write them; what is left of looks goes. Changes the tree in place.
 */
export function tidy(nodes: readonly HtmlNode[], tidied: Tidied, depth = 0): HtmlNode[] {
  if (depth > MOST_NESTING) return [...nodes]
  const found: HtmlNode[] = []
  for (const node of withoutBlankLines(officeLists(withoutFormulaPictures(nodes)))) {
    const formula = officeFormula(node)
    if (formula) found.push(formula)
    else if (isText(node)) found.push(node)
    else if (isElement(node)) found.push(...tidyElement(node, tidied, depth))
  }
  return found
}

function tidyElement(node: HtmlElement, tidied: Tidied, depth: number): HtmlNode[] {
  if (DROPPED.has(node.tagName)) {
    // An office paragraph mark holds a no-break space or nothing; real words in it stay.
    const isMark = node.tagName === 'o:p'
    return isMark ? tidy(node.childNodes, tidied, depth + 1).filter((child) => !isBlank(child)) : []
  }
  const styles = declarations(node)
  const why = unseen(node, styles)
  if (why) {
    noteUnseen(node, why, tidied)
    return []
  }
  if (isNewWindowSaid(node)) return []
  if (node.tagName === 'img' && !isOwnPicture(node)) return [placeFor(node, tidied.pictures)]
  const figure = pictureOfFigure(node)
  if (figure)
    return [element('p', {}, [placeFor(figure.image, tidied.pictures, tidy(figure.caption, tidied, depth + 1))])]
  // Preformatted lines are what they are, empty ones included.
  if (node.tagName === 'pre') return [node]
  const within = tidy(node.childNodes, tidied, depth + 1)
  const children =
    node.tagName === 'a'
      ? within.flatMap((child) => (isElement(child) && child.tagName === 'u' ? child.childNodes : child))
      : within
  if (node.tagName === 'p' && !showsAnything(children) && !holdsPlace(children)) {
    tidied.spacers++
    return []
  }
  const level = headingLevel(node, styles)
  const isHeading = level !== null || /^h[1-6]$/.test(node.tagName)
  const kept = keptAttributes(node, tidied)
  const isUnnamed = isAnchor(node) && !isPlace(node, tidied)
  const isSpan = node.tagName === 'span' || node.tagName === 'font' || isUnnamed
  const isNoBold = /^(b|strong)$/.test(node.tagName) && PLAIN_WEIGHT.test(styles.get('font-weight') ?? '')
  if (isNoBold || (isSpan && (kept.length === 0 || isUnnamed)))
    return emphasised(children, isNoBold ? new Map() : styles)
  const inside =
    node.tagName === 'td' || node.tagName === 'th' || level !== null
      ? children
      : emphasised(children, isSpan ? styles : blockStyles(styles))
  node.attrs = level === null ? kept : kept.filter(({ name }) => name !== 'role' && name !== 'aria-level')
  node.childNodes = isHeading ? inside.filter((child) => !isPermalink(child)) : inside
  if (level !== null) node.nodeName = node.tagName = `h${level}`
  for (const child of inside) child.parentNode = node
  return [node]
}

function noteUnseen(node: HtmlElement, why: Unseen, tidied: Tidied): void {
  const { themselves, marks } = commentsIn(node)
  // Of a comment in the margin its mark in the text says nothing.
  if (hasWords(node) && marks === 0) tidied.lost.push(wordsLost(why, textOf(node)))
  if (why === 'comment') {
    tidied.comments += themselves
    tidied.commentMarks += marks
  } else if (hasWords(node)) tidied.looks.add(why)
}

/** Elements that are seen though there is no word in them. */
const SEEN = new Set([
  'img',
  'iframe',
  'video',
  'audio',
  'object',
  'embed',
  'svg',
  'math',
  'canvas',
  'input',
  'hr',
  'table',
])

function showsAnything(nodes: readonly HtmlNode[], depth = 0): boolean {
  return (
    depth > MOST_NESTING ||
    nodes.some((node) =>
      isElement(node) ? SEEN.has(node.tagName) || showsAnything(node.childNodes, depth + 1) : !isBlank(node),
    )
  )
}

const isBlank = (node: HtmlNode): boolean => isText(node) && node.value.replace(/\u00a0/g, ' ').trim() === ''

/** What is a heading by its role (WAI-ARIA 1.2), or called one by a word processor: by outline level or style. */
function headingLevel(node: HtmlElement, styles: ReadonlyMap<string, string>): number | null {
  if (attribute(node, 'role') === 'heading' && /^(p|div|span)$/.test(node.tagName)) {
    const said = Number(attribute(node, 'aria-level') ?? 2)
    return Number.isInteger(said) && said >= 1 ? Math.min(6, said) : 2
  }
  if (node.tagName !== 'p') return null
  const name = attribute(node, 'class') ?? ''
  if (/^MsoTitle/i.test(name)) return 1
  const outline = Number(styles.get('mso-outline-level') ?? /^MsoHeading(\d)/i.exec(name)?.[1] ?? NaN)
  return outline >= 1 && outline <= 6 ? outline : null
}

/** Attributes that say what something is. */
const MEANING = new Set([
  'href',
  'src',
  'alt',
  'colspan',
  'rowspan',
  'scope',
  'start',
  'type',
  'reversed',
  'id',
  'title',
  'lang',
  'dir',
  'data-piece',
  'data-part',
  'data-right',
  'srcdoc',
  'height',
  'width',
  'sandbox',
  'open',
  'checked',
  'name',
  'role',
  'epub:type',
  'data-footnote-ref',
  'data-footnotes',
  'aria-controls',
  'data-target',
])

/** Attributes by which HTML said looks before there was CSS. */
const LOOKS = new Set([
  'align',
  'color',
  'face',
  'size',
  'bgcolor',
  'valign',
  'border',
  'cellpadding',
  'data-rows',
  'data-lines',
  'data-padding',
])

/** Settings of our own pieces, whichever there are. How tables look is no setting of what they say. */
const SETTINGS = new Set(
  Object.values<NodeKind>(nodeKinds)
    .flatMap(({ reads }) => reads.flatMap(({ understands }) => understands))
    .filter((name) => name.startsWith('data-') && !LOOKS.has(name)),
)

/** What marks a caption, until it is known of what. */
const CAPTION = /^(mso)?caption$/i
/**
 * Names that programs give to places for their own ends (common practice: word processors hide bookmarks that begin
 * with a line, and mark links between programs as “OLE_LINK”).
 */
export const OF_PROGRAMS = /^(docs-internal|_|x_|isPasted|OLE_LINK)/

/** Whether an anchor is a place: somebody named it, or something leads there. */
export function isPlace(anchor: HtmlElement, { linked }: Pick<Tidied, 'linked'>): boolean {
  const name = placeNameOf(anchor)
  return name !== undefined && name !== '' && (linked.has(name) || !OF_PROGRAMS.test(name))
}

/** An empty line that is a place to come to is no spacer. Only anchors that are places are left by now. */
const holdsPlace = (nodes: readonly HtmlNode[]): boolean =>
  nodes.some((node) => isElement(node) && (isAnchor(node) || holdsPlace(node.childNodes)))
const TABLE_PART = /^(table|tr|td|th|tbody|thead|tfoot)$/

const saysAgain = (anchor: HtmlElement, title: string): boolean =>
  [textOf(anchor), attribute(anchor, 'href') ?? ''].some((said) => said.trim() === title.trim())

function keptAttributes(node: HtmlElement, tidied: Tidied): HtmlElement['attrs'] {
  const isPiece = attribute(node, 'data-piece') !== undefined
  const kept = node.attrs.filter(({ name, value }) => {
    // Ids that programs give for their own ends lead nowhere; those of places stay.
    // On the web many links open windows without a word of it; ours say so.
    if (name === 'target') return saysNewWindow(node)
    // A title that says what the words or the address say is read out twice.
    if (name === 'title' && node.tagName === 'a') return !saysAgain(node, value)
    if (name === 'id' && OF_PROGRAMS.test(value) && !tidied.linked.has(value)) return false
    // Of a table and what is in it, a size is a look.
    if (!tidied.keepsLooks && TABLE_PART.test(node.tagName) && /^(width|height)$/.test(name)) {
      tidied.looks.add('layout')
      return false
    }
    if (tidied.keepsLooks && (name === 'style' || LOOKS.has(name))) return true
    const stays =
      MEANING.has(name) ||
      SETTINGS.has(name) ||
      (name === 'class' && CAPTION.test(value)) ||
      (name === 'style' && (isPiece || keepsStyle(node)))
    if (!stays && name === 'style') for (const look of looksOf(declarations(node))) tidied.looks.add(look)
    return stays
  })
  // Which marker the items of a list have is no look: “see (b)” has to find it.
  const marker =
    /^(ol|ul|li)$/.test(node.tagName) && !tidied.keepsLooks ? declarations(node).get('list-style-type') : undefined
  return marker === undefined ? kept : [...kept, { name: 'style', value: `list-style-type: ${marker}` }]
}

/** A block that sets itself apart by a ground or an edge stays a box. */
function keepsStyle(node: HtmlElement): boolean {
  return (
    /^(div|section|aside)$/.test(node.tagName) &&
    /(background(-color)?|border(-left|-inline-start)?)\s*:/.test(attribute(node, 'style') ?? '') &&
    !/background(-color)?\s*:\s*(white|#fff(fff)?|transparent|none)\b/i.test(attribute(node, 'style') ?? '')
  )
}

/** Of a block's own style, slant and lines under words are emphasis; weight on a whole block is a look. */
function blockStyles(styles: ReadonlyMap<string, string>): ReadonlyMap<string, string> {
  return new Map([...styles].filter(([name]) => name === 'font-style'))
}

function emphasised(children: HtmlNode[], styles: ReadonlyMap<string, string>): HtmlNode[] {
  if (children.length === 0) return children
  let inside = children
  const line = styles.get('text-decoration-line') ?? styles.get('text-decoration') ?? ''
  // A link is underlined by itself.
  const holdsLink = children.some((child) => isElement(child) && child.tagName === 'a')
  if (/underline/.test(line) && !holdsLink) inside = [element('u', {}, inside)]
  if (/line-through/.test(line)) inside = [element('s', {}, inside)]
  const raised = /^(sub|super)$/.exec(styles.get('vertical-align') ?? '')?.[1]
  if (raised) inside = [element(raised === 'sub' ? 'sub' : 'sup', {}, inside)]
  if (/^(italic|oblique)/.test(styles.get('font-style') ?? '')) inside = [element('em', {}, inside)]
  if (BOLD.test(styles.get('font-weight') ?? '')) inside = [element('strong', {}, inside)]
  return inside
}
