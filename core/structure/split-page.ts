import { Fragment, type Mark, type Node, type Schema } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { TITLE_LENGTH } from '../document/limits.ts'
import { isA, isMark } from '../kinds/facts.ts'
import { sectionsOfRun } from './headings.ts'
import { NOTHING_TO_TICK } from './ticks.ts'
import { mapMarks, placesIn, relinked } from './relink.ts'
import { beneathTitle, filled, type Section, type Sections } from './reshape/sections.ts'
import { shiftHeadings } from './shift-headings.ts'

/** A page taken apart at its headings. */
export interface SplitPage {
  /** The page's own title with what stood before the first heading. */
  readonly opening: Node
  /** A page for each heading of the highest level, with what stood under it. */
  readonly chapters: readonly Node[]
}

/**
 * Takes a page apart at the headings that stand on the page itself: down to a level, or of the highest. Each heading
 * becomes a title, the headings under it move up by as much. Links to places that are in another chapter now lead
 * there: `addressOf` says where the chapter of a number (from 0, −1 for the opening) is. Null when the page has no such
 * heading.
 */
export function splitPage(
  page: Node,
  addressOf: (chapter: number, place: string) => string,
  level = topLevel(page),
): SplitPage | null {
  const title = page.firstChild
  if (!title || !page.children.some((node) => isA(node, 'heading') && Number(node.attrs.level) <= level)) return null
  const { before, sections } = sectionsOfRun(page, { from: title.nodeSize, to: page.content.size, level, titles: [] })
  const homes = homesOf([{ id: null, title: [], blocks: before }, ...sections])
  const leadsFrom = (at: number) => (place: string) => {
    const home = homes(place)
    return home && (home.at !== at || home.isItself) ? addressOf(home.at - 1, home.isItself ? '' : place) : null
  }
  const { schema } = page.type
  const opening = before.map((block) => mapMarks(block, (mark) => relinked(mark, leadsFrom(0))))
  return {
    opening: page.copy(Fragment.from([title, ...filled(opening, schema)])),
    chapters: sections.map((section, at) => pageFrom(section, level, leadsFrom(at + 1), schema)),
  }
}

/** The highest level of the headings on the page itself; 0 where there is none. */
export function topLevel(page: Node): number {
  const levels = page.children.filter((node) => isA(node, 'heading')).map(({ attrs }) => Number(attrs.level))
  return levels.length === 0 ? 0 : Math.min(...levels)
}

/** What stands under titles on a page, as pages of their own. */
export interface PagesApart {
  /** Leaves the page with links to them in their place. */
  readonly rest: Transform
  readonly pages: readonly Node[]
}

/** Why what stands under titles can't become pages, as a sentence; empty when it can. */
export function whyNotPages({ sections, areTicked }: Sections): string {
  if (sections.length === 0) return 'There is nothing in it yet.'
  if (areTicked) return NOTHING_TO_TICK
  const bare = sections.findIndex(({ title }) => titleWords(title) === '')
  return bare === -1 ? '' : `Number ${bare + 1} has no title yet; a page needs one.`
}

/**
 * Makes pages of what stands under titles between two places of a page; links to them stand there instead. Links to
 * places that are on another of these pages now lead there: `addressOf` says where the page of a number (from 0, −1
 * for the page itself) is.
 */
export function pagesApart(
  page: Node,
  { from, to, content }: { readonly from: number; readonly to: number; readonly content: Sections },
  addressOf: (at: number, place: string) => string,
): PagesApart {
  const { schema } = page.type
  const homes = homesOf(content.sections)
  const staying = new Set(placesIn([page]))
  const leadsFrom = (at: number) => (place: string) => {
    const home = homes(place)
    if (home) return home.at !== at || home.isItself ? addressOf(home.at, home.isItself ? '' : place) : null
    return at >= 0 && staying.has(place) ? addressOf(-1, place) : null
  }
  const pages = content.sections.map((section, at) => pageFrom(section, content.level, leadsFrom(at), schema))
  const links = linksTo(
    pages.map((each, at) => ({ title: each.firstChild!.textContent, href: addressOf(at, '') })),
    schema,
  )
  const rest = new Transform(page).replaceWith(from, to, [...content.before, links])
  rest.doc.descendants((node, position) => {
    for (const mark of node.marks) {
      const now = relinked(mark, leadsFrom(-1))
      if (now !== mark) rest.addMark(position, position + node.nodeSize, now)
    }
  })
  return { rest, pages }
}

/** A list of links. */
function linksTo(targets: readonly { title: string; href: string }[], schema: Schema): Node {
  const { nodes, marks } = schema
  const items = targets.map(({ title, href }) =>
    nodes.listItem!.create(null, nodes.paragraph!.create(null, schema.text(title, [marks.link!.create({ href })]))),
  )
  return nodes.bulletList!.create(null, items)
}

/** In which of several sections a place is, and whether it is the section itself; undefined for none. */
function homesOf(sections: readonly Section[]): (place: string) => { at: number; isItself: boolean } | undefined {
  const homes = new Map<string, { at: number; isItself: boolean }>()
  sections.forEach(({ id, title, blocks }, at) => {
    for (const place of placesIn([...title, ...blocks])) homes.set(place, { at, isItself: false })
    if (id !== null) homes.set(id, { at, isItself: true })
  })
  return (place) => homes.get(place)
}

/** The words of a line as they can stand in the title of a page. */
export const titleWords = (line: readonly Node[]): string =>
  line
    .map((inline) => inline.text ?? (isA(inline, 'namedPlace') ? '' : ' '))
    .join('')
    .replace(/\s+/g, ' ')
    .trim()

/**
 * A section as a page, its headings moved up to where those of a page begin. What no title of a page can hold stands
 * beneath it; of a title that is too long, all of it does.
 */
function pageFrom(
  { title, blocks }: Section,
  level: number,
  leadsTo: (place: string) => string | null,
  schema: Schema,
): Node {
  const words = titleWords(title)
  const beneath =
    words.length > TITLE_LENGTH ? [schema.node('paragraph', null, Fragment.from(title))] : beneathTitle(title, schema)
  const change = (mark: Mark): Mark => (isMark(mark, 'link') ? relinked(mark, leadsTo) : mark)
  const content = [...beneath, ...blocks].map((block) => mapMarks(shiftHeadings(block, 1 - level), change))
  const line = words.slice(0, TITLE_LENGTH).toWellFormed().trim()
  return schema.node('doc', null, [
    schema.node('title', null, line === '' ? [] : [schema.text(line)]),
    ...filled(content, schema),
  ])
}
