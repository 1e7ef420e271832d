import type { Node } from 'prosemirror-model'
import { isA } from '../../core/kinds/facts.ts'

/** What no change of structure may lose, track by track, in the order of the page. */
export interface Tracks {
  readonly words: string[]
  readonly links: string[]
  /** Pictures, equations, players, notes, definitions and whatever else is no word. */
  readonly things: string[]
  /** Names of places that links lead to. */
  readonly places: string[]
}

export function tracksOf(page: Node): Tracks {
  const tracks: Tracks = { words: [], links: [], things: [], places: [] }
  page.descendants((node) => {
    if (typeof node.attrs.id === 'string') tracks.places.push(node.attrs.id)
    if (typeof node.attrs.task === 'string') tracks.things.push(`to tick: ${node.attrs.task}`)
    for (const { type, attrs } of node.marks) {
      if (type.name === 'link') tracks.links.push(`${String(attrs.href)} ${node.text ?? ''}`)
      if (type.name === 'glossaryTerm') tracks.things.push(`term ${String(attrs.definition)} ${node.text ?? ''}`)
    }
    if (isA(node, 'footnote')) {
      tracks.things.push(`note ${node.textContent}`)
      return false
    }
    if (node.isTextblock) tracks.words.push(...wordsOf(node))
    else if (node.isLeaf && !node.isText && !isA(node, 'lineBreak', 'namedPlace', 'rule'))
      tracks.things.push(`${node.type.name} ${JSON.stringify({ ...node.attrs, id: null })}`)
    return true
  })
  return tracks
}

/** The words of a line; what is no text parts them, a place does not. */
const wordsOf = (textblock: Node): string[] =>
  textblock.children
    .map((each) => each.text ?? (isA(each, 'namedPlace') ? '' : ' '))
    .join('')
    .split(/\s+/)
    .filter(Boolean)

/** Whether all of one list stands in another, in its order. */
export function isWithin(part: readonly string[], whole: readonly string[]): boolean {
  let at = 0
  for (const each of whole) if (at < part.length && each === part[at]) at++
  return at === part.length
}
