import { Fragment, type Node } from 'prosemirror-model'
import { serializeOuter } from 'parse5'
import { z } from 'zod'
import { attribute, type HtmlNode, isElement, isText } from './tree.ts'
import { writeChildren } from './write.ts'

/** Grows when the same page is written differently, so that editions can be rendered anew. */
export const RENDERER_VERSION = 1

/** Published HTML in order: text, or the name of a slot that is filled for each reader or moment. */
export const segments = z.array(z.union([z.string(), z.object({ slot: z.string() })]))
export type Segments = z.infer<typeof segments>

/** A heading that can be linked to. */
export const publishedHeading = z.object({ level: z.number(), id: z.string(), text: z.string() })
export type PublishedHeading = z.infer<typeof publishedHeading>

export interface Rendered {
  readonly title: string
  readonly segments: Segments
  readonly headings: readonly PublishedHeading[]
}

/**
 * The body of a page as students receive it; the title is apart. Headings without a place of their own get one
 * from their words, so that each can be linked to.
 */
export function renderPage(page: Node): Rendered {
  const blocks = page.type.create(null, Fragment.from(page.content.content.slice(1)))
  const elements = writeChildren(blocks, 'published', page.firstChild?.nodeSize ?? 0)
  const headings = nameHeadings(elements)
  return { title: page.firstChild?.textContent ?? '', segments: [elements.map((element) => serializeOuter(element)).join('\n')], headings }
}

function nameHeadings(nodes: readonly HtmlNode[]): PublishedHeading[] {
  const all = [...headingsIn(nodes)]
  const taken = new Set(all.map((heading) => attribute(heading, 'id')).filter((id) => id !== undefined))
  const found: PublishedHeading[] = []
  for (const heading of all) {
    const text = textOf(heading)
    let id = attribute(heading, 'id')
    if (id === undefined) {
      const stem = slug(text)
      id = stem
      for (let number = 2; taken.has(id); number++) id = `${stem}-${number}`
      taken.add(id)
      heading.attrs.push({ name: 'id', value: id })
    }
    if (text !== '') found.push({ level: Number(heading.tagName[1]), id, text })
  }
  return found
}

function* headingsIn(nodes: readonly HtmlNode[]): Generator<Extract<HtmlNode, { tagName: string }>> {
  for (const node of nodes) {
    if (!isElement(node)) continue
    if (/^h[2-6]$/.test(node.tagName)) yield node
    else yield* headingsIn(node.childNodes)
  }
}

function textOf(node: HtmlNode): string {
  if (isText(node)) return node.value
  return isElement(node) ? node.childNodes.map(textOf).join('').trim() : ''
}

/** A place name from words: letters and digits in lower case, hyphens between. Never empty. */
export function slug(words: string): string {
  const name = words.normalize('NFC').toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-+|-+$/g, '').slice(0, 60).toWellFormed()
  return name === '' ? 'part' : name
}

/** Segments with each slot filled; a slot without a filling is an error of the program. */
export function fillSlots(filled: Segments, slots: Readonly<Record<string, string>> = {}): string {
  return filled
    .map((segment) => {
      if (typeof segment === 'string') return segment
      const value = slots[segment.slot]
      if (value === undefined) throw new Error(`Nothing fills the slot “${segment.slot}”.`)
      return value
    })
    .join('')
}
