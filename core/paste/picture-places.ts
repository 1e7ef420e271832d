import { Fragment, type Node } from 'prosemirror-model'
import { isA } from '../kinds/facts.ts'

/**
 * Marks where a picture goes while the HTML around it is read. U+FDD0 is a noncharacter, kept for use within a program
 * (Unicode Standard, 23.7): in the words of a clipboard it has no meaning, and is taken out before.
 */
export const PLACE_OF_PICTURE = '\ufdd0'

export const withoutPlaces = (unsafeHtml: string): string => unsafeHtml.replaceAll(PLACE_OF_PICTURE, '')

const PLACES = new RegExp(`${PLACE_OF_PICTURE}(\\d+)${PLACE_OF_PICTURE}`, 'g')

/** Which pictures have a place in these blocks, in their order, by their number among those that were found. */
export function placesIn(blocks: readonly Node[]): number[] {
  const numbers: number[] = []
  const look = (node: Node): void => {
    for (const [, number] of node.text?.matchAll(PLACES) ?? []) numbers.push(Number(number))
    node.forEach(look)
  }
  blocks.forEach(look)
  return numbers
}

/** What stands in the stead of a place, by its number and the text it is in. */
type Instead = (number: number, node: Node) => readonly Node[]

/** The same content without places, or with other words in their stead. */
export function withoutPlacesIn(content: Fragment, instead?: Instead): Fragment {
  const made: Node[] = []
  content.forEach((node) => {
    if (!node.isText) return void made.push(node.copy(withoutPlacesIn(node.content, instead)))
    made.push(...partsOf(node, instead))
  })
  return Fragment.fromArray(made)
}

function partsOf(node: Node, instead: Instead | undefined): Node[] {
  const words = node.text ?? ''
  const parts: Node[] = []
  let from = 0
  const say = (to: number): void => {
    if (to > from) parts.push(node.cut(from, to))
  }
  for (const match of words.matchAll(PLACES)) {
    say(match.index)
    parts.push(...(instead?.(Number(match[1]), node) ?? []))
    from = match.index + match[0].length
  }
  say(words.length)
  return parts
}

/** A paragraph in which there is nothing but the place of a picture. */
export const isPlaceAlone = (node: Node): boolean =>
  isA(node, 'paragraph') && node.content.size > 0 && node.textContent.replace(PLACES, '').trim() === ''

/**
 * Which places a page holds, by number, and where each would be in the same page without any.
 */
export function placesOfPictures(page: Node): { number: number; at: number }[] {
  const places: { number: number; at: number }[] = []
  let before = 0
  page.descendants((node, position) => {
    for (const match of node.text?.matchAll(PLACES) ?? []) {
      places.push({ number: Number(match[1]), at: position + match.index - before })
      before += match[0].length
    }
  })
  return places
}
