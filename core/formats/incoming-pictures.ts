import { attribute, element, type HtmlElement, type HtmlNode, isElement, text } from '../tree/tree.ts'
import { pictureAddress } from '../media/pictures.ts'
import type { ImportNote, ImportedPicture } from './imported.ts'

/** The most pictures that are taken from one document. */
export const MOST_PICTURES = 1000

/** Gathers the pictures of a document: the same bytes once, no more than allowed. */
export class IncomingPictures {
  readonly pictures: ImportedPicture[] = []
  readonly #ids = new Map<unknown, string>()
  #refused = 0
  #missing = 0

  readonly #freshId: () => string

  constructor(freshId: () => string) {
    this.#freshId = freshId
  }

  /** The id of a picture; `key` tells those apart that are the same. Null when there are too many. */
  take(key: unknown, name: string, bytes: Uint8Array): string | null {
    const known = this.#ids.get(key)
    if (known !== undefined) return known
    if (this.pictures.length >= MOST_PICTURES) {
      this.#refused++
      return null
    }
    const id = this.#freshId()
    this.#ids.set(key, id)
    this.pictures.push({ id, name: name.slice(0, 200) || 'picture', bytes })
    return id
  }

  /**
   * Makes figures of the images in HTML, where they stand. `find` says which picture an address means; of one that is
   * not there the alternative text stays.
   */
  place(nodes: HtmlNode[], find: (src: string) => string | null): HtmlNode[] {
    return nodes.flatMap((node): HtmlNode[] => {
      if (!isElement(node)) return [node]
      if (node.tagName === 'figure' && node.childNodes.some((child) => isElement(child) && child.tagName === 'img'))
        return [this.#figure(node, find)]
      if (node.tagName === 'img') return this.#image(node, find)
      node.childNodes = this.place(node.childNodes, find)
      return [node]
    })
  }

  /** A figure of ours keeps all that is said about it. */
  #figure(figure: HtmlElement, find: (src: string) => string | null): HtmlElement {
    figure.childNodes = figure.childNodes.flatMap((child): HtmlNode[] => {
      if (!isElement(child) || child.tagName !== 'img') return [child]
      const placed = this.#image(child, find)[0]
      return placed && isElement(placed) && placed.tagName === 'figure' ? placed.childNodes : placed ? [placed] : []
    })
    return figure
  }

  #image(image: HtmlElement, find: (src: string) => string | null): HtmlNode[] {
    const id = find(attribute(image, 'src') ?? '')
    const alt = attribute(image, 'alt')
    if (id === null) {
      this.#missing++
      return alt ? [text(alt)] : []
    }
    const kept = image.attrs.filter(({ name }) => ['width', 'height', 'alt', 'data-alt'].includes(name))
    const made = element('img', { src: pictureAddress(id, 1) })
    made.attrs.push(...kept)
    return [element('figure', {}, [made])]
  }

  /** What became of pictures, as notes. */
  notes(): ImportNote[] {
    return [
      ...(this.#refused > 0
        ? [
            {
              type: 'left out' as const,
              message: `At most ${MOST_PICTURES.toLocaleString('en')} different pictures are taken from one document; the others were left out, their alternative text kept.`,
              count: this.#refused,
            },
          ]
        : []),
      ...(this.#missing > this.#refused
        ? [
            {
              type: 'left out' as const,
              message: 'A picture is not in the file; its alternative text was kept.',
              count: this.#missing - this.#refused,
            },
          ]
        : []),
    ]
  }
}
