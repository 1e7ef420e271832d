import { Fragment, type Node } from 'prosemirror-model'
import { schema } from '../document/schema.ts'
import { readNodes } from '../html/read.ts'
import { nameIn, safeAddress } from '../tree/addresses.ts'
import { element, type HtmlNode } from '../tree/tree.ts'
import { bytesOfAddress, type PictureBytes, picturesOfRtf } from './picture-bytes.ts'
import { isPlaceAlone, PLACE_OF_PICTURE, placesIn, withoutPlacesIn } from './picture-places.ts'
import { type FoundPicture, isEmbedded, isOnTheWeb } from './pictures.ts'

/** A picture that came with a paste. */
export interface PastedPicture {
  /** Its bytes, or where in our own site they are. */
  readonly from: PictureBytes | string
  readonly alt: string
  /** What stands under it: content of a caption, as JSON. */
  readonly caption: unknown
}

export interface SettledPictures {
  readonly blocks: Node[]
  readonly pictures: readonly PastedPicture[]
  /** Addresses of pictures on the web, linked to in the blocks. */
  readonly onTheWeb: readonly string[]
  /** The alternative texts of those that can't be had. */
  readonly unreachable: readonly string[]
}

/**
 * Finds out of each picture that has a place in the blocks where it is: in the clipboard, on our site, on the web (a
 * link takes its place until somebody brings it in), or nowhere.
 */
export function settlePictures(
  blocks: readonly Node[],
  found: readonly FoundPicture[],
  { rtf = '', site }: { readonly rtf?: string | undefined; readonly site?: string | undefined },
): SettledPictures {
  const numbers = placesIn(blocks)
  if (numbers.length === 0) return { blocks: [...blocks], pictures: [], onTheWeb: [], unreachable: [] }
  const fromRtf = rtfPictures(found, rtf)
  const pictures: PastedPicture[] = []
  const onTheWeb: string[] = []
  const unreachable: string[] = []
  const settled = (number: number, { marks }: Node): readonly Node[] => {
    const picture = found[number]
    if (!picture) return []
    const { source, alt } = picture
    const from = fromRtf.get(picture) ?? (isEmbedded(source) ? bytesOfAddress(source) : ownAddress(source, site))
    if (from !== null) {
      pictures.push({ from, alt, caption: captionOf(picture.caption) })
      return [schema.text(`${PLACE_OF_PICTURE}${pictures.length - 1}${PLACE_OF_PICTURE}`, marks)]
    }
    const href = isOnTheWeb(source) ? safeAddress(source) : null
    const words = textOfLine(picture.caption)
    if (href === null) {
      unreachable.push(alt)
      return words === '' ? [] : [schema.text(words)]
    }
    onTheWeb.push(href)
    const link = schema.text(alt || nameIn(href), schema.marks.link.create({ href }).addToSet(marks))
    return words === '' ? [link] : [link, schema.text(` ${words}`)]
  }
  const content = withoutPlacesIn(Fragment.fromArray([...blocks]), settled)
  return {
    blocks: content.content.filter((block, at) => block.content.size > 0 || !isPlaceAlone(blocks[at]!)),
    pictures,
    onTheWeb,
    unreachable,
  }
}

const lineOf = (nodes: readonly HtmlNode[]): Node | null =>
  readNodes([element('p', {}, [...nodes])], { isPassage: true }).page.children[1] ?? null
const textOfLine = (nodes: readonly HtmlNode[]): string =>
  nodes.length === 0 ? '' : (lineOf(nodes)?.textContent ?? '')

/** A caption as the page has it; of one that it has no place for, the words. */
function captionOf(nodes: readonly HtmlNode[]): unknown {
  const line = nodes.length === 0 ? null : lineOf(nodes)
  if (!line) return []
  const { caption } = schema.nodes
  if (caption.validContent(line.content)) return line.content.toJSON() as unknown
  return line.textContent === '' ? [] : [schema.text(line.textContent).toJSON()]
}

/** What our own site serves, whoever pastes can read. */
function ownAddress(source: string, site: string | undefined): string | null {
  if (site === undefined || !isOnTheWeb(source)) return null
  try {
    const url = new URL(source)
    return url.origin === site ? url.pathname : null
  } catch {
    return null
  }
}

/** Which pictures of the text are which of those that the HTML names on the disk; none when their numbers differ. */
function rtfPictures(found: readonly FoundPicture[], rtf: string): Map<FoundPicture, PictureBytes> {
  const onDisk = found.filter(({ source }) => /^file:/i.test(source))
  if (onDisk.length === 0 || rtf === '') return new Map()
  const held = picturesOfRtf(rtf)
  if (held.length !== onDisk.length) return new Map()
  return new Map(onDisk.flatMap((picture, at) => (held[at] ? [[picture, held[at]] as const] : [])))
}
