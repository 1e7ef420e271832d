import { Fragment, type Mark, type Node } from 'prosemirror-model'
import { isMark } from '../kinds/facts.ts'
import { slug } from '../html/slug.ts'
import { ownTarget } from '../links/own-links.ts'
import { decodedPlace } from '../tree/addresses.ts'
import { freeId } from '../tree/free-id.ts'
import { mapMarks } from './relink.ts'
import { filled } from './reshape/sections.ts'
import { shiftHeadings } from './shift-headings.ts'

/** One of several pages that become one. */
export interface Joined {
  /** By which links of the course lead to it. */
  readonly id: string
  /** Null for a title alone, as of a part of a book. */
  readonly page: Node | null
  readonly title: string
  /** Of the heading that its title becomes; 1 for what stands at the beginning without one. */
  readonly level: number
}

/**
 * Makes one page of several, each under a heading with its title; the headings in it move down by as much, to the sixth
 * level at most. Links from one of them into another lead to its place on the page; a place whose name is there already
 * gets another.
 */
export function joinPages(title: Node, joined: readonly Joined[]): Node {
  const { schema } = title.type
  const taken = new Set<string>()
  const named = joined.map((each) => ({
    ...each,
    place: each.level === 1 ? '' : freeId(slug(each.title) || 'page', taken),
  }))
  const renamed = named.map(({ id, page, place, level, title: words }) => {
    const names = new Map<string, string>()
    const blocks = (page?.children.slice(1) ?? []).map((block) => withFreeIds(block, taken, names))
    return { id, blocks, names, place, level, words }
  })
  const leadsTo = (href: string, from: (typeof renamed)[number]): string | null => {
    const isHere = href.startsWith('#')
    const target = isHere ? null : ownTarget(href)
    const home = isHere ? from : renamed.find(({ id }) => id === target?.id)
    const place = isHere ? decodedPlace(href.slice(1)) : (target?.place ?? '')
    if (!home || (isHere && !home.names.has(place))) return null
    const name = home.names.get(place) ?? home.place
    // The beginning of the page has no name; from there it is in sight.
    return name === '' ? null : `#${name}`
  }
  const content = renamed.flatMap((each) => {
    const relink = (mark: Mark): Mark => {
      const href = isMark(mark, 'link') ? leadsTo(String(mark.attrs.href), each) : null
      return href === null ? mark : mark.type.create({ ...mark.attrs, href })
    }
    const blocks = each.blocks.map((block) => mapMarks(shiftHeadings(block, each.level - 1), relink))
    if (each.level === 1) return blocks
    const words = each.words === '' ? [] : [schema.text(each.words)]
    return [schema.nodes.heading!.create({ level: Math.min(6, each.level), id: each.place }, words), ...blocks]
  })
  return schema.node('doc', null, Fragment.from([title, ...filled(content, schema)]))
}

/** A node whose places have names that are free; `names` gets what each is called now. */
function withFreeIds(node: Node, taken: Set<string>, names: Map<string, string>): Node {
  if (node.isText) return node
  const id: unknown = node.attrs.id
  let { attrs } = node
  if (typeof id === 'string') {
    const free = freeId(id, taken)
    if (!names.has(id)) names.set(id, free)
    if (free !== id) attrs = { ...attrs, id: free }
  }
  const children = node.children.map((child) => withFreeIds(child, taken, names))
  return node.isLeaf ? node.type.create(attrs, null, node.marks) : node.type.create(attrs, children, node.marks)
}
